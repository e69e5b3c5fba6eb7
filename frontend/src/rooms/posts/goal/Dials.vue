<script setup lang="ts">
import { computed } from 'vue'

import type { Sheet } from '@/shared/api/client'
import Chip from '@/shared/ui/Chip.vue'
import { t } from '@/shared/i18n'
import { MINUS, showDeg } from '@/shared/units'

const props = defineProps<{ sheet: Sheet }>()
const dials = computed(() => props.sheet.dials)

type Dial = Sheet['dials'][number]
const SWEEP = 220
const R = 38
// The house window fills the middle half of the sweep; a window without an upper bound runs to the end.
function scale(dial: Dial) {
  const top = dial.greatest_deg ?? dial.least_deg + 40
  const wide = top - dial.least_deg
  return { from: dial.least_deg - wide / 2, to: top + wide / 2, top }
}
function angle(dial: Dial, value: number) {
  const s = scale(dial)
  const share = Math.max(0, Math.min(1, (value - s.from) / (s.to - s.from)))
  return ((-90 - SWEEP / 2 + share * SWEEP) * Math.PI) / 180
}
const on = (a: number, r: number) => `${r * Math.cos(a)} ${r * Math.sin(a)}`
function arc(dial: Dial, a: number, b: number, r: number) {
  const from = angle(dial, a)
  const to = angle(dial, b)
  return `M${on(from, r)}A${r} ${r} 0 ${to - from > Math.PI ? 1 : 0} 1 ${on(to, r)}`
}
// From the present bike, to a tenth: the difference is what can be trusted.
const changed = (dial: Dial) => {
  if (dial.now_deg == null) return ''
  const by = dial.value_deg - dial.now_deg
  const shown = Math.abs(by).toFixed(1)
  if (shown === '0.0') return ''
  return t('was {was}, {by}', { was: showDeg(dial.now_deg), by: `${by < 0 ? MINUS : '+'}${shown}°` })
}
const spoken = (dial: Dial) => {
  const says = `${dial.label} ${showDeg(dial.value_deg)}`
  return `${says}${dial.sd_deg == null ? '' : ` ± ${dial.sd_deg.toFixed(0)}°`}, ${dial.verdict}`
}
const sides = (it: NonNullable<Dial['sides']>) =>
  t('left {left}, right {right}', { left: showDeg(it.left_deg), right: showDeg(it.right_deg) })
const label = (dial: Dial, value: number) => {
  const a = angle(dial, value)
  return { x: (R + 13) * Math.cos(a), y: (R + 13) * Math.sin(a) + 4 }
}
</script>

<template>
  <div v-if="dials.length" class="dials">
    <figure v-for="dial in dials" :key="dial.name">
      <svg width="116" height="74" viewBox="-58 -54 116 74" role="img" :aria-label="spoken(dial)">
        <title v-if="dial.sd_deg != null">{{ spoken(dial) }}</title>
        <path :d="arc(dial, scale(dial).from, scale(dial).to, R)" class="whole" />
        <path
          v-if="dial.sd_deg != null"
          :d="arc(dial, dial.value_deg - dial.sd_deg, dial.value_deg + dial.sd_deg, R + 3)"
          class="band" />
        <path :d="arc(dial, dial.least_deg, scale(dial).top, R - 4)" class="house" />
        <text v-bind="label(dial, dial.least_deg)" text-anchor="middle">{{ dial.least_deg }}</text>
        <text v-if="dial.greatest_deg != null" v-bind="label(dial, dial.greatest_deg)" text-anchor="middle">
          {{ dial.greatest_deg }}
        </text>
        <circle
          v-if="dial.now_deg != null"
          :cx="R * Math.cos(angle(dial, dial.now_deg))"
          :cy="R * Math.sin(angle(dial, dial.now_deg))"
          r="4.2"
          class="now" />
        <path
          v-if="dial.other_deg != null"
          :d="`M${on(angle(dial, dial.other_deg), R + 3)}L${on(angle(dial, dial.other_deg), 20)}`"
          class="other" />
        <path :d="`M${on(angle(dial, dial.value_deg), R + 3)}L${on(angle(dial, dial.value_deg), 14)}`" class="needle" />
        <template v-if="dial.sides">
          <path
            v-for="deg in [dial.sides.left_deg, dial.sides.right_deg]"
            :key="deg"
            :d="`M${on(angle(dial, deg), R + 6)}L${on(angle(dial, deg), R - 9)}`"
            class="side" />
        </template>
        <text y="12" text-anchor="middle" class="value">{{ showDeg(dial.value_deg) }}</text>
      </svg>
      <figcaption>{{ dial.label }} <Chip :word="dial.verdict" /></figcaption>
      <small v-if="dial.sides" class="was both">{{ sides(dial.sides) }}</small>
      <small v-if="changed(dial)" class="was">{{ changed(dial) }}</small>
    </figure>
    <p v-if="dials.some((d) => d.other_deg != null)" class="was rival">
      <svg width="22" height="8"><path d="M1 4H21" class="other" /></svg>
      {{ $t('the school not chosen') }}
    </p>
  </div>
</template>

<style scoped>
.dials {
  position: absolute;
  top: 18px;
  right: 8px;
  display: grid;
  grid-template-columns: 120px 120px;
  gap: 4px 8px;
  padding: 4px;
  background: color-mix(in srgb, var(--sheet) 88%, transparent);
}
figure {
  margin: 0;
  text-align: center;
}
figcaption {
  display: flex;
  gap: 6px;
  align-items: center;
  justify-content: center;
  font-size: 13px;
  font-weight: 620;
  white-space: nowrap;
}
.whole {
  fill: none;
  stroke: var(--rule);
}
.house {
  fill: none;
  stroke: var(--pine-tint);
  stroke-width: 8;
}
.band {
  fill: none;
  stroke: color-mix(in srgb, var(--goal) 45%, transparent);
  stroke-width: 2.5;
}
.needle {
  stroke: var(--goal);
  stroke-width: 3;
}
.side {
  stroke: var(--goal);
  stroke-width: 1.6;
}
.both {
  color: var(--ink);
}
.rival {
  grid-column: 1 / -1;
  margin: 0;
  text-align: right;
}
.other {
  stroke: var(--goal);
  stroke-width: 1.4;
  stroke-dasharray: 3 2.5;
}
.was {
  display: block;
  color: var(--quiet);
  font-size: 12px;
}
.now {
  fill: var(--sheet);
  stroke: var(--now);
  stroke-width: 1.8;
}
text {
  fill: var(--quiet);
  font: 420 11.5px var(--figures);
}
.value {
  fill: var(--ink);
  font: 620 21px var(--words);
}
</style>
