<script setup lang="ts">
import { ticks } from 'd3-array'
import { computed, ref } from 'vue'

import type { FramesView, SizeOffer } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import { t } from '@/shared/i18n'

/** Stack against reach: where this goal can be carried, and every size as a dot. */
const props = defineProps<{ view: FramesView; offers: SizeOffer[] }>()
const emit = defineEmits<{ pick: [id: number]; hold: [id: number]; lit: [id: number | null] }>()

const W = 372
const H = 262
const PAD = { left: 34, right: 6, top: 6, bottom: 20 }
const range = computed(() => {
  const near = props.offers.filter((o) => o.verdict !== 'out' || o.chosen || o.held).slice(0, 60)
  const look = props.view.look_for
  const xs = near.map((o) => o.reach_mm)
  const ys = near.map((o) => o.stack_mm)
  if (look) {
    xs.push(look.reach_least_mm, look.reach_greatest_mm)
    ys.push(look.stack_least_mm, look.stack_greatest_mm)
  }
  if (!xs.length) return { x0: 350, x1: 450, y0: 500, y1: 650 }
  return { x0: Math.min(...xs) - 12, x1: Math.max(...xs) + 16, y0: Math.min(...ys) - 12, y1: Math.max(...ys) + 14 }
})
const sx = (reach: number) =>
  PAD.left + ((reach - range.value.x0) / (range.value.x1 - range.value.x0)) * (W - PAD.left - PAD.right)
const sy = (stack: number) =>
  H - PAD.bottom - ((stack - range.value.y0) / (range.value.y1 - range.value.y0)) * (H - PAD.top - PAD.bottom)
const poly = (corners: { x_mm: number; y_mm: number }[]) => corners.map((c) => `${sx(c.x_mm)},${sy(c.y_mm)}`).join(' ')
const families = computed(() => {
  const by = new Map<string, SizeOffer[]>()
  for (const o of props.offers) by.set(o.frame, [...(by.get(o.frame) ?? []), o])
  return [...by.entries()].map(([frame, sizes]) => ({
    frame,
    sizes: [...sizes].sort((a, b) => a.stack_mm - b.stack_mm),
  }))
})
const path = (sizes: SizeOffer[]) => sizes.map((o, i) => `${i ? 'L' : 'M'}${sx(o.reach_mm)} ${sy(o.stack_mm)}`).join('')
const lit = ref<number | null>(null)
function light(id: number | null) {
  lit.value = id
  emit('lit', id)
}
const litFrame = computed(() => props.offers.find((o) => o.id === lit.value)?.frame)
// A name is written along the line of what is pointed at; those of the chosen and the held size stand on the drawing.
const named = computed(() => families.value.filter((f) => f.sizes.length > 1 && f.frame === litFrame.value))
const best = computed(() => new Set(props.view.frontier.map((l) => l.id)))
// Of what nothing beats the first few carry their labels; the rest say theirs when pointed at.
const foremost = computed(() => new Set(props.view.frontier.slice(0, 3).map((l) => l.id)))
function along(sizes: SizeOffer[]) {
  const seen = sizes.filter(
    (o) =>
      o.reach_mm > range.value.x0 &&
      o.reach_mm < range.value.x1 &&
      o.stack_mm > range.value.y0 &&
      o.stack_mm < range.value.y1,
  )
  const list = seen.length > 1 ? seen : sizes
  const a = list[0]!
  const b = list.at(-1)!
  return `M${sx(a.reach_mm) - 5} ${sy(a.stack_mm)}L${sx(b.reach_mm) - 5} ${sy(b.stack_mm)}`
}
/** The sizes that carry their label: never two so near each other that one would lie over the other. */
const labels = computed(() => {
  const rank = (o: SizeOffer) =>
    o.chosen ? 0 : o.held ? 1 : o.frame === litFrame.value ? 2 : foremost.value.has(o.id) && !litFrame.value ? 3 : 4
  const kept: SizeOffer[] = []
  for (const o of props.offers.filter((p) => rank(p) < 4).sort((a, b) => rank(a) - rank(b))) {
    const free = kept.every(
      (k) => Math.abs(sx(k.reach_mm) - sx(o.reach_mm)) > 30 || Math.abs(sy(k.stack_mm) - sy(o.stack_mm)) > 15,
    )
    if (free) kept.push(o)
  }
  return new Set(kept.map((o) => o.id))
})
/** The arrows go to the next size of the frame, or to the nearest other frame. */
function move(event: KeyboardEvent, o: SizeOffer) {
  if (event.key === 'h' || event.key === 'H') {
    event.stopPropagation()
    return emit('hold', o.id)
  }
  const [dx, dy] = { ArrowUp: [0, 1], ArrowDown: [0, -1], ArrowLeft: [-1, 0], ArrowRight: [1, 0] }[event.key] ?? [0, 0]
  if (!dx && !dy) return
  event.preventDefault()
  event.stopPropagation()
  const ahead = props.offers
    .map((p) => ({
      p,
      x: (sx(p.reach_mm) - sx(o.reach_mm)) * dx!,
      y: (sy(o.stack_mm) - sy(p.stack_mm)) * dy!,
      off: Math.abs(dx ? sy(p.stack_mm) - sy(o.stack_mm) : sx(p.reach_mm) - sx(o.reach_mm)),
    }))
    .filter((q) => q.x + q.y > 0.5)
    .sort((a, b) => a.x + a.y + 2 * a.off - (b.x + b.y + 2 * b.off))[0]
  if (ahead)
    (event.currentTarget as SVGGElement).parentElement
      ?.querySelector<SVGGElement>(`[data-size="${ahead.p.id}"]`)
      ?.focus()
}
const KINDS = ['extreme', 'workable', 'best'] as const
const words: Record<string, string> = { extreme: t('any stem'), workable: t('workable'), best: t('best') }
</script>

<template>
  <figure>
    <svg :viewBox="`0 0 ${W} ${H}`" role="group" :aria-label="$t('Window map: stack against reach')">
      <clipPath id="map">
        <rect :x="PAD.left" :y="PAD.top" :width="W - PAD.left - PAD.right" :height="H - PAD.top - PAD.bottom" />
      </clipPath>
      <g clip-path="url(#map)">
        <rect :x="PAD.left" :y="PAD.top" :width="W" :height="H" class="ground" />
        <g v-for="kind in KINDS" :key="kind" :class="kind">
          <polygon
            v-for="(part, i) in view.window.filter((p) => p.kind === kind)"
            :key="i"
            :points="poly(part.corners)" />
        </g>
        <path
          v-for="f in families"
          :key="f.frame"
          :d="path(f.sizes)"
          class="family"
          :class="{ lit: f.frame === litFrame }" />
        <template v-for="(f, i) in named" :key="`n${f.frame}`">
          <path :id="`along-${i}`" :d="along(f.sizes)" class="along" />
          <text class="fname" :class="{ lit: f.frame === litFrame }" dy="-1">
            <textPath :href="`#along-${i}`" startOffset="55%">{{ f.frame }}</textPath>
          </text>
        </template>
        <g v-if="view.now" :transform="`translate(${sx(view.now.x_mm)} ${sy(view.now.y_mm)})`">
          <LayerSign layer="now" :size="5" />
        </g>
        <g
          v-for="o in offers"
          :key="o.id"
          class="dot"
          :class="[o.verdict, { chosen: o.chosen, held: o.held }]"
          :transform="`translate(${sx(o.reach_mm)} ${sy(o.stack_mm)})`"
          tabindex="0"
          role="button"
          :data-size="o.id"
          :aria-label="$t('{frame} {size}: {verdict}', { frame: o.frame, size: o.size, verdict: $t(o.verdict) })"
          @click="emit('pick', o.id)"
          @keydown.enter="emit('pick', o.id)"
          @keydown="move($event, o)"
          @mouseenter="light(o.id)"
          @mouseleave="light(null)"
          @focus="light(o.id)"
          @blur="light(null)">
          <title>
            {{
              $t('{frame} {size}: stack {stack_mm}, reach {reach_mm}', {
                frame: o.frame,
                size: o.size,
                stack_mm: o.stack_mm,
                reach_mm: o.reach_mm,
              })
            }}
          </title>
          <circle r="7" class="touch" />
          <LayerSign v-if="o.chosen || o.held" layer="plan" :hollow="!o.chosen" :size="8" />
          <circle v-else :r="o.verdict === 'out' ? 2 : best.has(o.id) ? 4.4 : 2.8" class="spot" />
          <text v-if="labels.has(o.id)" x="8" y="11">{{ o.size }}</text>
        </g>
      </g>
      <rect
        :x="PAD.left"
        :y="PAD.top"
        :width="W - PAD.left - PAD.right"
        :height="H - PAD.top - PAD.bottom"
        class="border" />
      <g class="ticks">
        <text v-for="x in ticks(range.x0, range.x1, 5)" :key="`x${x}`" :x="sx(x)" :y="H - 6" text-anchor="middle">
          {{ x }}
        </text>
        <text
          v-for="y in ticks(range.y0, range.y1, 5)"
          :key="`y${y}`"
          :x="PAD.left - 5"
          :y="sy(y) + 4"
          text-anchor="end">
          {{ y }}
        </text>
      </g>
      <text :x="PAD.left + 5" :y="PAD.top + 14" class="axis">{{ $t('stack') }}</text>
      <text :x="W - PAD.right - 5" :y="H - PAD.bottom - 6" class="axis" text-anchor="end">{{ $t('reach') }}</text>
    </svg>
    <figcaption class="small quiet">
      <span v-for="kind in [...KINDS].reverse()" :key="kind" class="key"><i :class="kind" />{{ words[kind] }}</span>
      <span v-if="view.look_for" class="angle">{{
        $t('head angle {head_angle_deg}°', { head_angle_deg: view.look_for.head_angle_deg.toFixed(1) })
      }}</span>
    </figcaption>
  </figure>
</template>

<style scoped>
figure {
  margin: 0;
}
svg {
  display: block;
  width: 100%;
}
.ground {
  fill: var(--sheet);
}
.border {
  fill: none;
  stroke: var(--ink);
}
.extreme polygon,
i.extreme {
  fill: color-mix(in srgb, var(--tyre) 55%, var(--sheet));
  background: color-mix(in srgb, var(--tyre) 55%, var(--sheet));
}
.workable polygon,
i.workable {
  fill: color-mix(in srgb, var(--plan) 13%, var(--sheet));
  background: color-mix(in srgb, var(--plan) 13%, var(--sheet));
}
.best polygon,
i.best {
  fill: color-mix(in srgb, var(--plan) 30%, var(--sheet));
  background: color-mix(in srgb, var(--plan) 30%, var(--sheet));
}
.family {
  fill: none;
  stroke: var(--quiet);
  stroke-width: 0.6;
  opacity: 0.35;
}
.family.lit {
  stroke: var(--ink);
  stroke-width: 1.6;
  opacity: 1;
}
.along {
  fill: none;
  stroke: none;
}
.fname {
  fill: var(--quiet);
  font: 520 11.5px var(--words);
  paint-order: stroke;
  stroke: color-mix(in srgb, var(--sheet) 80%, transparent);
  stroke-width: 2.5px;
}
.fname.lit {
  fill: var(--ink);
}
.dot {
  cursor: pointer;
}
.touch {
  fill: transparent;
}
.spot {
  fill: var(--ink);
}
.out .spot {
  fill: var(--quiet);
}
.dot:focus-visible {
  outline: none;
}
.dot:focus-visible .touch {
  stroke: var(--ink);
  stroke-width: 2;
}
.dot text,
.fname {
  pointer-events: none;
}
.dot text {
  fill: var(--ink);
  font: 560 12px var(--words);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
.ticks text,
.axis {
  fill: var(--quiet);
  font: 420 11.5px var(--figures);
}
figcaption {
  display: flex;
  gap: 12px;
  align-items: center;
  padding-left: 34px;
}
.key {
  display: inline-flex;
  gap: 5px;
  align-items: center;
}
i {
  width: 14px;
  height: 10px;
  border: 1px solid var(--rule);
}
.angle {
  margin-left: auto;
}
</style>
