<script setup lang="ts">
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import type { Layer, LedgerRow, Picture } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { showMm } from '@/shared/units'

import { fit, type Frame, ticks, tickStep, toScreen, zoomed } from '@/shared/drawing/screen'

const props = defineProps<{
  picture: Picture
  ledger: LedgerRow[]
  shown: Record<Layer, boolean>
  loupes: boolean
}>()

const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const moved = ref<Frame | null>(null)
const margin = computed(() => ({ left: 56, right: props.loupes ? 150 : 40, top: 20, bottom: 34 }))
const home = computed(() =>
  fit(
    props.picture.bounds as [number, number, number, number],
    { width: width.value || 860, height: height.value || 576 },
    margin.value,
  ),
)
const frame = computed(() => moved.value ?? home.value)
watch(
  () => props.picture.label,
  () => (moved.value = null),
)

const step = computed(() => tickStep(frame.value.scale, 56))
const xs = computed(() =>
  ticks(
    (44 - frame.value.left) / frame.value.scale,
    (width.value - 12 - frame.value.left) / frame.value.scale,
    step.value,
  ),
)
const ys = computed(() =>
  ticks(
    (frame.value.top - height.value + 30) / frame.value.scale,
    (frame.value.top - 14) / frame.value.scale,
    step.value,
  ),
)
const at = (x: number, y: number) => toScreen(frame.value, x, y)

const marks = computed(() => {
  const found: { layer: Layer; mark: string; x: number; y: number; says: string }[] = []
  for (const row of props.ledger) {
    if (row.mark === 'foot') continue
    for (const layer of ['now', 'goal', 'plan', 'built'] as const) {
      const cell = row.cells[layer]
      if (!cell || !props.shown[layer]) continue
      const p = at(cell.x_mm, cell.y_mm)
      found.push({
        layer,
        mark: row.mark,
        ...p,
        says: `${row.label}, ${layer}: ${cell.show_x} fore, ${cell.show_y} up`,
      })
    }
  }
  return found
})

function onWheel(event: WheelEvent) {
  event.preventDefault()
  const rect = box.value!.getBoundingClientRect()
  moved.value = zoomed(
    frame.value,
    Math.exp(-event.deltaY * 0.0015),
    event.clientX - rect.left,
    event.clientY - rect.top,
  )
}
let drag: { x: number; y: number; from: Frame } | null = null
function onDown(event: PointerEvent) {
  if (event.button !== 0) return
  drag = { x: event.clientX, y: event.clientY, from: frame.value }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function onMove(event: PointerEvent) {
  if (!drag) return
  moved.value = {
    ...drag.from,
    left: drag.from.left + event.clientX - drag.x,
    top: drag.from.top + event.clientY - drag.y,
  }
}
useEventListener(window, 'waymark:fit', () => (moved.value = null))
defineExpose({ frame })
</script>

<template>
  <div ref="box" class="elevation">
    <svg
      v-if="width > 0"
      :width="width"
      :height="height"
      role="group"
      :aria-label="`Side elevation, ${picture.label || 'bike as measured'}`"
      @wheel="onWheel"
      @pointerdown="onDown"
      @pointermove="onMove"
      @pointerup="drag = null"
      @pointercancel="drag = null">
      <g class="grid">
        <template v-for="x in xs" :key="`c${x}`">
          <path v-for="y in ys" :key="y" :d="`M${at(x, y).x - 4} ${at(x, y).y}h8m-4 -4v8`" />
        </template>
      </g>
      <g
        class="draw"
        :class="{ sketch: picture.sketch }"
        :transform="`translate(${frame.left} ${frame.top}) scale(${frame.scale} ${-frame.scale})`">
        <ShapeList :shapes="picture.far" />
        <g class="bike"><ShapeList :shapes="picture.bike" /></g>
        <ShapeList :shapes="picture.held" />
        <g class="near"><ShapeList :shapes="picture.near" /></g>
        <ShapeList :shapes="picture.joints" />
      </g>
      <g class="axes">
        <path :d="`M42 14V${height - 24}H${width - 12}`" />
        <g v-for="x in xs" :key="`x${x}`">
          <path :d="`M${at(x, 0).x} ${height - 24}v5`" />
          <text :x="at(x, 0).x" :y="height - 8" text-anchor="middle">{{ showMm(x) }}</text>
        </g>
        <g v-for="y in ys" :key="`y${y}`">
          <path :d="`M42 ${at(0, y).y}h-5`" />
          <text x="34" :y="at(0, y).y + 4" text-anchor="end">{{ showMm(y) }}</text>
        </g>
      </g>
      <path class="bb" :d="`M${at(0, 0).x - 10} ${at(0, 0).y}h20m-10 -10v20`" />
      <LayerSign
        v-for="m in marks"
        :key="m.layer + m.mark"
        :layer="m.layer"
        :x="m.x"
        :y="m.y"
        :size="m.layer === 'goal' ? 8 : 6"
        :aria-label="m.says"
        role="img" />
      <slot :at="at" :frame="frame" :width="width" :height="height" />
    </svg>
  </div>
</template>

<style scoped>
.elevation {
  position: relative;
  width: 100%;
  height: 100%;
  min-height: 0;
  overflow: hidden;
  background: var(--sheet);
  touch-action: none;
  cursor: grab;
}
.elevation:active {
  cursor: grabbing;
}
svg {
  position: absolute;
  inset: 0;
  display: block;
}
.grid path {
  stroke: var(--hair);
  stroke-width: 1;
  fill: none;
}
.axes path {
  stroke: var(--rule);
  fill: none;
}
.axes text {
  fill: var(--quiet);
  font: 420 12px var(--figures);
}
.bb {
  stroke: var(--ink);
  stroke-width: 1.4;
  fill: none;
}
</style>
