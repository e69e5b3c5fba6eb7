<script setup lang="ts">
import { computed } from 'vue'

import type { BuildView, StopOut } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { t } from '@/shared/i18n'

/** The steerer close up, to scale: pieces named, spacers clickable, the goal and the plan at the bar. */
const props = defineProps<{ build: BuildView; preview: StopOut | null; handToClamp: { x: number; y: number } }>()
const emit = defineEmits<{ spacer: [mm: number]; over: [] }>()

const W = 420
const H = 196
// From a little below the cover to a little above whatever stands highest: always all of it.
const view = computed(() => {
  const { pieces, clamp, goal_clamp: goal } = props.build
  const cover = pieces.find((p) => p.kind === 'cover')!.at
  const cap = pieces.find((p) => p.kind === 'cap')!.at
  const high = Math.max(cap.y_mm + 16, clamp.y_mm + 26, goal.y_mm + 12)
  const far = Math.max(clamp.x_mm + 26, goal.x_mm + 12)
  const low = cover.y_mm - 16
  const near = cap.x_mm - 24
  const k = Math.min(1.6, (H - 8) / (high - low), (W - 142) / (far - near))
  return { k, left: 134 - near * k, top: 4 + high * k }
})
const at = (x: number, y: number) => ({ x: view.value.left + x * view.value.k, y: view.value.top - y * view.value.k })
const under = computed(() =>
  props.build.pieces.filter((p) => p.kind === 'under').reduce((sum, p) => sum + p.height_mm, 0),
)
const names = computed(() => {
  const rows = props.build.pieces.map((p) => ({
    ...p,
    p: at(p.at.x_mm, p.at.y_mm),
    says:
      {
        cover: t('cover {height}', { height: p.height_mm }),
        under: t('{height} below', { height: p.height_mm }),
        stem: t('stem'),
        over: t('{height} above', { height: p.height_mm }),
        cap: t('cap'),
      }[p.kind] ?? p.kind,
  }))
  // From the top down, at least a line apart.
  rows.sort((a, b) => a.p.y - b.p.y)
  let y = 18
  return rows.map((r) => {
    y = Math.max(y + 17, Math.min(r.p.y, H - 8))
    return { ...r, y }
  })
})
const ghost = computed(() => {
  if (!props.preview) return null
  return at(props.preview.hand.x_mm - props.handToClamp.x, props.preview.hand.y_mm - props.handToClamp.y)
})
const goal = computed(() => at(props.build.goal_clamp.x_mm, props.build.goal_clamp.y_mm))
const plan = computed(() => at(props.build.clamp.x_mm, props.build.clamp.y_mm))
function click(kind: string, mm: number) {
  if (kind === 'stem') emit('over')
  // A spacer from below goes above, and one from above goes below.
  if (kind === 'under') emit('spacer', under.value - mm)
  if (kind === 'over') emit('spacer', under.value + mm)
}
const hint: Record<string, string> = {
  under: t('move it above the stem'),
  over: t('move it below the stem'),
  stem: t('turn the stem over'),
}
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" class="stack close-up" role="group" :aria-label="$t('Steerer, from the frame up')">
    <g class="draw" :transform="`translate(${view.left} ${view.top}) scale(${view.k} ${-view.k})`">
      <ShapeList :shapes="build.picture" />
    </g>
    <circle v-if="ghost" :cx="ghost.x" :cy="ghost.y" :r="21 * view.k" class="ghost" />
    <LayerSign layer="goal" :x="goal.x" :y="goal.y" :size="9" />
    <LayerSign layer="plan" :x="plan.x" :y="plan.y" :size="6.4" />
    <LayerSign v-if="ghost" layer="plan" hollow :x="ghost.x" :y="ghost.y" :size="7" />
    <g
      v-for="(n, i) in names"
      :key="i"
      class="piece"
      :class="[n.kind, { act: hint[n.kind] }]"
      :tabindex="hint[n.kind] ? 0 : undefined"
      :role="hint[n.kind] ? 'button' : undefined"
      :aria-label="hint[n.kind] ? `${n.says}: ${hint[n.kind]}` : n.says"
      @click="click(n.kind, n.height_mm)"
      @keydown.enter="click(n.kind, n.height_mm)">
      <title>{{ n.says }}{{ hint[n.kind] ? `: ${hint[n.kind]}` : '' }}</title>
      <rect x="30" :y="n.y - 13" width="84" height="17" class="touch" />
      <text x="110" :y="n.y" text-anchor="end">{{ n.says }}</text>
      <path :d="`M114 ${n.y - 4}H122L${n.p.x - 24} ${n.p.y}`" />
    </g>
  </svg>
</template>

<style scoped>
text {
  font: 560 13px var(--words);
  fill: var(--ink);
}
.piece path {
  stroke: var(--quiet);
  fill: none;
  stroke-width: 0.9;
}
.under text {
  fill: var(--plan);
}
.act {
  cursor: pointer;
}
.touch {
  fill: transparent;
}
.act:hover .touch,
.act:focus-visible .touch {
  fill: var(--pine-tint);
}
.act:focus-visible {
  outline: none;
}
.ghost {
  fill: none;
  stroke: var(--plan);
  stroke-width: 1.4;
  stroke-dasharray: 4 3;
}
</style>
