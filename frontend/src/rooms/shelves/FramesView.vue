<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import { ticks } from '@/shared/drawing/screen'
import { api, type ShelvedSize, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import TopBar from '@/shared/ui/TopBar.vue'
import { show } from '@/shared/units'

import './shelf.css'

import ImportPanel from './ImportPanel.vue'

const { unit } = useSettings()
const sizes = ref<ShelvedSize[]>([])
const kind = ref('')
const asked = ref('')
async function read() {
  sizes.value = await take(api.GET('/api/shelves/frames'))
}
onMounted(() => {
  document.title = 'Frames, Waymark'
  void read()
})
const kinds = computed(() => [...new Set(sizes.value.map((s) => s.size.kind))])
const frames = computed(() => {
  const by = new Map<string, ShelvedSize[]>()
  for (const s of sizes.value) {
    if (kind.value && s.size.kind !== kind.value) continue
    if (!s.size.frame.toLowerCase().includes(asked.value.toLowerCase())) continue
    by.set(s.size.frame, [...(by.get(s.size.frame) ?? []), s])
  }
  return [...by.entries()]
})
const marked = computed(() => sizes.value.filter((s) => s.audit.length))
const COLUMNS = [
  ['stack_mm', 'Stack'], ['reach_mm', 'Reach'], ['head_angle_deg', 'Head'], ['seat_angle_deg', 'Seat'], ['seat_tube_mm', 'Seat tube'],
  ['head_tube_mm', 'Head tube'], ['front_centre_mm', 'Front centre'], ['chainstay_mm', 'Chainstay'], ['bb_drop_mm', 'BB drop'], ['standover_mm', 'Standover'],
] as const
const cell = (s: ShelvedSize, name: (typeof COLUMNS)[number][0]) => {
  const v = s.size.chart[name]
  if (v == null) return '·'
  return name.endsWith('_deg') ? v.toFixed(1) : show(v, unit.value)
}
const audit = (s: ShelvedSize, name: string) => s.audit.find((a) => a.field === name)
// One scale for every frame on the shelf, whatever was read in.
const range = computed(() => {
  const reach = sizes.value.map((s) => s.size.chart.reach_mm)
  const stack = sizes.value.map((s) => s.size.chart.stack_mm)
  if (!reach.length) return { x0: 350, x1: 500, y0: 480, y1: 640 }
  return { x0: Math.min(...reach) - 10, x1: Math.max(...reach) + 10, y0: Math.min(...stack) - 12, y1: Math.max(...stack) + 12 }
})
const scale = (s: ShelvedSize) => ({
  x: (s.size.chart.reach_mm - range.value.x0) / (range.value.x1 - range.value.x0),
  y: (s.size.chart.stack_mm - range.value.y0) / (range.value.y1 - range.value.y0),
})
const placed = (list: ShelvedSize[], left: number, width: number, top: number, height: number) =>
  list.map((s) => ({ x: left + scale(s).x * width, y: top + (1 - scale(s).y) * height }))
const path = (points: { x: number; y: number }[]) => points.map((p, i) => `${i ? 'L' : 'M'}${p.x} ${p.y}`).join('')
const small = (list: ShelvedSize[]) => placed(list, 4, 114, 4, 62)
const large = (list: ShelvedSize[]) => placed(list, 30, 298, 2, 226)
const tickX = computed(() => ticks(range.value.x0, range.value.x1, 50).map((v) => ({ v, x: 30 + ((v - range.value.x0) / (range.value.x1 - range.value.x0)) * 298 })))
const tickY = computed(() => ticks(range.value.y0, range.value.y1, 50).map((v) => ({ v, y: 2 + (1 - (v - range.value.y0) / (range.value.y1 - range.value.y0)) * 226 })))
</script>

<template>
  <div class="shelf">
    <TopBar><input v-model="asked" type="search" class="ask" placeholder="frame" aria-label="Find a frame" /></TopBar>
    <main>
      <section class="list" tabindex="0" aria-label="Frames">
        <h1>Frames <small class="quiet">{{ frames.length }} frames, {{ sizes.length }} sizes</small></h1>
        <div class="kinds" role="radiogroup" aria-label="Use">
          <button type="button" role="radio" :aria-checked="kind === ''" @click="kind = ''">all</button>
          <button v-for="k in kinds" :key="k" type="button" role="radio" :aria-checked="kind === k" @click="kind = k">{{ k }}</button>
        </div>
        <article v-for="[name, list] in frames" :key="name">
          <header>
            <svg width="122" height="70" aria-hidden="true"><path :d="path(small(list))" class="line" /><circle v-for="(d, i) in small(list)" :key="i" :cx="d.x" :cy="d.y" r="3" /></svg>
            <div><h2>{{ name }}</h2><p class="quiet">{{ list[0]!.size.kind }}, {{ list[0]!.size.material }}<template v-if="list[0]!.size.source">; {{ list[0]!.size.source }}</template></p></div>
          </header>
          <table>
            <thead><tr><th>Size</th><th v-for="c in COLUMNS" :key="c[0]">{{ c[1] }}</th><th>ETT</th><th>Trail</th></tr></thead>
            <tbody>
              <tr v-for="s in list" :key="s.id">
                <th scope="row">{{ s.size.size }}</th>
                <td v-for="c in COLUMNS" :key="c[0]" class="figure" :class="{ odd: audit(s, c[0]) }" :title="audit(s, c[0]) ? `the rest gives ${audit(s, c[0])!.computed.toFixed(1)}` : undefined">{{ cell(s, c[0]) }}</td>
                <td class="figure">{{ show(s.ett_mm, unit) }}</td><td class="figure">{{ show(s.trail_mm, unit) }}</td>
              </tr>
            </tbody>
          </table>
        </article>
        <p v-if="!sizes.length" class="quiet">The shelf is empty. Read a frames file to fill it.</p>
      </section>
      <aside>
        <h2>Take in, hand out</h2>
        <p class="quiet">One size a line, comma-separated, with the heading of <i>docs/formats.md</i>. A bad line is named and left out; the rest stays on offer.</p>
        <ImportPanel shelf="frames" @taken="read" />
        <h2>Stack against reach</h2>
        <svg width="330" height="250" role="img" aria-label="All frames, stack against reach">
          <g v-for="[name, list] in frames" :key="name" class="mapped"><title>{{ name }}</title><path :d="path(large(list))" class="line" /><circle v-for="(d, i) in large(list)" :key="i" :cx="d.x" :cy="d.y" r="3.2" /></g>
          <rect x="30" y="2" width="298" height="226" class="frame-edge" />
          <text v-for="t in tickX" :key="t.v" :x="t.x" y="244" text-anchor="middle">{{ t.v }}</text>
          <text v-for="t in tickY" :key="t.v" x="25" :y="t.y + 4" text-anchor="end">{{ t.v }}</text>
        </svg>
        <h2>Chart audit</h2>
        <p v-if="!marked.length" class="quiet">Every chart agrees with itself: stack with fork and head tube, wheelbase with its halves, top tube with reach, within 4 mm.</p>
        <ul v-else>
          <li v-for="s in marked" :key="s.id"><b>{{ s.size.frame }} {{ s.size.size }}</b><br />{{ s.audit[0]!.field.replace(/_(mm|deg)$/, '').replaceAll('_', ' ') }} says {{ s.audit[0]!.given }}; the rest gives {{ s.audit[0]!.computed.toFixed(1) }}</li>
        </ul>
      </aside>
    </main>
  </div>
</template>

<style scoped>
.kinds { display: flex; flex-wrap: wrap; gap: 6px; padding: 10px 0 6px; }
.kinds button { height: 30px; padding: 0 10px; border: 1px solid var(--rule); border-radius: 3px; background: none; cursor: pointer; }
.kinds button[aria-checked='true'] { background: var(--ink); border-color: var(--ink); color: var(--on-ink); }
article { padding-top: 18px; }
article header { display: flex; gap: 16px; align-items: end; padding-bottom: 4px; }
article h2 { font-size: 22px; }
.line { fill: none; stroke: var(--plan); stroke-width: 1.4; }
circle { fill: var(--plan); }
.frame-edge { fill: none; stroke: var(--ink); pointer-events: none; }
.mapped:hover .line { stroke-width: 4; }
aside text { fill: var(--quiet); font: 420 11.5px var(--figures); }
tbody tr:hover { background: var(--paper); }
.odd { background: var(--ochre-tint); text-decoration: underline dotted; }
ul { margin: 0; padding-left: 18px; }
</style>
