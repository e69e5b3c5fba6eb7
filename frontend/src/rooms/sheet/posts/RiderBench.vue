<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Sheet } from '@/shared/api/client'

import { useSheet } from '../useSheet'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const asked = computed(() => props.sheet.trail.find((p) => p.name === 'rider')!)
const reason = ref(props.sheet.state.reason ?? '')
const bike = ref(props.sheet.state.bike ?? '')
watch(() => props.sheet.state.reason, (r) => (reason.value = r ?? ''))
watch(() => props.sheet.state.bike, (b) => (bike.value = b ?? ''))
const keep = (path: 'reason' | 'bike', value: string) => {
  if (value !== (props.sheet.state[path] ?? '')) void store.change({ path, value })
}
const hurts = computed(() => props.sheet.cautions.find((c) => c.includes('doctor')))
</script>

<template>
  <section>
    <h1>{{ sheet.title }}</h1>
    <label>Why this file
      <el-input v-model="reason" type="textarea" :autosize="{ minRows: 2, maxRows: 4 }" resize="none" maxlength="400" @blur="keep('reason', reason)" />
    </label>
    <label>The bike that comes in
      <el-input v-model="bike" maxlength="120" placeholder="as the rider calls it" @blur="keep('bike', bike)" />
    </label>
  </section>
  <section>
    <h2>{{ asked.state === 'done' ? 'All asked' : `Still ${asked.note}` }}</h2>
    <p class="quiet">Height, inseam, foot and shoulders let the rider be drawn and the angles read. What is not taken is put in from the height, and the drawing says no more than that.</p>
    <router-link class="press solid" :to="`/fits/${sheet.id}/measure`">Measure the bike</router-link>
  </section>
  <p v-if="hurts" class="care"><b>{{ hurts.split(':')[0] }}:</b>{{ hurts.slice(hurts.indexOf(':') + 1) }}</p>
</template>

<style scoped>
section { display: grid; gap: 12px; justify-items: start; padding: 18px 24px; border-bottom: 1px solid var(--hair); }
h1 { font-size: 26px; }
h2 { font-size: 18px; }
label { display: grid; gap: 4px; width: 100%; font-weight: 560; }
.press { display: inline-grid; align-items: center; text-decoration: none; }
.care { padding: 14px 24px; border-top: 1px solid var(--ochre); background: var(--ochre-tint); }
</style>
