<script setup lang="ts">
import { ref } from 'vue'

import type { Layer, LedgerRow } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import { useSettings } from '@/shared/settings'
import Chip from '@/shared/ui/Chip.vue'
import { show } from '@/shared/units'
import { t } from '@/shared/i18n'

const props = defineProps<{
  rows: LedgerRow[]
  shown: Record<Layer, boolean>
  folded: boolean
  last: 'miss' | 'moves'
  sure?: boolean
}>()
const emit = defineEmits<{ toggle: [layer: Layer]; fold: [] }>()
const { unit } = useSettings()
const LAYERS: { layer: Layer; name: string; key: string }[] = [
  { layer: 'now', name: 'Now', key: 'N' },
  { layer: 'goal', name: 'Goal', key: 'G' },
  { layer: 'plan', name: 'Plan', key: 'P' },
  { layer: 'built', name: 'Built', key: 'B' },
]
// How sure a surveyed mark is, where the post is about that.
const sd = (row: LedgerRow, layer: Layer) => {
  const cell = row.cells[layer]
  if (!props.sure || cell?.sd_x_mm == null || cell.sd_y_mm == null) return null
  return [cell.sd_x_mm, cell.sd_y_mm].map((v) => (unit.value === 'mm' ? v.toFixed(1) : (v / 25.4).toFixed(2)))
}
const open = ref<string | null>(null)
// At once in another unit, while what is told is read anew.
const figure = (cell: { x_mm: number; y_mm: number }, axis: 'x' | 'y') => show(cell[`${axis}_mm`], unit.value)
const cellX = (row: LedgerRow) => Math.max(-15, Math.min(15, ((row.miss?.dx_mm ?? 0) / row.tol_x_mm) * 9))
const cellY = (row: LedgerRow) => Math.max(-15, Math.min(15, (-(row.miss?.dy_mm ?? 0) / row.tol_y_mm) * 9))
// Misses stay in mm, as tolerances are; said so where the figures beside them are inches.
const lastHead = () => (props.last === 'moves' ? t('Moves by') : t('Miss'))
</script>

<template>
  <section v-if="folded" class="ledger folded" :aria-label="$t('Ledger, folded')">
    <span v-for="row in rows" :key="row.mark" class="brief">
      <b>{{ row.label }}</b>
      <template v-if="row.miss">
        <span class="figure" :class="`${row.miss.of}-ink`">{{ row.miss.show_x }} {{ row.miss.show_y }}</span>
        <Chip :word="row.miss.verdict" />
      </template>
      <span v-else class="quiet small">{{ $t('no plan yet') }}</span>
    </span>
    <button type="button" class="fold" @click="emit('fold')"><kbd>L</kbd> {{ $t('open the ledger') }}</button>
  </section>
  <section
    v-else
    class="ledger"
    :class="{ sure, inch: unit === 'in', many: rows.length > 3, crowded: rows.length > 4 }"
    :aria-label="$t('Ledger')">
    <table>
      <thead>
        <tr>
          <th scope="col" class="first">
            <button type="button" class="fold" :title="$t('Fold (L)')" @click="emit('fold')">
              {{ $t('{unit} from BB', { unit }) }}<br />{{ $t('fore, up') }}
            </button>
          </th>
          <th v-for="it in LAYERS" :key="it.layer" scope="col">
            <button
              type="button"
              class="switch"
              :class="[`${it.layer}-ink`, { off: !shown[it.layer] }]"
              :aria-pressed="shown[it.layer]"
              @click="emit('toggle', it.layer)">
              <svg width="20" height="20" viewBox="-10 -10 20 20" aria-hidden="true">
                <LayerSign :layer="it.layer" :size="6" />
              </svg>
              {{ it.name }} <kbd>{{ it.key }}</kbd>
            </button>
          </th>
          <th scope="col" class="left">{{ lastHead() }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.mark">
          <th scope="row">{{ row.label }}</th>
          <td v-for="it in LAYERS" :key="it.layer">
            <el-popover
              v-if="row.cells[it.layer]"
              trigger="click"
              placement="top"
              :width="300"
              @show="open = row.mark + it.layer"
              @hide="open = null">
              <template #reference>
                <button
                  type="button"
                  class="pair figure"
                  :class="`${it.layer}-ink`"
                  :data-cell="`${row.mark}-${it.layer}`">
                  <b class="visually-hidden">{{ row.label }}, {{ it.name }}</b
                  ><span
                    >{{ figure(row.cells[it.layer]!, 'x')
                    }}<small v-if="sd(row, it.layer)">±{{ sd(row, it.layer)![0] }}</small></span
                  ><span
                    >{{ figure(row.cells[it.layer]!, 'y')
                    }}<small v-if="sd(row, it.layer)">±{{ sd(row, it.layer)![1] }}</small></span
                  >
                </button>
              </template>
              <p class="source-head">{{ row.label }}, {{ it.name }}</p>
              <p v-for="(text, i) in row.cells[it.layer]!.source" :key="i" class="source figure">{{ text }}</p>
            </el-popover>
            <span v-else class="none">·</span>
          </td>
          <td class="left">
            <span v-if="last === 'moves'" class="figure moves">
              <template v-if="row.moves">{{ row.moves[0] }} {{ row.moves[1] }}</template>
              <template v-else>·</template>
            </span>
            <span v-else-if="row.miss" class="miss">
              <svg width="36" height="26" viewBox="-18 -13 36 26" aria-hidden="true">
                <rect x="-9" y="-9" width="18" height="18" class="cell" />
                <path d="M-9 0H9M0 -9V9" class="thin" />
                <LayerSign
                  :layer="row.miss.of"
                  :x="cellX(row)"
                  :y="Math.max(-9, Math.min(9, cellY(row)))"
                  :size="4.4" />
              </svg>
              <span class="figure">{{ row.miss.show_x }} {{ row.miss.show_y }}</span>
              <Chip :word="row.miss.verdict" />
            </span>
            <span v-else class="none">·</span>
          </td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
.ledger {
  background: var(--paper);
  border-top: 1px solid var(--ink);
  padding: 0 12px 0 20px;
  overflow: hidden;
}
.folded {
  display: flex;
  align-items: center;
  gap: 32px;
  height: 52px;
}
.brief {
  display: inline-flex;
  align-items: baseline;
  gap: 10px;
}
.brief b {
  font-size: 17px;
  font-weight: 620;
}
.brief .figure {
  font-size: 20px;
  font-weight: 600;
}
.folded .fold {
  margin-left: auto;
}
.fold {
  border: 0;
  background: none;
  padding: 2px 0;
  color: var(--quiet);
  font-size: 12.5px;
  line-height: 15px;
  text-align: left;
  cursor: pointer;
}
table {
  width: 100%;
  height: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
thead tr {
  height: 35px;
  border-bottom: 1px solid var(--rule);
}
tbody tr {
  height: 44px;
  border-bottom: 1px solid var(--hair);
}
tbody tr:last-child {
  border-bottom: 0;
}
th,
td {
  padding: 0;
  font-weight: 420;
  border-right: 1px solid var(--hair);
}
th:last-child,
td:last-child {
  border-right: 0;
}
.first,
tbody th {
  width: 92px;
  text-align: left;
}
tbody th {
  font-size: 17px;
  font-weight: 620;
  padding-left: 4px;
}
.left {
  width: 196px;
  padding-left: 20px;
  text-align: left;
  font-weight: 620;
}
.switch {
  display: flex;
  align-items: center;
  gap: 6px;
  padding: 2px 8px;
  border: 0;
  background: none;
  font-weight: 640;
  cursor: pointer;
}
.switch.off {
  opacity: 0.4;
  text-decoration: line-through;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  width: 100%;
  height: 40px;
  align-items: center;
  padding: 0 14px 0 4px;
  border: 0;
  background: none;
  font-size: 20px;
  font-weight: 560;
  text-align: right;
  cursor: pointer;
}
.pair:hover {
  background: var(--sheet);
}
.none {
  padding-left: 20px;
  color: var(--quiet);
}
.moves,
.miss .figure {
  font-size: 19px;
  font-weight: 600;
}
.miss {
  display: flex;
  align-items: center;
  gap: 8px;
  justify-content: space-between;
  padding-right: 8px;
}
.cell {
  fill: color-mix(in srgb, var(--plan) 13%, transparent);
  stroke: var(--plan);
}
.thin {
  stroke: var(--plan);
  opacity: 0.4;
}
.sure .pair {
  font-size: 18px;
  line-height: 1.05;
}
.sure .pair small {
  display: block;
  color: var(--quiet);
  font-size: 11.5px;
  font-weight: 420;
}
.many thead tr {
  height: 32px;
}
.many tbody tr {
  height: 33px;
}
.many .pair small {
  margin-top: -2px;
}
.many .pair {
  height: 32px;
}
.many tbody th {
  font-size: 15.5px;
  line-height: 1.1;
}
.crowded thead tr {
  height: 30px;
}
.crowded tbody tr {
  height: 27px;
}
.crowded .pair {
  height: 26px;
  font-size: 15.5px;
}
.crowded .pair small {
  font-size: 10px;
  margin-top: -3px;
}
.crowded .moves {
  font-size: 15.5px;
}
.inch .pair,
.inch.sure .pair {
  gap: 6px;
  padding: 0 5px 0 0;
  font-size: 13px;
  letter-spacing: -0.04em;
}
@media (max-width: 1180px) {
  .inch .pair,
  .inch.sure .pair {
    font-size: 11.5px;
  }
  .first,
  tbody th {
    width: 72px;
  }
  .first .fold {
    font-size: 11.5px;
    white-space: nowrap;
  }
  .left {
    width: 172px;
    padding-left: 8px;
  }
  .switch {
    padding: 2px 4px;
    gap: 3px;
  }
  .switch kbd {
    display: none;
  }
  .pair {
    gap: 2px;
    padding: 0 6px 0 0;
    font-size: 15px;
  }
  .moves,
  .miss .figure {
    font-size: 16px;
  }
}
.source-head {
  font-weight: 640;
  margin-bottom: 6px;
}
.source {
  white-space: pre-wrap;
  font-size: 13px;
  line-height: 1.5;
}
</style>
