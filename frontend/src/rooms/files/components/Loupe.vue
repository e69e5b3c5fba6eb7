<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Layer, LedgerRow, Picture } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import Chip from '@/shared/ui/Chip.vue'

/** A round magnifier on one mark: mm ticks, the tolerance cell, every layer's sign. Its goal can be dragged. */
const props = defineProps<{
  row: LedgerRow
  picture: Picture | null
  shown: Record<Layer, boolean>
  pxPerMm: number
  says: string
  preview?: { x_mm: number; y_mm: number } | null
  /** Where the size held beside would put the mark: hollow, under the rest. */
  held?: { x_mm: number; y_mm: number } | null
  /** The way from what was measured to the goal, step by step, and where a rival school would end. */
  way?: readonly { x_mm: number; y_mm: number }[]
  rival?: { x_mm: number; y_mm: number } | null
  /** What turning and sliding alone reaches. */
  area?: readonly { x_mm: number; y_mm: number }[]
  draggable?: boolean
}>()
const emit = defineEmits<{ move: [dx: number, dy: number] }>()

const R = 84
const pulled = ref<{ x: number; y: number } | null>(null)
const centre = computed(() => props.row.cells.goal ?? props.row.cells.now ?? { x_mm: 0, y_mm: 0 })
const px = (mm: number) => mm * props.pxPerMm
const place = (c: { x_mm: number; y_mm: number }) => {
  const x = px(c.x_mm - centre.value.x_mm)
  const y = -px(c.y_mm - centre.value.y_mm)
  const far = Math.hypot(x, y)
  const out = far > R - 12
  const by = out ? (R - 12) / far : 1
  return { x: x * by, y: y * by, out }
}
const marks = computed(() =>
  (['now', 'goal', 'plan', 'built'] as const)
    .filter((layer) => props.row.cells[layer] && props.shown[layer])
    .map((layer) => ({ layer, ...place(props.row.cells[layer]!) })),
)
const ticks = computed(() => {
  const every = props.pxPerMm >= 8 ? 1 : 2
  const found: string[] = []
  const most = Math.floor((R - 2) / props.pxPerMm)
  for (let mm = -most; mm <= most; mm++) {
    if (mm === 0 || mm % every) continue
    const long = mm % 10 === 0 ? 7 : mm % 5 === 0 ? 5 : 3
    found.push(`M${px(mm)} 0v${-long}M0 ${px(mm)}h${long}`)
  }
  return found.join('')
})

// A traverse: numbered where it turns, as far as the glass shows it.
const turns = computed(() => {
  const found = (props.way ?? []).map(place)
  return found.filter((p, i) => i === 0 || Math.hypot(p.x - found[i - 1]!.x, p.y - found[i - 1]!.y) > 1)
})
const traverse = computed(() => turns.value.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join(''))

const outline = computed(() => {
  const found = (props.area ?? []).map((p) => `${px(p.x_mm - centre.value.x_mm)} ${-px(p.y_mm - centre.value.y_mm)}`)
  return `M${found.join('L')}Z`
})

let from: { x: number; y: number } | null = null
function down(event: PointerEvent) {
  if (!props.draggable) return
  event.stopPropagation()
  from = { x: event.clientX, y: event.clientY }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function drag(event: PointerEvent) {
  if (!from) return
  event.stopPropagation()
  pulled.value = { x: event.clientX - from.x, y: event.clientY - from.y }
}
function up() {
  if (from && pulled.value) {
    const dx = Math.round(pulled.value.x / props.pxPerMm)
    const dy = -Math.round(pulled.value.y / props.pxPerMm)
    if (dx || dy) emit('move', dx, dy)
  }
  from = null
  pulled.value = null
}
function key(event: KeyboardEvent) {
  if (!props.draggable) return
  const by = event.shiftKey ? 5 : 1
  const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[event.key]
  if (!step) return
  event.preventDefault()
  emit('move', step[0]!, step[1]!)
}
const clip = computed(() => `loupe-${props.row.mark}`)
</script>

<template>
  <figure class="loupe" :class="row.mark">
    <svg
      :width="2 * R + 4"
      :height="2 * R + 4"
      :viewBox="`${-R - 2} ${-R - 2} ${2 * R + 4} ${2 * R + 4}`"
      :tabindex="draggable ? 0 : undefined"
      :role="draggable ? 'slider' : 'img'"
      :aria-label="
        draggable
          ? $t('{label} goal; arrows move it', { label: row.label })
          : $t('{label} magnified', { label: row.label })
      "
      :aria-valuetext="draggable && row.miss ? `${row.miss.show_x} ${row.miss.show_y}` : undefined"
      :aria-valuenow="draggable ? Math.round(centre.y_mm) : undefined"
      @pointerdown="down"
      @pointermove="drag"
      @pointerup="up"
      @pointercancel="up"
      @keydown="key">
      <clipPath :id="clip"><circle :r="R - 1" /></clipPath>
      <circle :r="R" class="glass" />
      <g :clip-path="`url(#${clip})`">
        <g
          v-if="picture"
          class="draw"
          :class="{ sketch: picture.sketch }"
          :transform="`translate(${-px(centre.x_mm)} ${px(centre.y_mm)}) scale(${pxPerMm} ${-pxPerMm})`">
          <g class="bike"><ShapeList :shapes="picture.bike" /></g>
        </g>
        <rect
          class="cell"
          :x="-px(row.tol_x_mm)"
          :y="-px(row.tol_y_mm)"
          :width="2 * px(row.tol_x_mm)"
          :height="2 * px(row.tol_y_mm)" />
        <path v-if="area?.length" class="area" :d="outline" />
        <path class="cross" :d="`M${-R} 0H${R}M0 ${-R}V${R}${ticks}`" />
      </g>
      <g v-if="turns.length > 1" class="way">
        <path :d="traverse" />
        <template v-for="(p, i) in turns" :key="i">
          <circle v-if="i && i < turns.length - 1" :cx="p.x" :cy="p.y" r="3" />
        </template>
      </g>
      <circle v-if="rival" class="rival" :cx="place(rival).x" :cy="place(rival).y" r="8" />
      <LayerSign v-if="held" layer="plan" hollow :x="place(held).x" :y="place(held).y" :size="12" />
      <LayerSign
        v-for="m in marks"
        :key="m.layer"
        :layer="m.layer"
        :x="m.x + (m.layer === 'goal' && pulled ? pulled.x : 0)"
        :y="m.y + (m.layer === 'goal' && pulled ? pulled.y : 0)"
        :size="m.layer === 'goal' ? 9.5 : m.layer === 'plan' ? 6.8 : 7"
        :class="{ beyond: m.out }" />
      <LayerSign v-if="preview" layer="plan" hollow :x="place(preview).x" :y="place(preview).y" :size="7.5" />
      <circle :r="R" class="rim" />
    </svg>
    <figcaption>
      <b>{{ row.label }}</b>
      <template v-if="row.miss">
        <span class="figure miss" :class="`${row.miss.of}-ink`">{{ row.miss.show_x }} {{ row.miss.show_y }}</span>
        <Chip :word="row.miss.verdict" />
      </template>
      <small>{{ says }}</small>
    </figcaption>
  </figure>
</template>

<style scoped>
.loupe {
  margin: 0;
  width: 184px;
  text-align: center;
  pointer-events: none;
}
svg {
  pointer-events: auto;
  border-radius: 50%;
}
svg[tabindex] {
  cursor: move;
  touch-action: none;
}
.glass {
  fill: var(--sheet);
}
.rim {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.8;
}
.cross {
  stroke: var(--goal);
  stroke-width: 0.9;
  fill: none;
  opacity: 0.75;
}
.cell {
  fill: color-mix(in srgb, var(--plan) 13%, transparent);
  stroke: var(--plan);
  stroke-width: 1;
  stroke-dasharray: 4 3;
}
.way path {
  fill: none;
  stroke: var(--goal);
  stroke-width: 1.6;
}
.way circle {
  fill: var(--goal);
}
.rival {
  fill: none;
  stroke: var(--goal);
  stroke-width: 1.8;
  stroke-dasharray: 3.5 2.5;
}
.beyond {
  opacity: 0.5;
}
.draw {
  opacity: 0.75;
}
figcaption {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  justify-content: center;
  gap: 0 8px;
}
figcaption b {
  font-size: 17px;
  font-weight: 620;
}
.miss {
  font-size: 20px;
  font-weight: 600;
}
small {
  flex-basis: 100%;
  color: var(--quiet);
  font-size: 12.5px;
}
.area {
  fill: color-mix(in srgb, var(--plan) 10%, transparent);
  stroke: var(--plan);
  stroke-width: 1;
  stroke-dasharray: 2 2.5;
}
</style>
