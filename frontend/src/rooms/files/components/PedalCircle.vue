<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas, Sheet } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import { showDeg } from '@/shared/units'

import { AT_REST_DEG, STEP_DEG } from '../useTurn'

/** The circle of the pedal axle: where the hip is tightest and the knee straightest, and the cranks in hand. */
const props = defineProps<{
  sheet: Sheet
  turned: Schemas['CranksTurned'] | null
  deg: number | null
  at: (x: number, y: number) => { x: number; y: number }
  scale: number
}>()
const emit = defineEmits<{ turn: [to: number | null]; by: [step: number] }>()

const centre = computed(() => props.at(0, 0))
const radius = computed(() => (props.sheet.picture?.crank_mm ?? 0) * props.scale)
const OUT = 17
// A tick at the pedal's place, its words outside the circle.
const ticks = computed(() =>
  props.sheet.dials.flatMap((dial) => {
    if (!dial.pedal) return []
    const p = props.at(dial.pedal.x_mm, dial.pedal.y_mm)
    const [dx, dy] = [(p.x - centre.value.x) / radius.value, (p.y - centre.value.y) / radius.value]
    return [
      {
        name: dial.name,
        d: `M${p.x - 6 * dx} ${p.y - 6 * dy}L${p.x + 8 * dx} ${p.y + 8 * dy}`,
        x: p.x + OUT * dx,
        y: p.y + OUT * dy + 4,
        // Under the circle the right is for what the cranks say.
        anchor: dx < -0.3 || dy > 0.8 ? 'end' : 'start',
        says: `${dial.label} ${showDeg(dial.value_deg)}`,
      },
    ]
  }),
)
const words = computed(() =>
  props.turned
    ? t('crank {crank}: knee {knee}, hip {hip}', {
        crank: showDeg(props.turned.crank_deg),
        knee: showDeg(props.turned.knee_deg),
        hip: showDeg(props.turned.hip_deg),
      })
    : t('cranks: drag, wheel, or the keys , and .'),
)
const knob = computed(() => {
  const it = props.turned?.pedal
  return it ? props.at(it.x_mm, it.y_mm) : null
})
const dragging = ref(false)
function drag(event: PointerEvent) {
  if (!dragging.value) return
  const box = (event.currentTarget as SVGElement).ownerSVGElement!.getBoundingClientRect()
  const [dx, dy] = [event.clientX - box.left - centre.value.x, event.clientY - box.top - centre.value.y]
  // On the screen as on a clock: 0 at the top, growing forward, in the wheel's own steps.
  emit('turn', Math.round((Math.atan2(dx, -dy) * 180) / Math.PI / STEP_DEG) * STEP_DEG)
}
function take(event: PointerEvent) {
  dragging.value = true
  ;(event.currentTarget as SVGElement).setPointerCapture(event.pointerId)
  drag(event)
}
const KEYS: Record<string, number> = {
  ArrowRight: STEP_DEG,
  ArrowUp: STEP_DEG,
  ArrowLeft: -STEP_DEG,
  ArrowDown: -STEP_DEG,
}
function key(event: KeyboardEvent) {
  const by = KEYS[event.key]
  if (!by && event.key !== 'Escape') return
  event.preventDefault()
  event.stopPropagation()
  if (by) emit('by', by)
  else emit('turn', null)
}
</script>

<template>
  <g v-if="radius > 12 && ticks.length" class="turning">
    <circle :cx="centre.x" :cy="centre.y" :r="radius" class="way" />
    <circle
      :cx="centre.x"
      :cy="centre.y"
      :r="radius + 10"
      class="hold"
      role="slider"
      tabindex="0"
      :aria-label="$t('Cranks')"
      aria-valuemin="0"
      aria-valuemax="359"
      :aria-valuenow="deg ?? AT_REST_DEG"
      :aria-valuetext="words"
      @keydown="key"
      @pointerdown.stop="take"
      @pointermove="drag"
      @pointerup="dragging = false"
      @dblclick="emit('turn', null)"
      @mousedown.stop
      @wheel.stop.prevent="(e) => emit('by', e.deltaY > 0 ? STEP_DEG : -STEP_DEG)" />
    <g v-for="it in ticks" :key="it.name" class="tick">
      <path :d="it.d" />
      <text :x="it.x" :y="it.y" :text-anchor="it.anchor">{{ it.says }}</text>
    </g>
    <circle v-if="knob" :cx="knob.x" :cy="knob.y" r="6" class="knob" />
    <text v-if="turned" :x="centre.x + 30" :y="centre.y + radius + 21" class="says">{{ words }}</text>
  </g>
</template>

<style scoped>
.way {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 1;
  stroke-dasharray: 1 4;
}
.hold {
  fill: transparent;
  stroke: none;
  cursor: grab;
}
.hold:focus-visible {
  outline: none;
  stroke: var(--ink);
  stroke-width: 1.4;
}
.tick path {
  fill: none;
  stroke: var(--goal);
  stroke-width: 2.4;
}
.knob {
  fill: var(--sheet);
  stroke: var(--goal);
  stroke-width: 2;
  pointer-events: none;
}
text {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 4;
  paint-order: stroke;
  font: 540 12.5px var(--words);
  pointer-events: none;
}
.says {
  fill: var(--quiet);
  font-weight: 420;
}
</style>
