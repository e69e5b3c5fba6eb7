<script setup lang="ts">
import { computed, reactive, watch } from 'vue'

import type { BuildView } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'
import NumberRow from '@/shared/ui/NumberRow.vue'
import SchoolChoice from '@/shared/ui/SchoolChoice.vue'
import TypedBox from '@/shared/ui/TypedBox.vue'
import { MINUS, told } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'

/** How the plan steers and carries against the present bike, and what its gears come to on the rider's hill. */
const props = defineProps<{ build: BuildView }>()
const store = useSheet()
const { unit } = useSettings()
const view = computed(() => props.build.handling)
const gears = computed(() => view.value?.gears)
type Row = NonNullable<BuildView['handling']>['rows'][number]
function shown(row: Row, value: number | null | undefined) {
  if (value === null || value === undefined) return '·'
  if (row.percent) return `${Math.round(value)} %`
  return row.fine ? value.toFixed(1) : told(value, unit.value)
}
const degrees = (deg: number) => `${Math.round(deg) < 0 ? MINUS : ''}${Math.abs(Math.round(deg))}`
const signed = (mm: number | null) =>
  mm === null
    ? '·'
    : (Math.round(mm) > 0 ? '+' : Math.round(mm) < 0 ? '−' : '') + told(Math.abs(Math.round(mm)), unit.value)
const by = (share: number) => `${share < -0.05 ? MINUS : share > 0.05 ? '+' : '±'}${Math.abs(share).toFixed(1)}`
const plain = (value: number | null | undefined, unitOf: string) =>
  value === null || value === undefined
    ? '·'
    : `${unitOf === 'km/h' ? value.toFixed(1) : Math.round(value)} ${unitOf === 'rpm' ? t('rpm') : unitOf}`

type Which = 'now' | 'plan'
type Teeth = NonNullable<typeof gears.value>['now']
// Half of a set is no gears yet: it waits here for its other half, and what was refused stays as it was typed.
const draft = reactive<Record<Which, Teeth | null>>({ now: null, plan: null })
const typed = (which: Which): Teeth => draft[which] ?? (which === 'now' ? gears.value!.now : gears.value!.then)
async function keep(which: Which, part: keyof Teeth, text: string) {
  const both = { ...typed(which), [part]: text }
  draft[which] = both
  if (Boolean(both.rings) !== Boolean(both.cogs)) return
  await store.change({ do: 'build.gears', which, ...both })
}
watch(
  () => JSON.stringify([gears.value?.now, gears.value?.then]),
  () => Object.assign(draft, { now: null, plan: null }),
)
const SETS: { which: Which; label: string }[] = [
  { which: 'now', label: t('Now') },
  { which: 'plan', label: t('Plan') },
]
function hill(name: 'cadence_rpm' | 'power_w' | 'gradient_percent', set: number | null) {
  const h = gears.value!.hill
  const own = (n: typeof name) => (n === name ? set : h.own.includes(n) ? h[n] : null)
  void store.change({
    do: 'build.hill',
    cadence_rpm: own('cadence_rpm'),
    power_w: own('power_w'),
    gradient_percent: own('gradient_percent'),
  })
}
</script>

<template>
  <div v-if="view && gears" class="scroll handling">
    <table class="bench-table">
      <thead>
        <tr>
          <th scope="col">{{ $t('Against the present bike') }}</th>
          <th scope="col" class="n">{{ $t('Now') }}</th>
          <th scope="col" class="n">{{ $t('Plan') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in view.rows" :key="row.name">
          <th scope="row">
            {{ row.name }}<span v-if="row.says" class="small says">{{ row.says }}</span>
          </th>
          <td class="n figure now">{{ shown(row, row.now) }}</td>
          <td class="n figure plan">{{ shown(row, row.then) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="view.note" class="small quiet">{{ view.note }}</p>
    <p class="small quiet">
      {{ $t('On the hands: reckoned, an upper limit, to compare positions by. Never a reading.') }}
    </p>
    <table v-if="view.small.length" class="bench-table small-changes">
      <thead>
        <tr>
          <th scope="col">{{ $t('What small changes do to it') }}</th>
          <th scope="col" class="n">{{ $t('On the hands, %') }}</th>
          <th scope="col" class="n">{{ $t('Front wheel, %') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in view.small" :key="row.what">
          <th scope="row">{{ row.what }}</th>
          <td class="n figure">
            {{ row.hands_percent.toFixed(1) }}<small v-if="i" class="by">{{ by(row.hands_by) }}</small>
          </td>
          <td class="n figure">
            {{ row.front_percent.toFixed(1) }}<small v-if="i" class="by">{{ by(row.front_by) }}</small>
          </td>
        </tr>
      </tbody>
    </table>
    <template v-if="view.pairs">
      <h3>{{ $t('Stem and width, at one height') }}</h3>
      <table class="bench-table pairs">
        <thead>
          <tr>
            <th scope="col">{{ $t('Bar, wide') }}</th>
            <th v-for="stem in view.pairs.stems_mm" :key="stem" scope="col">{{ $t('stem {mm}', { mm: stem }) }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(row, i) in view.pairs.rows" :key="view.pairs.widths_mm[i]">
            <th scope="row" class="figure">{{ told(view.pairs.widths_mm[i]!, unit) }}</th>
            <td
              v-for="(pair, j) in row"
              :key="view.pairs.stems_mm[j]"
              :class="{
                on: view.pairs.widths_mm[i] === view.pairs.width_mm && view.pairs.stems_mm[j] === view.pairs.stem_mm,
                school:
                  view.pairs.widths_mm[i] === view.pairs.by_school?.y_mm &&
                  view.pairs.stems_mm[j] === view.pairs.by_school?.x_mm,
              }">
              <b class="figure">{{ signed(pair.felt_mm) }}</b>
              <small class="figure quiet">{{ told(pair.arm_mm, unit) }}</small>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="small quiet">
        {{
          $t(
            'Above: longer or shorter as this rider’s own arms feel it, spacers keeping the height. Below: steering arm.',
          )
        }}
      </p>
      <template v-if="view.raised">
        <h3>{{ $t('Rise and roll, at one height') }}</h3>
        <table class="bench-table pairs raised">
          <thead>
            <tr>
              <th scope="col">{{ $t('Bar, rise') }}</th>
              <th v-for="roll in view.raised.rolls_deg" :key="roll" scope="col">
                {{ $t('rolled {deg}°', { deg: degrees(roll) }) }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(row, i) in view.raised.rows" :key="view.raised.rises_mm[i]">
              <th scope="row" class="figure">{{ told(view.raised.rises_mm[i]!, unit) }}</th>
              <td
                v-for="(it, j) in row"
                :key="view.raised.rolls_deg[j]"
                :class="{
                  on:
                    view.raised.rises_mm[i] === view.raised.rise_mm &&
                    view.raised.rolls_deg[j] === view.raised.roll_deg,
                  not: !it.stands,
                }">
                <b class="figure">{{ signed(it.hands_mm) }}</b>
                <small class="figure quiet">{{ $t('pile {by}', { by: signed(it.spacers_mm) }) }}</small>
              </td>
            </tr>
          </tbody>
        </table>
        <p class="small quiet">
          {{ $t('Above: hands forward or back. Below: what the pile changes by to keep the height; grey: it cannot.') }}
        </p>
        <p v-if="view.raised.says" class="small ochre-ink">{{ view.raised.says }}</p>
      </template>
      <h3>{{ view.pairs.asks.question }}</h3>
      <SchoolChoice
        v-bind="view.pairs.asks"
        :whose="$t('This file’s own.')"
        @pick="(school) => store.change({ do: 'frame.school', question: 'weight', school })" />
      <p v-if="view.pairs.says" class="small">{{ view.pairs.says }}</p>
    </template>
    <h3>{{ $t('Gears') }}</h3>
    <div class="sets">
      <span /><span class="small quiet">{{ $t('Rings') }}</span
      ><span class="small quiet">{{ $t('Cogs') }}</span>
      <template v-for="set in SETS" :key="set.which">
        <span>{{ set.label }}</span>
        <TypedBox
          class="row-box"
          :value="typed(set.which).rings"
          :label="$t('Rings, {which}', { which: set.label })"
          @keep="(x) => keep(set.which, 'rings', x)" />
        <TypedBox
          class="row-box"
          :value="typed(set.which).cogs"
          :label="$t('Cogs, {which}', { which: set.label })"
          @keep="(x) => keep(set.which, 'cogs', x)" />
      </template>
    </div>
    <template v-if="gears.rows.length">
      <p v-for="line in gears.says" :key="line" class="line">{{ line }}</p>
      <table class="bench-table">
        <tbody>
          <tr v-for="row in gears.rows" :key="row.name">
            <th scope="row">{{ row.name }}</th>
            <td class="n figure now">{{ plain(row.now, row.unit) }}</td>
            <td class="n figure plan">{{ plain(row.then, row.unit) }}</td>
          </tr>
        </tbody>
      </table>
      <p v-if="gears.asks" class="small quiet">{{ gears.asks }}</p>
      <div class="hill">
        <NumberRow
          :label="$t('Cadence on the flat')"
          :value="gears.hill.cadence_rpm"
          :least="40"
          :most="140"
          @keep="(v) => hill('cadence_rpm', v)" />
        <NumberRow
          v-if="gears.hill.power_w !== null"
          :label="$t('Power up the climb, W')"
          :value="gears.hill.power_w"
          :least="20"
          :most="900"
          :step="10"
          @keep="(v) => hill('power_w', v)" />
        <NumberRow
          :label="$t('Steepest climb, %')"
          :value="gears.hill.gradient_percent"
          :least="0"
          :most="40"
          @keep="(v) => hill('gradient_percent', v)" />
      </div>
    </template>
    <p v-else class="small quiet">{{ $t('Type the teeth with spaces between, small or large first.') }}</p>
  </div>
</template>

<style scoped>
.small-changes {
  margin-top: 12px;
}
.small-changes td {
  padding-left: 12px;
  white-space: nowrap;
}
.by {
  display: inline-block;
  width: 44px;
  color: var(--quiet);
}
.says {
  display: block;
  color: var(--quiet);
}
.n {
  width: 92px;
  text-align: right;
  white-space: nowrap;
}
.plan {
  color: var(--plan);
  font-weight: 560;
}
.pairs td {
  padding: 2px 0;
  text-align: center;
}
.pairs thead th {
  text-align: center;
}
.pairs td small {
  display: block;
  font-size: 12px;
}
.pairs .not {
  opacity: 0.45;
}
.pairs .school {
  box-shadow: inset 0 -2px 0 var(--goal);
}
.pairs .on {
  background: var(--sheet);
  box-shadow: inset 0 -3px var(--plan);
}
h3 {
  margin-top: 8px;
  padding-top: 6px;
  border-top: 1px solid var(--hair);
  font-size: 15px;
}
.sets {
  display: grid;
  grid-template-columns: 38px 60px 1fr;
  gap: 4px 8px;
  align-items: center;
  padding: 2px 0 6px;
  font-size: 14px;
}
.line {
  padding: 2px 0;
  font-size: 14px;
}
.hill {
  display: grid;
  gap: 4px;
  padding-top: 6px;
}
</style>
