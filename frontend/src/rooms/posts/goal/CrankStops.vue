<script setup lang="ts">
import { computed } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { MINUS } from '@/shared/units'

/** The cranks on sale along a line: how far each opens the tightest hip angle, in degrees above or below it. */
type Stop = NonNullable<Sheet['goal']>['lines'][number]['stops'][number]
const props = defineProps<{ stops: Stop[]; chosen: number }>()
const emit = defineEmits<{ take: [crank_mm: number] }>()

const W = 340
const H = 92
const MIDDLE = 46
const span = computed(() => Math.max(1, ...props.stops.map((s) => Math.abs(s.hip_by_deg))))
const placed = computed(() => {
  const [least, most] = [props.stops[0]!.crank_mm, props.stops[props.stops.length - 1]!.crank_mm]
  return props.stops.map((s) => ({
    ...s,
    x: 16 + ((s.crank_mm - least) / Math.max(1, most - least)) * (W - 32),
    y: MIDDLE - (s.hip_by_deg / span.value) * 28,
    on: s.crank_mm === props.chosen,
  }))
})
const on = computed(() => placed.value.find((s) => s.on))
const deg = (v: number) => {
  const shown = Math.abs(v).toFixed(1)
  return shown === '0.0' ? '0' : `${v < 0 ? MINUS : '+'}${shown}°`
}
// Whole lengths are written where the neighbours leave room.
const written = (s: { crank_mm: number; on: boolean }) => s.on || s.crank_mm % 5 === 0
function key(event: KeyboardEvent, i: number) {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  const next = by ? props.stops[i + by] : undefined
  if (!next) return
  event.preventDefault()
  emit('take', next.crank_mm)
}
</script>

<template>
  <figure>
    <svg :width="W" :height="H" :viewBox="`0 0 ${W} ${H}`" role="radiogroup" :aria-label="$t('Crank length')">
      <path :d="`M8 ${MIDDLE}H${W - 8}`" class="level" />
      <g
        v-for="(s, i) in placed"
        :key="s.crank_mm"
        role="radio"
        class="stop"
        :class="{ on: s.on }"
        :tabindex="s.on ? 0 : -1"
        :aria-checked="s.on"
        :aria-label="$t('{crank}: hip {by}, {says}', { crank: s.crank_mm, by: deg(s.hip_by_deg), says: s.says })"
        @click="emit('take', s.crank_mm)"
        @keydown="(e) => key(e, i)">
        <rect :x="s.x - 11" y="0" width="22" :height="H" class="hit" />
        <path :d="`M${s.x} ${MIDDLE}V${s.y}`" />
        <circle :cx="s.x" :cy="s.y" :r="s.on ? 5.5 : 4" />
        <text v-if="s.on" :x="s.x" :y="s.y + (s.y > MIDDLE ? 18 : -9)" text-anchor="middle">
          {{ deg(s.hip_by_deg) }}
        </text>
        <text v-if="written(s)" :x="s.x" :y="H - 4" text-anchor="middle" class="length">{{ s.crank_mm }}</text>
      </g>
    </svg>
    <figcaption v-if="on" class="small">
      <b>{{ on.crank_mm }}</b> {{ $t('opens the hip by {by};', { by: deg(on.hip_by_deg) }) }} {{ on.says }}
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
.level {
  stroke: var(--rule);
}
.stop {
  cursor: pointer;
  outline: none;
}
.stop path {
  stroke: var(--goal);
  stroke-width: 1.4;
}
.stop circle {
  fill: var(--sheet);
  stroke: var(--goal);
  stroke-width: 1.6;
}
.stop.on circle {
  fill: var(--goal);
}
.stop:focus-visible .hit {
  stroke: var(--ink);
}
.hit {
  fill: transparent;
}
text {
  fill: var(--ink);
  font: 560 13px var(--figures);
}
.length {
  fill: var(--quiet);
  font-weight: 420;
  font-size: 11px;
}
.on .length {
  fill: var(--ink);
  font-weight: 620;
}
</style>
