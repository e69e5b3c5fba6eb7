<script setup lang="ts">
import { reactive } from 'vue'
import { today } from '@/shared/days'
import DayBox from '@/shared/ui/DayBox.vue'

import { useSheet } from '@/rooms/files/useSheet'

import { keep } from './keep'

/** A ride put down: when, how long, for how long the pads were held, what was better and what was worse. */
defineProps<{ onPads: boolean }>()
const store = useSheet()
const none = () => ({ hours: null as number | null, held_min: null as number | null, better: '', worse: '' })
const draft = reactive({ on: today(), ...none() })
async function put() {
  if (await keep(store, { do: 'ride.log', ...draft })) Object.assign(draft, none())
}
</script>

<template>
  <form class="ride" :class="{ pads: onPads }" @submit.prevent="put">
    <label
      ><span>{{ $t('Ridden on') }}</span> <DayBox v-model="draft.on" :label="$t('Ridden on')"
    /></label>
    <label
      ><span>{{ $t('Hours') }}</span>
      <el-input-number
        v-model="draft.hours"
        :min="0.1"
        :max="100"
        :step="0.5"
        :controls="false"
        :aria-label="$t('Hours')"
    /></label>
    <label v-if="onPads"
      ><span>{{ $t('Pads held, min') }}</span>
      <el-input-number
        v-model="draft.held_min"
        :min="0"
        :max="1440"
        :step="5"
        :controls="false"
        :aria-label="$t('Pads held, min')"
    /></label>
    <label class="wide"
      ><span>{{ $t('Better') }}</span
      ><el-input v-model="draft.better" maxlength="400" :aria-label="$t('Better')"
    /></label>
    <label class="wide"
      ><span>{{ $t('Worse') }}</span
      ><el-input v-model="draft.worse" maxlength="400" :aria-label="$t('Worse')"
    /></label>
    <button type="submit" class="press solid">{{ $t('Put the ride down') }}</button>
  </form>
</template>

<style scoped>
.ride {
  display: grid;
  grid-template-columns: 150px 84px 1fr 1fr auto;
  gap: 6px 12px;
  align-items: end;
}
.ride.pads {
  grid-template-columns: 150px 74px 104px 1fr 1fr auto;
}
label {
  display: grid;
  gap: 3px;
}
label span {
  color: var(--quiet);
  font-size: 13px;
}
.ride :deep(.el-input-number) {
  width: 100%;
}
</style>
