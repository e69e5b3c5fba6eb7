<script setup lang="ts">
import type { Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { MINUS, show, showSigned } from '@/shared/units'

/** Every crank on sale with what it does: hip and foot at the top, torque, gears, toe room, and what the shelf has. */
type Stop = NonNullable<Sheet['goal']>['lines'][number]['stops'][number]
defineProps<{ stops: Stop[]; chosen: number }>()
const emit = defineEmits<{ take: [crank_mm: number] }>()
const { unit } = useSettings()
const signed = (v: number) => `${Math.round(v) < 0 ? MINUS : Math.round(v) > 0 ? '+' : ''}${Math.abs(Math.round(v))}`
</script>

<template>
  <div class="scroll" tabindex="0" role="region" :aria-label="$t('Cranks on sale')">
    <table>
      <thead>
        <tr>
          <th scope="col">{{ $t('Crank') }}</th>
          <th scope="col">{{ $t('Hip') }}</th>
          <th scope="col" :title="$t('Lower at the top of the stroke, seen from the hip')">{{ $t('Foot') }}</th>
          <th scope="col">{{ $t('Torque') }}</th>
          <th scope="col" :title="$t('How much longer every gear feels')">{{ $t('Gears') }}</th>
          <th v-if="stops.some((s) => s.toe_mm !== null)" scope="col">{{ $t('Toe room') }}</th>
          <th scope="col">{{ $t('Shelf') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in stops" :key="s.crank_mm" :class="{ on: s.crank_mm === chosen }">
          <th scope="row">
            <button type="button" class="plain figure" @click="emit('take', s.crank_mm)">{{ s.crank_mm }}</button>
          </th>
          <td class="figure">{{ Math.round(s.hip_deg) }}°</td>
          <td class="figure">{{ showSigned(-s.foot_lower_mm, unit) }}</td>
          <td class="figure">{{ signed(s.torque_percent) }} %</td>
          <td class="figure">{{ signed(s.gain_percent) }} %</td>
          <td v-if="stops.some((x) => x.toe_mm !== null)" class="figure">
            {{ s.toe_mm === null ? '·' : show(s.toe_mm, unit) }}
          </td>
          <td class="shelf">{{ s.shelf ?? '·' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13px;
}
th,
td {
  padding: 3px 8px 3px 0;
  border-bottom: 1px solid var(--hair);
  text-align: right;
  font-weight: 420;
  white-space: nowrap;
}
th:first-child {
  text-align: left;
}
th:last-child,
td:last-child {
  padding-right: 0;
}
.on th,
.on td {
  font-weight: 640;
}
</style>
