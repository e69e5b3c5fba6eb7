<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Sheet } from '@/shared/api/client'

import CarryPosition from '@/rooms/carry/CarryPosition.vue'

import RecordsPanel from './RecordsPanel.vue'
import WhatHurts from './WhatHurts.vue'
import { useSheet } from '@/rooms/files/useSheet'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const asked = computed(() => props.sheet.trail.find((p) => p.name === 'rider')!)
const reason = ref(props.sheet.state.reason ?? '')
const carrying = ref(false)
const bike = ref(props.sheet.state.bike ?? '')
watch(
  () => props.sheet.state.reason,
  (r) => (reason.value = r ?? ''),
)
watch(
  () => props.sheet.state.bike,
  (b) => (bike.value = b ?? ''),
)
const keep = (what: 'reason' | 'bike', words: string) => {
  if (words !== (props.sheet.state[what] ?? '')) void store.change({ do: 'file.describe', what, words })
}
</script>

<template>
  <div class="scroll" tabindex="0" :aria-label="$t('What hurts, and the file')">
    <WhatHurts :sheet="sheet" />
    <p v-if="sheet.rider.care" class="care" role="note">{{ sheet.rider.care }}</p>
    <section class="file">
      <h2>{{ sheet.title }}</h2>
      <label
        >{{ $t('Why this file') }}
        <el-input
          v-model="reason"
          type="textarea"
          :autosize="{ minRows: 2, maxRows: 4 }"
          resize="none"
          maxlength="400"
          @blur="keep('reason', reason)" />
      </label>
      <label
        >{{ $t('The bike that comes in') }}
        <el-input
          v-model="bike"
          maxlength="120"
          :placeholder="$t('as the rider calls it')"
          @blur="keep('bike', bike)" />
      </label>
      <p>
        <router-link class="press low solid" :to="`/fits/${sheet.id}/measure`">{{
          $t('Measure the bike')
        }}</router-link>
        {{ ' ' }}
        <button type="button" class="press low" :aria-expanded="carrying" @click="carrying = !carrying">
          {{ $t('The bike is not here') }}
        </button>
        {{ ' ' }}
        <span class="quiet small">{{
          asked.state === 'done' ? $t('All asked.') : $t('Still {note}.', { note: asked.note })
        }}</span>
      </p>
      <CarryPosition
        v-if="carrying"
        :fit="{ id: sheet.id, revision: sheet.revision, use: sheet.state.goal?.discipline ?? 'road' }" />
    </section>
    <RecordsPanel :sheet="sheet" />
  </div>
</template>

<style scoped>
.scroll {
  min-height: 0;
  overflow: auto;
}
.file {
  display: grid;
  gap: 9px;
  padding: 14px 24px;
  border-top: 1px solid var(--hair);
}
h2 {
  font-size: 19px;
}
label {
  display: grid;
  gap: 3px;
  color: var(--quiet);
  font-size: 13px;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
  margin-right: 8px;
}
.care {
  padding: 12px 24px;
  border-top: 1px solid var(--ochre);
  border-bottom: 1px solid var(--ochre);
  background: var(--ochre-tint);
}
</style>
