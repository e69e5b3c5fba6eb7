<script setup lang="ts">
import { computed, ref } from 'vue'

import type { LedgerRow, Schemas, Sheet } from '@/shared/api/client'
import { DISCIPLINES } from '@/shared/api/lists'
import { useSheet } from '@/rooms/files/useSheet'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import { useSettings } from '@/shared/settings'
import { show, showSigned } from '@/shared/units'
import { t } from '@/shared/i18n'

import StepDetail from './StepDetail.vue'

/** The chain from the measured marks to the goal: one line a step, the one looked at opened. */
type Line = NonNullable<Sheet['goal']>['lines'][number]
type Use = Schemas['FromUse']['use']
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const view = computed(() => props.sheet.goal!)
const state = computed(() => props.sheet.state.goal!)
const open = ref<number | null>(null)
const usesOf = Object.entries(DISCIPLINES).map(([value, label]) => ({ value: value as Use, label: t(label) }))
const number = computed(() => {
  const made = new Map<number, number>()
  for (const line of view.value.lines) if (!line.parked) made.set(line.id, made.size + 1)
  return made
})
const nudges = computed(() => [
  [state.value.saddle_dx_mm ?? 0, state.value.saddle_dy_mm ?? 0],
  [state.value.hand_dx_mm ?? 0, state.value.hand_dy_mm ?? 0],
])
const nudged = computed(() => nudges.value.flat().some((v) => v !== 0))
const cell = (mark: string): LedgerRow['cells'][string] | undefined =>
  props.sheet.ledger.find((r) => r.mark === mark)?.cells.goal
const at = (p: { x_mm: number; y_mm: number } | null | undefined) =>
  p ? `${show(p.x_mm, unit.value)} ${show(p.y_mm, unit.value)}` : '·'
const why = (line: Line) => (line.words ? `“${line.words}”` : (line.why[0] ?? ''))
function shift(line: Line, by: number) {
  const place = view.value.lines.findIndex((x) => x.id === line.id) + 1 + by
  if (place < 1 || place > view.value.lines.length) return
  void store.change({ do: 'goal.order', id: line.id, place })
}
function key(event: KeyboardEvent, line: Line) {
  if (!event.altKey) return
  const by = { ArrowUp: -1, ArrowDown: 1 }[event.key]
  if (!by) return
  event.preventDefault()
  event.stopPropagation()
  shift(line, by)
}
const last = (line: Line) => view.value.lines[view.value.lines.length - 1]?.id === line.id
</script>

<template>
  <ol class="chain" :aria-label="$t('From the measured marks to the goal')">
    <li class="heads small quiet">
      <span>{{ $t('{alt} {up} {down} reorder', { alt: 'Alt', up: '↑', down: '↓' }) }}</span>
      <b>{{ $t('saddle') }}</b>
      <b>{{ $t('hand') }}</b>
    </li>
    <li class="end">
      <svg class="sign" width="30" height="30" viewBox="-15 -15 30 30"><LayerSign layer="now" :size="8" /></svg>
      <div class="what">
        <strong>{{ view.is_guess ? $t('A first guess') : $t('Measured') }}</strong>
      </div>
      <span class="figure pair">{{ at(view.begins_saddle) }}</span>
      <span class="figure pair">{{ at(view.begins_hand) }}</span>
      <p v-if="view.is_guess" class="why">{{ $t('until a bike is measured') }}</p>
      <p v-else class="why">
        {{ $t('on a bike for') }}
        <el-select
          class="from"
          size="small"
          :model-value="view.from_use"
          :aria-label="$t('What the measured bike was for')"
          @change="(use: Use) => store.change({ do: 'goal.from_use', use })">
          <el-option v-for="it in usesOf" :key="it.value" :value="it.value" :label="it.label" />
        </el-select>
      </p>
    </li>
    <li
      v-for="line in view.lines"
      :key="line.id"
      class="step"
      :class="{ parked: line.parked, open: open === line.id, bad: line.trouble }"
      @keydown="(e) => key(e, line)">
      <span class="disc figure" aria-hidden="true">{{ number.get(line.id) ?? '' }}</span>
      <button
        type="button"
        class="what plain"
        :aria-expanded="open === line.id"
        @click="open = open === line.id ? null : line.id">
        <strong>{{ line.title }}</strong>
      </button>
      <span class="figure pair">{{ line.saddle.fore }} {{ line.saddle.up }}</span>
      <span class="figure pair">{{ line.hand.fore }} {{ line.hand.up }}</span>
      <button
        type="button"
        class="out plain"
        :aria-label="$t('Take out: {step}', { step: line.title })"
        @click="store.change({ do: 'goal.take_out', id: line.id })">
        ×
      </button>
      <p v-if="line.trouble" class="why trouble">{{ line.trouble }}</p>
      <p v-else class="why">
        {{ [why(line), line.foot].filter(Boolean).join('; ') }}
        <em v-if="line.parked">{{ $t('Parked; adds nothing.') }}</em>
      </p>
      <StepDetail
        v-if="open === line.id"
        :id="sheet.id"
        class="detail"
        :line="line"
        :step="state.chain!.find((x) => x.id === line.id)!.step"
        :first="view.lines[0]!.id === line.id"
        :last="last(line)"
        @shift="(by) => shift(line, by)" />
    </li>
    <li v-if="nudged" class="step nudge">
      <span class="disc hollow" aria-hidden="true"></span>
      <div class="what">
        <strong>{{ $t('Nudges') }}</strong>
      </div>
      <span v-for="(by, i) in nudges" :key="i" class="figure pair"
        >{{ showSigned(by[0]!, unit) }} {{ showSigned(by[1]!, unit) }}</span
      >
    </li>
    <li class="end goal">
      <svg class="sign" width="30" height="30" viewBox="-15 -15 30 30"><LayerSign layer="goal" :size="9" /></svg>
      <div class="what">
        <strong>{{ $t('Goal') }}</strong>
      </div>
      <span class="figure pair goal-ink">{{ at(cell('saddle')) }}</span>
      <span class="figure pair goal-ink">{{ at(cell('hand')) }}</span>
    </li>
  </ol>
</template>

<style scoped>
.chain {
  position: relative;
  margin: 0;
  padding: 0;
  list-style: none;
}
/* The line that leads from what was measured to the goal. */
.chain::before {
  content: '';
  position: absolute;
  left: 30px;
  top: 44px;
  bottom: 26px;
  width: 2px;
  background: var(--goal);
}
li {
  position: relative;
  display: grid;
  grid-template-columns: 30px 1fr 74px 78px 14px;
  gap: 0 4px;
  align-items: center;
  padding: 6px 10px 6px 15px;
  border-bottom: 1px solid var(--hair);
}
.heads {
  padding-block: 2px;
}
.heads span {
  grid-column: 1 / 3;
  padding-left: 38px;
}
.heads b {
  text-align: right;
  color: var(--ink);
}
.end {
  min-height: 44px;
  border-bottom-color: var(--ink);
}
.goal {
  min-height: 50px;
  border-top: 1px solid var(--ink);
}
.goal .what strong {
  font-size: 19px;
}
.goal .pair {
  font-weight: 600;
}
.sign {
  z-index: 1;
}
.what {
  display: flex;
  align-items: center;
  gap: 8px;
  min-width: 0;
  text-align: left;
}
.what strong {
  font-size: 16px;
  font-weight: 620;
  line-height: 1.25;
}
.from {
  width: 132px;
  margin-left: 4px;
}
.plain {
  border: 0;
}
.pair {
  text-align: right;
  font-size: 15px;
  white-space: nowrap;
}
.disc {
  z-index: 1;
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  margin-left: 3px;
  border: 2px solid var(--goal);
  border-radius: 50%;
  background: var(--goal);
  color: var(--sheet);
  font-size: 13px;
}
.disc.hollow,
.parked .disc {
  background: var(--desk, var(--sheet));
  border-style: dashed;
}
.parked {
  color: var(--quiet);
}
.open {
  box-shadow: inset 3px 0 0 var(--goal);
}
.out {
  color: var(--quiet);
  font-size: 17px;
}
.why {
  grid-column: 2 / -1;
  margin: 0;
  color: var(--quiet);
  font-size: 13.5px;
}
.why em {
  display: block;
  font-style: normal;
}
.trouble {
  color: var(--goal);
}
.detail {
  grid-column: 2 / -1;
}
</style>
