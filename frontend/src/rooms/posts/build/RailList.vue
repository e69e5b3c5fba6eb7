<script setup lang="ts">
import { computed } from 'vue'

import type { RailData, Sheet, StopOut } from '@/shared/api/client'

import StopRail from './StopRail.vue'

/** Rails one under the other, all of one mark. */
const props = defineProps<{
  rails: RailData[]
  looked: { rail: string; stop: StopOut } | null
  sheet: Sheet
  mark: 'hand' | 'saddle' | 'foot'
}>()
const emit = defineEmits<{ look: [rail: string, stop: StopOut | null]; take: [rail: RailData, stop: StopOut] }>()
const tolerance = computed(() => props.sheet.ledger.find((r) => r.mark === props.mark)?.tol_x_mm ?? 5)
</script>

<template>
  <StopRail
    v-for="rail in rails"
    :key="rail.name"
    :rail="rail"
    :tolerance="tolerance"
    :previewed="looked?.rail === rail.name ? looked.stop.value : null"
    @look="(s) => emit('look', rail.name, s)"
    @take="(s) => emit('take', rail, s)" />
</template>
