<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import { api, type ShelvedSize, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import TopBar from '@/shared/ui/TopBar.vue'
import { show } from '@/shared/units'

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
const mapX = (s: ShelvedSize) => 30 + ((s.size.chart.reach_mm - 340) / 190) * 298
const mapY = (s: ShelvedSize) => 228 - ((s.size.chart.stack_mm - 470) / 180) * 226
const mapPath = (list: ShelvedSize[]) => list.map((s, i) => `${i ? 'L' : 'M'}${mapX(s)} ${mapY(s)}`).join('')
// The drawn line of a frame's sizes: stack against reach, all frames on one scale.
const spark = (list: ShelvedSize[]) => list.map((s, i) => `${i ? 'L' : 'M'}${((s.size.chart.reach_mm - 340) / 190) * 116 + 2} ${66 - ((s.size.chart.stack_mm - 470) / 180) * 62}`).join('')
const dots = (list: ShelvedSize[]) => list.map((s) => ({ x: ((s.size.chart.reach_mm - 340) / 190) * 116 + 2, y: 66 - ((s.size.chart.stack_mm - 470) / 180) * 62 }))
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
            <svg width="122" height="70" aria-hidden="true"><path :d="spark(list)" class="line" /><circle v-for="(d, i) in dots(list)" :key="i" :cx="d.x" :cy="d.y" r="3" /></svg>
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
          <g v-for="[name, list] in frames" :key="name" class="mapped"><title>{{ name }}</title><path :d="mapPath(list)" class="line" /><circle v-for="s in list" :key="s.id" :cx="mapX(s)" :cy="mapY(s)" r="3.2" /></g>
          <rect x="30" y="2" width="298" height="226" class="frame-edge" />
          <text v-for="x in [350, 400, 450, 500]" :key="x" :x="30 + ((x - 340) / 190) * 298" y="244" text-anchor="middle">{{ x }}</text>
          <text v-for="y in [500, 550, 600]" :key="y" x="25" :y="232 - ((y - 470) / 180) * 226" text-anchor="end">{{ y }}</text>
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
.shelf { display: grid; grid-template-rows: 52px minmax(0, 1fr); height: 100%; }
.ask { width: 260px; height: 34px; padding: 0 10px; border: 1px solid var(--rule); border-radius: 3px; background: var(--sheet); }
main { display: grid; grid-template-columns: minmax(0, 1fr) 380px; min-height: 0; }
.list { overflow: auto; padding: 18px 32px 40px 40px; background: var(--sheet); }
h1 { font-size: 37px; }
h1 small { font-size: 17px; font-weight: 420; }
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
table { width: 100%; border-collapse: collapse; border-top: 1px solid var(--ink); }
thead th { padding: 3px 0 3px 6px; color: var(--quiet); font-size: 12.5px; font-weight: 420; text-align: right; white-space: nowrap; }
thead th:first-child, tbody th { text-align: left; padding-left: 0; }
tbody tr { height: 26px; border-top: 1px solid var(--hair); }
tbody tr:hover { background: var(--paper); }
td { padding-left: 6px; text-align: right; font-size: 15px; }
.odd { background: var(--ochre-tint); text-decoration: underline dotted; }
aside { overflow: auto; padding: 20px 24px; border-left: 1px solid var(--ink); display: grid; gap: 12px; align-content: start; }
aside h2 { padding-bottom: 6px; border-bottom: 1px solid var(--ink); font-size: 18px; }
ul { margin: 0; padding-left: 18px; }
</style>
