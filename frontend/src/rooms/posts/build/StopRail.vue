<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { RailData, StopOut } from '@/shared/api/client'
import { showStop } from '@/shared/units'

import { SIGNED } from './rails'

/** A rail with a stop for each size that exists; the dot's height is the mm that would be left there. */
const props = defineProps<{ rail: RailData; tolerance: number; previewed: number | null }>()
const emit = defineEmits<{ look: [stop: StopOut | null]; take: [stop: StopOut] }>()

const W = 280
const BASE = 42
const MOST = 26
const signed = computed(() => SIGNED.has(props.rail.name))
const at = (i: number) =>
  14 + (props.rail.stops.length > 1 ? (i * (W - 28)) / (props.rail.stops.length - 1) : (W - 28) / 2)
const rise = (mm: number) => Math.min(MOST, (mm / (props.tolerance * 4)) * MOST)
const here = computed(() => props.rail.stops.find((s) => s.chosen))
const says = (s: StopOut) => s.chosen || !here.value || s.miss_mm <= here.value.miss_mm + 0.5
const house = computed(() => {
  const inside = props.rail.stops.map((s, i) => ({ s, i })).filter((x) => x.s.house)
  return inside.length ? { a: at(inside[0]!.i), b: at(inside.at(-1)!.i) } : null
})
// So many stops a label, so that figures keep clear of each other and of the chosen one.
const every = computed(() => Math.ceil(34 / ((W - 28) / Math.max(1, props.rail.stops.length - 1))))
const chosenAt = computed(() => props.rail.stops.findIndex((s) => s.chosen))
const labelled = (s: StopOut, i: number) =>
  s.chosen || (i % every.value === 0 && (chosenAt.value < 0 || Math.abs(i - chosenAt.value) >= every.value))
// Keys pressed faster than the answers come count from where the last of them led.
const wanted = ref<number | null>(null)
watch(
  () => props.rail.value,
  (value) => {
    if (value === wanted.value) wanted.value = null
  },
)
function key(event: KeyboardEvent) {
  const on = props.rail.stops.findIndex((s) => s.value === wanted.value)
  const now = on >= 0 ? on : props.rail.stops.findIndex((s) => s.chosen)
  const next = {
    ArrowRight: now + 1,
    ArrowUp: now + 1,
    ArrowLeft: now - 1,
    ArrowDown: now - 1,
    Home: 0,
    End: props.rail.stops.length - 1,
  }[event.key]
  const stop = next === undefined ? undefined : props.rail.stops[next]
  if (!stop || (stop.chosen && on < 0)) return
  event.preventDefault()
  wanted.value = stop.value
  emit('take', stop)
}
</script>

<template>
  <div class="rail">
    <div class="head">
      <span>{{ rail.label }}</span><b class="figure"
        >{{ showStop(rail.value, signed) }}{{ rail.unit === '°' ? '°' : '' }}</b
      ><small v-if="rail.each" class="quiet">{{ rail.each }}</small>
    </div>
    <svg
      :viewBox="`0 0 ${W} 64`"
      tabindex="0"
      role="slider"
      :aria-label="rail.label"
      :aria-valuenow="rail.value"
      :aria-valuemin="rail.stops[0]?.value"
      :aria-valuemax="rail.stops.at(-1)?.value"
      :aria-valuetext="`${rail.value}, ${Math.round(here?.miss_mm ?? 0)} mm left`"
      @keydown="key"
      @blur="wanted = null"
      @mouseleave="emit('look', null)">
      <rect x="2" :y="BASE - rise(tolerance)" :width="W - 4" :height="rise(tolerance)" class="band" />
      <path :d="`M2 ${BASE}H${W - 2}`" class="line" />
      <path v-if="house" :d="`M${house.a} ${BASE}H${house.b}`" class="house" />
      <g
        v-for="(stop, i) in rail.stops"
        :key="stop.value"
        class="stop"
        :class="{ chosen: stop.chosen, looked: previewed === stop.value }"
        :data-stop="`${rail.name} ${stop.value}`"
        @mouseenter="emit('look', stop)"
        @click="!stop.chosen && emit('take', stop)">
        <title>
          {{
            $t('{angle}: hand {show_x} {show_y}, {verdict}', {
              angle: stop.named ?? showStop(stop.value, signed),
              show_x: stop.show_x,
              show_y: stop.show_y,
              verdict: stop.verdict,
            })
          }}
        </title>
        <rect :x="at(i) - 13" y="0" width="26" height="64" class="touch" />
        <path :d="`M${at(i)} ${BASE}V${BASE - rise(stop.miss_mm)}`" class="stem" />
        <path v-if="stop.chosen" :d="`M${at(i)} ${BASE - 7}l6 7l-6 7l-6 -7z`" class="diamond" />
        <circle
          :cx="at(i)"
          :cy="BASE - rise(stop.miss_mm)"
          r="3.6"
          :class="stop.verdict === 'out' ? 'hollow' : 'full'" />
        <text v-if="says(stop)" :x="at(i)" :y="BASE - rise(stop.miss_mm) - 6" text-anchor="middle" class="left">
          {{ Math.round(stop.miss_mm) }}
        </text>
        <text v-if="labelled(stop, i)" :x="at(i)" y="60" text-anchor="middle" class="name">
          {{ showStop(stop.value, signed) }}
        </text>
      </g>
    </svg>
  </div>
</template>

<style scoped>
.rail svg {
  width: 100%;
}
.rail {
  display: grid;
  grid-template-columns: 120px minmax(0, 1fr);
  align-items: end;
  height: 66px;
}
.head {
  align-self: center;
}
.head span {
  display: block;
  font-size: 14px;
}
.head b {
  font-size: 24px;
  font-weight: 620;
  line-height: 1.2;
}
.head small {
  display: block;
  overflow: hidden;
  font-size: 12px;
  line-height: 1.1;
  white-space: nowrap;
}
.band {
  fill: var(--pine-tint);
}
.line {
  stroke: var(--plan);
}
.house {
  stroke: var(--ink);
  stroke-width: 3.2;
}
.stop {
  cursor: pointer;
}
.touch {
  fill: transparent;
}
.stop:hover .touch {
  fill: color-mix(in srgb, var(--ink) 7%, transparent);
}
.stem {
  stroke: var(--quiet);
  stroke-width: 1;
}
.hollow {
  fill: var(--paper);
  stroke: var(--quiet);
  stroke-width: 1.2;
}
.full {
  fill: var(--plan);
}
.diamond {
  fill: var(--plan);
  stroke: var(--paper);
  stroke-width: 1.5;
}
text {
  font-family: var(--figures);
  fill: var(--ink);
}
.left {
  font-size: 12px;
  fill: var(--quiet);
}
.name {
  font-size: 13px;
}
.chosen .name {
  font-weight: 700;
}
</style>
