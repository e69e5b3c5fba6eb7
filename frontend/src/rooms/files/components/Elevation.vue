<script setup lang="ts">
import { range, tickStep } from 'd3-array'
import { useElementSize, useEventListener } from '@vueuse/core'
import { computed, ref, watch } from 'vue'

import type { Layer, LedgerRow, Picture } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { showMm } from '@/shared/units'

import { fit, toScreen } from '@/shared/drawing/screen'
import { usePanZoom } from '@/shared/drawing/usePanZoom'
import { t } from '@/shared/i18n'

const props = defineProps<{
  picture: Picture
  ledger: LedgerRow[]
  shown: Record<Layer, boolean>
  loupes: boolean
}>()

const box = ref<HTMLElement>()
const { width, height } = useElementSize(box)
const margin = computed(() => ({ left: 56, right: props.loupes ? 150 : 40, top: 20, bottom: 34 }))
const home = computed(() =>
  fit(
    props.picture.bounds as [number, number, number, number],
    { width: width.value || 860, height: height.value || 576 },
    margin.value,
  ),
)
const svg = ref<SVGSVGElement>()
const { frame, whole } = usePanZoom(svg, home)
watch(() => props.picture.label, whole)

// Figures along the ground lie at least so far apart, px; upward the same step, so that the grid stays square.
const APART = 56
const from = (step: number, low: number, high: number) => range(Math.ceil(low / step) * step, high, step)
const grid = computed(() => {
  const { left, top, scale } = frame.value
  const [near, far] = [(44 - left) / scale, (width.value - 12 - left) / scale]
  const step = tickStep(near, far, (width.value - 56) / APART / 1.6)
  return {
    xs: from(step, near, far),
    ys: from(step, (top - height.value + 30) / scale, (top - 14) / scale),
  }
})
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
        says: t('{label}, {layer}: {show_x} fore, {show_y} up', {
          label: row.label,
          layer,
          show_x: cell.show_x,
          show_y: cell.show_y,
        }),
      })
    }
  }
  return found
})

useEventListener(window, 'waymark:fit', whole)
defineExpose({ frame })
</script>

<template>
  <div ref="box" class="elevation">
    <svg
      v-if="width > 0"
      ref="svg"
      :width="width"
      :height="height"
      role="group"
      :aria-label="$t('Side elevation, {measured}', { measured: picture.label || $t('bike as measured') })">
      <g class="grid">
        <template v-for="x in grid.xs" :key="`c${x}`">
          <path v-for="y in grid.ys" :key="y" :d="`M${at(x, y).x - 4} ${at(x, y).y}h8m-4 -4v8`" />
        </template>
      </g>
      <g
        class="draw"
        :class="{ sketch: picture.sketch }"
        :transform="`translate(${frame.left} ${frame.top}) scale(${frame.scale} ${-frame.scale})`">
        <ShapeList :shapes="picture.far" />
        <g class="bike">
          <ShapeList :shapes="picture.bike" />
          <ShapeList :shapes="picture.crank" />
        </g>
        <ShapeList :shapes="picture.held" />
        <g class="near">
          <ShapeList :shapes="picture.near" />
          <ShapeList :shapes="picture.leg" />
          <ShapeList :shapes="picture.arms" />
        </g>
        <ShapeList :shapes="picture.ghost" />
        <ShapeList :shapes="picture.joints" />
      </g>
      <g class="axes">
        <path :d="`M42 14V${height - 24}H${width - 12}`" />
        <g v-for="x in grid.xs" :key="`x${x}`">
          <path :d="`M${at(x, 0).x} ${height - 24}v5`" />
          <text :x="at(x, 0).x" :y="height - 8" text-anchor="middle">{{ showMm(x) }}</text>
        </g>
        <g v-for="y in grid.ys" :key="`y${y}`">
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
