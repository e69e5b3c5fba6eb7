<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/shared/api/client'

import { clockText } from './clock'

/** Lines of what is read, one over another on one axis of time; runs shaded, their means thick, gaps left open. */
const props = defineProps<{
  traces: Schemas['Trace'][]
  until: number
  runs?: Schemas['RunOut'][]
  /** How a run is shaded: by its set-up, or none where that is not to be seen. */
  shade?: (run: number) => 'a' | 'b' | 'none'
  /** What stands over a run. */
  label?: (run: number) => string
  narrow?: boolean
}>()
const W = computed(() => (props.narrow ? 250 : 620))
const LEFT = 40
const ROW = 76
const INNER = 58
const TOP = computed(() => (props.runs?.length ? 18 : 4))
const height = computed(() => TOP.value + props.traces.length * ROW + 16)
const from_s = computed(() => Math.min(...props.traces.map((x) => x.from_s), props.until))
const span_s = computed(() => Math.max(60, props.until - from_s.value))
const x = (at_s: number) => LEFT + Math.min(1, (at_s - from_s.value) / span_s.value) * (W.value - LEFT - 6)
/** Whole steps of 1, 2 or 5 that hold what was read, so that noise does not fill the strip. */
function scale(trace: Schemas['Trace']) {
  const read = [...trace.points.filter((p): p is number => p !== null), ...(trace.asked ? [trace.asked] : [])]
  const low = Math.min(...read)
  const high = Math.max(...read)
  const room = Math.max(high - low, trace.channel === 'speed_kmh' ? 4 : 16)
  const step = [2, 5, 10, 20, 50, 100, 200, 500].find((s) => room / s <= 4) ?? 1000
  const least = Math.floor(low / step) * step
  const most = Math.max(Math.ceil(high / step) * step, least + step)
  return { least, most, y: (v: number) => INNER - ((v - least) / (most - least)) * INNER }
}
const rows = computed(() =>
  props.traces.map((trace, row) => {
    const { least, most, y } = scale(trace)
    let pen = 'M'
    const path = trace.points
      .map((p, i) => {
        if (p === null) {
          pen = 'M'
          return ''
        }
        const drawn = `${pen}${x(trace.from_s + (i + 0.5) * trace.step_s).toFixed(1)} ${y(p).toFixed(1)}`
        pen = 'L'
        return drawn
      })
      .join('')
    const means = (props.runs ?? [])
      .filter((r) => r.known && r.means[trace.channel] !== undefined)
      .map((r) => ({ x0: x(r.from_s), x1: x(r.end_s), y: y(r.means[trace.channel]!), value: r.means[trace.channel]! }))
    const asked = trace.asked ? y(trace.asked) : null
    return { trace, top: TOP.value + row * ROW, path, means, least, most, asked }
  }),
)
const ticks = computed(() => {
  const step = [15, 30, 60, 120, 300, 600, 1200, 3600].find((s) => span_s.value / s <= (props.narrow ? 4 : 8)) ?? 7200
  const first = Math.ceil(from_s.value / step) * step
  return Array.from(
    { length: Math.floor((from_s.value + span_s.value - first) / step) + 1 },
    (_, i) => first + i * step,
  )
})
const figure = (trace: Schemas['Trace']) =>
  trace.now === null ? '–' : trace.channel === 'speed_kmh' ? trace.now.toFixed(1) : String(Math.round(trace.now))
</script>

<template>
  <div
    class="strip"
    :class="{ narrow }"
    :style="{ gridTemplateRows: `${TOP}px repeat(${traces.length}, ${ROW}px) 16px` }">
    <svg
      :viewBox="`0 0 ${W} ${height}`"
      :style="{ gridRow: `1 / span ${traces.length + 2}` }"
      role="img"
      :aria-label="
        traces.map((r) => `${r.name}: ${r.now === null ? $t('nothing') : `${figure(r)} ${r.unit}`}`).join(', ')
      ">
      <g v-for="r in runs ?? []" :key="`${r.run}-${r.start_s}`">
        <rect
          :x="x(r.start_s)"
          :y="TOP"
          :width="Math.max(1, x(r.end_s) - x(r.start_s))"
          :height="traces.length * ROW - (ROW - INNER)"
          :class="['run', shade?.(r.run) ?? 'none', { cut: !r.whole && r.end_s < until - 1 }]" />
        <text :x="(x(r.start_s) + x(r.end_s)) / 2" y="13" class="over">{{ label?.(r.run) ?? r.run + 1 }}</text>
      </g>
      <g v-for="row in rows" :key="row.trace.channel" :transform="`translate(0 ${row.top})`">
        <path :d="`M${LEFT} ${INNER}H${W - 6}`" class="axis" />
        <path :d="`M${LEFT} 0H${W - 6}`" class="hair" />
        <path v-if="row.asked !== null" :d="`M${LEFT} ${row.asked}H${W - 6}`" class="asked" />
        <text :x="LEFT - 6" y="8" class="tick end">{{ row.most }}</text>
        <text :x="LEFT - 6" :y="INNER" class="tick end">{{ row.least }}</text>
        <path :d="row.path" class="line" />
        <g v-for="m in row.means" :key="m.x0">
          <path :d="`M${m.x0} ${m.y}H${m.x1}`" class="mean" />
          <text :x="m.x1" :y="m.y > 26 ? m.y - 6 : m.y + 16" class="figure-text end">{{ m.value.toFixed(0) }}</text>
        </g>
      </g>
      <g :transform="`translate(0 ${height - 18})`">
        <text v-for="at in ticks" :key="at" :x="x(at)" y="12" :class="['tick', x(at) > W - 20 ? 'end' : 'middle']">
          {{ clockText(at) }}
        </text>
      </g>
    </svg>
    <p v-for="(r, i) in traces" :key="r.channel" class="now" :style="{ gridRow: i + 2 }">
      <b class="figure">{{ r.now === null ? '' : figure(r) }}</b> <span>{{ r.now === null ? '' : r.unit }}</span>
      <small
        ><strong>{{ r.name }}</strong> {{ r.asked ? $t('asked {w}', { w: r.asked }) : '' }}</small
      >
    </p>
  </div>
</template>

<style scoped>
.strip {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 150px;
  gap: 0 18px;
}
svg {
  grid-column: 1;
  width: 100%;
  height: 100%;
}
.strip.narrow {
  grid-template-columns: minmax(0, 1fr) 112px;
  gap: 0 8px;
}
.narrow .now b {
  font-size: 30px;
}
.now {
  display: grid;
  grid-column: 2;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
  align-content: start;
  align-items: baseline;
}
.now b {
  font-size: 40px;
  font-weight: 620;
  line-height: 1;
  text-align: right;
}
.now span,
.now small {
  min-width: 42px;
  color: var(--quiet);
}
.now small {
  grid-column: 1 / span 2;
  text-align: right;
}
.run {
  fill: var(--paper);
}
.run.a {
  fill: var(--pine-tint);
}
.run.b {
  fill: var(--paper);
}
.run.cut {
  stroke: var(--ochre);
  stroke-dasharray: 3 3;
}
.over {
  fill: var(--ink);
  font-size: 13px;
  font-weight: 620;
  text-anchor: middle;
}
.axis {
  stroke: var(--rule);
}
.hair {
  stroke: var(--hair);
}
.asked {
  stroke: var(--ink);
  stroke-dasharray: 5 3;
}
.line {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.1;
}
.mean {
  stroke: var(--plan);
  stroke-width: 3.2;
}
.tick {
  fill: var(--quiet);
  font: 11px var(--figures);
}
.figure-text {
  fill: var(--ink);
  font: 620 13px var(--figures);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 3px;
}
.end {
  text-anchor: end;
}
.middle {
  text-anchor: middle;
}
</style>
