<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas, Sheet } from '@/shared/api/client'

import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

import { titleOf } from './callout'
import MeasureLoupe from './MeasureLoupe.vue'
import { useCallOut } from './useCallOut'

/** The readings on the elevation: the one being asked bold, a suspect dashed, the rest of its group thin. */
const props = defineProps<{
  sheet: Sheet
  at: (x: number, y: number) => { x: number; y: number }
  scale: number
  width: number
}>()
const call = useCallOut()
const view = computed(() => props.sheet.measure!)
const group = computed(() => new Set(call.asked.filter((it) => it.group === call.prompt?.group).map((it) => it.key)))
const shown = computed(() =>
  view.value.dimensions.filter(
    (d) => d.key === call.current || d.word === 'suspect' || (d.word !== 'asked' && group.value.has(d.key)),
  ),
)
const kind = (d: Schemas['Sighted']) =>
  d.key === call.current ? 'asked' : d.word === 'suspect' ? 'suspect' : d.word === 'left out' ? 'out' : 'taken'
const { unit } = useSettings()
const read = (d: Schemas['Sighted']) => (unit.value === 'in' && d.value_mm != null ? show(d.value_mm, 'in') : d.figure)
const figure = (d: Schemas['Sighted']) =>
  d.key === call.current ? (call.draft && !call.matches.length ? `${call.draft}…` : read(d) || '?') : read(d)
const wide = (text: string, big: boolean) => text.length * (big ? 10.6 : 9) + (big ? 22 : 8)
// The mark the eye wants: the suspect's, else the one being asked for, else the hand.
const focus = computed(() => {
  const placed = view.value.loupes
  const suspect = view.value.findings.find((f) => f.mark)?.mark
  const asked = call.prompt?.marks.find((m) => placed.some((p) => p.mark === m))
  return (
    placed.find((p) => p.mark === suspect) ??
    placed.find((p) => p.mark === asked) ??
    placed.find((p) => p.mark === 'h') ??
    placed[0] ??
    null
  )
})
const R = 90
const hub = computed(() => ({ x: props.width - R - 18, y: R + 18 }))
const leader = computed(() => {
  if (!focus.value) return ''
  const m = props.at(focus.value.x_mm, focus.value.y_mm)
  const far = Math.max(1, Math.hypot(m.x - hub.value.x, m.y - hub.value.y))
  return `M${m.x} ${m.y}L${hub.value.x + ((m.x - hub.value.x) * R) / far} ${hub.value.y + ((m.y - hub.value.y) * R) / far}`
})
const says = (d: Schemas['Sighted']) => {
  const it = call.asked.find((a) => a.key === d.key)
  return it ? `${titleOf(it)}: ${d.figure || 'to read'}` : d.key
}
const origin = computed(() => props.at(0, 0))
</script>

<template>
  <g class="sights">
    <g v-for="d in shown" :key="d.key" :class="kind(d)">
      <g :transform="`translate(${origin.x} ${origin.y}) scale(${scale} ${-scale})`">
        <path v-for="(l, i) in d.lines" :key="i" :d="l.d" :class="l.s" />
      </g>
    </g>
    <g
      v-for="d in shown"
      :key="`t${d.key}`"
      :class="kind(d)"
      :transform="`translate(${at(d.x_mm, d.y_mm).x} ${at(d.x_mm, d.y_mm).y})`"
      role="img"
      :aria-label="says(d)">
      <rect
        :x="-wide(figure(d), d.key === call.current) / 2"
        :y="d.key === call.current ? -15 : -11"
        :width="wide(figure(d), d.key === call.current)"
        :height="d.key === call.current ? 30 : 22"
        rx="3" />
      <text text-anchor="middle" :y="d.key === call.current ? 6.5 : 5">{{ figure(d) }}</text>
    </g>
    <path v-if="focus" :d="leader" class="leader" />
    <MeasureLoupe
      v-if="focus"
      :mark="focus"
      :picture="sheet.picture"
      :radius="R"
      :x="hub.x"
      :y="hub.y"
      :findings="view.findings" />
  </g>
</template>

<style scoped>
path {
  fill: none;
  stroke: var(--now);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.help {
  stroke-dasharray: 1 3;
}
rect {
  fill: var(--sheet);
  opacity: 0.86;
}
text {
  fill: var(--now);
  font: 500 15px var(--figures);
}
.suspect path.dim {
  stroke: var(--goal);
  stroke-width: 2;
  stroke-dasharray: 6 4;
}
.suspect rect {
  fill: var(--goal);
  opacity: 1;
}
.suspect text {
  fill: var(--on-ink);
  font-weight: 620;
}
.asked path.dim {
  stroke: var(--ink);
  stroke-width: 2.4;
}
.asked rect {
  fill: var(--ink);
  opacity: 1;
}
.asked text {
  fill: var(--on-ink);
  font-size: 17.5px;
  font-weight: 620;
}
.out {
  opacity: 0.4;
}
.leader {
  stroke: var(--quiet);
  stroke-width: 0.9;
}
</style>
