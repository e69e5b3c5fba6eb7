<script setup lang="ts">
import { computed } from 'vue'

import type { PostName } from '@/shared/api/lists'
import type { LedgerRow, Sheet } from '@/shared/api/client'

import type { MovedMark } from '../nudges'
import { useSheet } from '../useSheet'
import Loupe from './Loupe.vue'

const props = defineProps<{
  sheet: Sheet
  which: readonly string[]
  at: (x: number, y: number) => { x: number; y: number }
  width: number
  height: number
  post: PostName
}>()
const store = useSheet()

const WIDE = 184
const places = computed<Record<string, { left: number; top: number }>>(() => ({
  saddle: { left: 52, top: 18 },
  hand: {
    left: props.width - WIDE - 14,
    top: props.post === 'frame' ? 274 : props.post === 'goal' ? Math.max(280, props.height - 270) : 18,
  },
  foot: { left: props.width - WIDE - 14, top: props.height - 270 },
}))
// On a narrow sheet the foot's loupe would hide the front wheel; its miss stands in the ledger.
const rows = computed(() =>
  props.sheet.ledger.filter(
    (row) =>
      props.which.includes(row.mark) && (row.mark !== 'foot' || props.width > 760) && (row.cells.goal || row.cells.now),
  ),
)
const target = (row: LedgerRow) => row.cells.goal ?? row.cells.now!
const leader = (row: LedgerRow) => {
  const p = places.value[row.mark]!
  const c = { x: p.left + WIDE / 2, y: p.top + 86 }
  const cell = target(row)
  // The foot's own drawing place is on the pedal axle, level and ahead.
  const m = row.mark === 'foot' ? props.at(cell.x_mm * 0.985, -cell.x_mm * 0.17) : props.at(cell.x_mm, cell.y_mm)
  const far = Math.hypot(m.x - c.x, m.y - c.y)
  const by = 86 / Math.max(1, far)
  return `M${m.x} ${m.y}L${c.x + (m.x - c.x) * by} ${c.y + (m.y - c.y) * by}`
}
const draggable = (row: LedgerRow) => props.post === 'goal' && row.mark !== 'foot' && Boolean(row.cells.goal)

const goal = computed(() => (props.post === 'goal' ? props.sheet.goal : null))
const way = (row: LedgerRow) => {
  const it = goal.value
  if (!it?.lines.length || row.mark === 'foot') return []
  const [begins, ends] =
    row.mark === 'saddle'
      ? [it.begins_saddle!, it.lines.map((x) => x.ends_saddle)]
      : [it.begins_hand!, it.lines.map((x) => x.ends_hand)]
  return [begins, ...ends, target(row)]
}
const reached = computed(() => {
  const outline = props.sheet.build?.bar?.reachable
  return outline?.length ? outline : undefined
})
const rival = (row: LedgerRow) =>
  row.mark === 'saddle' ? goal.value?.other_saddle : row.mark === 'hand' ? goal.value?.other_hand : null
const move = (row: LedgerRow, dx: number, dy: number) => store.nudge(row.mark as MovedMark, dx, dy)
</script>

<template>
  <g class="leaders">
    <path v-for="row in rows" :key="row.mark" :d="leader(row)" />
  </g>
  <foreignObject
    v-for="row in rows"
    :key="`l${row.mark}`"
    :x="places[row.mark]!.left"
    :y="places[row.mark]!.top"
    :width="WIDE"
    height="244"
    class="holder">
    <Loupe
      :row="row"
      :picture="row.mark === 'foot' ? null : sheet.picture"
      :shown="store.layers"
      :px-per-mm="row.mark === 'hand' ? 4 : 8"
      :says="
        row.mark !== 'hand'
          ? $t('twice life size')
          : reached
            ? $t('life size; dashed: turn and slide')
            : $t('life size')
      "
      :preview="store.preview?.mark === row.mark ? store.preview : null"
      :held="row.mark === 'hand' ? sheet.frame?.held_hand : null"
      :area="row.mark === 'hand' ? reached : undefined"
      :way="way(row)"
      :rival="rival(row)"
      :draggable="draggable(row)"
      @move="(dx, dy) => move(row, dx, dy)" />
  </foreignObject>
</template>

<style scoped>
.leaders path {
  stroke: var(--quiet);
  stroke-width: 0.9;
  fill: none;
}
.holder {
  overflow: visible;
  pointer-events: none;
}
</style>
