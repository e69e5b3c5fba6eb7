<script setup lang="ts">
import { computed } from 'vue'

import type { BuildView, Picture, StopOut } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'

/** The bar at one scale from the side, the old one dashed, and with the rider's arms from the front. */
const props = defineProps<{ build: BuildView; picture: Picture | null; preview: StopOut | null }>()

const W = 420
const H = 196
const SPLIT = 226
const SIDE = 0.82
const seen = computed(() => props.build.bar.front)
const wide = computed(() => (seen.value ? SPLIT : W))
// The clamp and the hand share the middle.
const origin = computed(() => {
  const c = props.build.clamp
  const h = props.build.hand_off_clamp
  return { x: wide.value / 2 - (c.x_mm + h.x_mm / 2 + 6) * SIDE, y: 72 + (c.y_mm + Math.min(40, h.y_mm)) * SIDE }
})
const at = (p: { x_mm: number; y_mm: number }) => ({
  x: origin.value.x + p.x_mm * SIDE,
  y: origin.value.y - p.y_mm * SIDE,
})
const goal = computed(() => {
  const { goal_clamp: g, hand_off_clamp: h } = props.build
  return at({ x_mm: g.x_mm + h.x_mm, y_mm: g.y_mm + h.y_mm })
})
const plan = computed(() => {
  const { clamp: c, hand_off_clamp: h } = props.build
  return at({ x_mm: c.x_mm + h.x_mm, y_mm: c.y_mm + h.y_mm })
})
const ghost = computed(() => (props.preview ? at(props.preview.hand) : null))
const SIDES: Record<string, { dx: number; dy: number; anchor: 'start' | 'middle' | 'end' }> = {
  0: { dx: -8, dy: -36, anchor: 'end' },
  1: { dx: 4, dy: -36, anchor: 'start' },
  2: { dx: -14, dy: 20, anchor: 'end' },
}
const names = computed(() =>
  props.build.bar.places.map((p, i, all) => {
    const side = SIDES[all.length === 1 ? 1 : i]!
    const m = at(p.at)
    return { ...p, m, x: m.x + side.dx, y: m.y + side.dy, anchor: side.anchor }
  }),
)
const FRONT = 0.215
const front = computed(() => ({ x: (SPLIT + W) / 2, y: 20 + (seen.value?.top_mm ?? 0) * FRONT }))
const half = (mm: number) => (mm / 2) * FRONT
// From the shoulders straight down to their width.
const plumb = computed(() => {
  const { x, y } = front.value
  const side = half(seen.value?.shoulder_mm ?? 0)
  const top = y - (seen.value?.top_mm ?? 0) * FRONT
  return `M${x - side} ${top}V${H - 30}M${x + side} ${top}V${H - 30}`
})
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    class="views close-up"
    role="group"
    :aria-label="$t('The bar from the side and from the front')">
    <clipPath id="bar-side"><rect :width="wide" :height="H" /></clipPath>
    <g clip-path="url(#bar-side)">
      <g class="draw" :transform="`translate(${origin.x} ${origin.y}) scale(${SIDE} ${-SIDE})`">
        <g class="old"><ShapeList :shapes="build.bar.old" /></g>
        <ShapeList v-if="picture" :shapes="picture.bike" />
      </g>
    </g>
    <g v-for="n in names" :key="n.name" class="place">
      <circle :cx="n.m.x" :cy="n.m.y" r="3.4" />
      <path :d="`M${n.m.x} ${n.m.y}L${n.x} ${n.y + (n.y < n.m.y ? 4 : -12)}`" />
      <text :x="n.x" :y="n.y - 9" :text-anchor="n.anchor">{{ n.name }}</text>
      <text v-if="n.trunk_deg !== null" :x="n.x" :y="n.y + 4" :text-anchor="n.anchor" class="trunk">
        {{ n.about ? $t('trunk about {deg}°', { deg: n.trunk_deg }) : $t('trunk {deg}°', { deg: n.trunk_deg }) }}
      </text>
    </g>
    <LayerSign layer="goal" :x="goal.x" :y="goal.y" :size="8" />
    <LayerSign layer="plan" :x="plan.x" :y="plan.y" :size="5.6" />
    <LayerSign v-if="ghost" layer="plan" hollow :x="ghost.x" :y="ghost.y" :size="6.4" />
    <g v-if="seen">
      <path :d="`M${SPLIT} 0V${H}`" class="split" />
      <g class="draw" :transform="`translate(${front.x} ${front.y}) scale(${FRONT} ${-FRONT})`">
        <ShapeList :shapes="seen.picture" />
      </g>
      <g class="widths">
        <path :d="plumb" class="plumb" />
        <path :d="`M${front.x - half(seen.shoulder_mm)} ${H - 24}h${2 * half(seen.shoulder_mm)}`" class="bones" />
        <path :d="`M${front.x - half(seen.hand_mm)} ${H - 9}h${2 * half(seen.hand_mm)}`" class="hands" />
        <text :x="front.x" :y="H - 20" text-anchor="middle" class="bones">{{ seen.shoulder_mm }}</text>
        <text :x="front.x" :y="H - 5" text-anchor="middle" class="hands">{{ seen.hand_mm }}</text>
        <text :x="SPLIT + 6" :y="H - 20" class="small">
          {{ seen.guessed ? $t('bones, guessed') : $t('shoulders') }}
        </text>
        <text :x="SPLIT + 6" :y="H - 5" class="small">{{ $t('hands') }}</text>
      </g>
    </g>
  </svg>
</template>

<style scoped>
.old :deep(path),
.old :deep(circle) {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 0.9;
  stroke-dasharray: 4 3;
}
text {
  font: 620 13px var(--words);
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 3.5;
  paint-order: stroke;
}
.trunk {
  font: 420 12px var(--words);
  fill: var(--quiet);
}
.place circle {
  fill: var(--sheet);
  stroke: var(--plan);
  stroke-width: 1.4;
}
.place path {
  stroke: var(--quiet);
  stroke-width: 0.8;
  fill: none;
}
.split {
  stroke: var(--hair);
}
.plumb {
  stroke: var(--goal);
  stroke-width: 0.8;
  stroke-dasharray: 1 3;
  fill: none;
}
.widths path.bones {
  stroke: var(--goal);
}
.widths path.hands {
  stroke: var(--plan);
}
.widths text.bones {
  fill: var(--goal);
  font-family: var(--figures);
}
.widths text.hands {
  fill: var(--plan);
  font-family: var(--figures);
}
.widths text.small {
  font: 420 12px var(--words);
  fill: var(--quiet);
}
</style>
