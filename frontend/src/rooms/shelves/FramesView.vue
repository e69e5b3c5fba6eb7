<script setup lang="ts">
import { ticks } from 'd3-array'
import { computed, onMounted, ref } from 'vue'

import { api, type ShelvedSize, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import TopBar from '@/shared/ui/TopBar.vue'
import { show } from '@/shared/units'
import Choices from '@/shared/ui/Choices.vue'
import HelpDrawer from '@/shared/ui/HelpDrawer.vue'

import formats from '../../../../docs/formats.md?raw'

import './shelf.css'

import ImportPanel from './ImportPanel.vue'
import SizeForm from './SizeForm.vue'
import { said, t } from '@/shared/i18n'

const { unit } = useSettings()
const sizes = ref<ShelvedSize[]>([])
const kind = ref('')
const asked = ref('')
async function read() {
  sizes.value = await take(api.GET('/api/shelves/frames'))
}
onMounted(() => {
  document.title = t('Frames, Waymark')
  void read()
})
const opened = ref<ShelvedSize | 'new' | null>(null)
const compared = ref<number[]>([])
const toggle = (id: number) =>
  (compared.value = compared.value.includes(id)
    ? compared.value.filter((x) => x !== id)
    : [...compared.value, id].slice(-8))
async function kept() {
  opened.value = null
  await read()
}
async function stock(s: ShelvedSize, marks: { owned?: boolean; in_stock?: boolean }) {
  await take(
    api.POST('/api/shelves/frames/sizes/{size_id}/marks', { params: { path: { size_id: s.id } }, body: marks }),
  )
  await read()
}
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
  ['stack_mm', said('Stack')],
  ['reach_mm', said('Reach')],
  ['head_angle_deg', said('Head')],
  ['seat_angle_deg', said('Seat')],
  ['seat_tube_mm', said('Seat tube')],
  ['head_tube_mm', said('Head tube')],
  ['front_centre_mm', said('Front centre')],
  ['chainstay_mm', said('Chainstay')],
  ['bb_drop_mm', said('BB drop')],
  ['standover_mm', said('Standover')],
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
  return {
    x0: Math.min(...reach) - 10,
    x1: Math.max(...reach) + 10,
    y0: Math.min(...stack) - 12,
    y1: Math.max(...stack) + 12,
  }
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
const tickX = computed(() =>
  ticks(range.value.x0, range.value.x1, 10).map((v) => ({
    v,
    x: 30 + ((v - range.value.x0) / (range.value.x1 - range.value.x0)) * 298,
  })),
)
const tickY = computed(() =>
  ticks(range.value.y0, range.value.y1, 8).map((v) => ({
    v,
    y: 2 + (1 - (v - range.value.y0) / (range.value.y1 - range.value.y0)) * 226,
  })),
)
const help = ref(false)
</script>

<template>
  <div class="shelf">
    <TopBar
      ><input v-model="asked" type="search" class="ask" :placeholder="$t('frame')" :aria-label="$t('Find a frame')"
    /></TopBar>
    <main>
      <section class="list" tabindex="0" :aria-label="$t('Frames')">
        <h1>
          {{ $t('Frames') }}
          <small class="quiet">{{
            $t('{frames} frames, {sizes} sizes', { frames: frames.length, sizes: sizes.length })
          }}</small>
        </h1>
        <Choices
          class="kinds"
          :label="$t('Use')"
          :value="kind"
          :options="[{ value: '', label: $t('all') }, ...kinds.map((k) => ({ value: k, label: $t(k) }))]"
          @pick="(v) => (kind = v)" />
        <article v-for="[name, list] in frames" :key="name">
          <header>
            <svg width="122" height="70" aria-hidden="true">
              <path :d="path(small(list))" class="line" />
              <circle v-for="(d, i) in small(list)" :key="i" :cx="d.x" :cy="d.y" r="3" />
            </svg>
            <div>
              <h2>{{ name }}</h2>
              <p class="quiet">
                {{ $t(list[0]!.size.kind) }}, {{ $t(list[0]!.size.material)
                }}<template v-if="list[0]!.size.price_band">{{
                  $t(', price {price_band} of 5', { price_band: list[0]!.size.price_band })
                }}</template
                ><template v-if="list[0]!.size.source">; {{ list[0]!.size.source }}</template
                ><template v-if="list[0]!.size.dated">, {{ list[0]!.size.dated }}</template
                ><template v-if="list[0]!.size.tags?.length">; {{ list[0]!.size.tags.join(', ') }}</template>
              </p>
            </div>
            <div class="stock">
              <button
                type="button"
                :aria-pressed="list[0]!.size.owned"
                @click="stock(list[0]!, { owned: !list[0]!.size.owned })">
                {{ $t('owned') }}</button><button
                type="button"
                :aria-pressed="!(list[0]!.size.in_stock ?? true)"
                @click="stock(list[0]!, { in_stock: !(list[0]!.size.in_stock ?? true) })">
                {{ $t('out of stock') }}
              </button>
            </div>
          </header>
          <table>
            <thead>
              <tr>
                <th class="tick">
                  <span class="visually-hidden">{{ $t('Compare') }}</span>
                </th>
                <th>{{ $t('Size') }}</th>
                <th v-for="c in COLUMNS" :key="c[0]">{{ $t(c[1]) }}</th>
                <th>{{ $t('ETT') }}</th>
                <th>{{ $t('Trail') }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="s in list" :key="s.id">
                <td class="tick">
                  <input
                    type="checkbox"
                    :checked="compared.includes(s.id)"
                    :aria-label="$t('compare {frame} {size}', { frame: s.size.frame, size: s.size.size })"
                    @change="toggle(s.id)" />
                </td>
                <th scope="row">
                  <button type="button" class="open" @click="opened = s">{{ s.size.size }}</button>
                </th>
                <td
                  v-for="c in COLUMNS"
                  :key="c[0]"
                  class="figure"
                  :class="{
                    odd: audit(s, c[0]),
                    derived: s.size.chart.derived?.includes(c[0]),
                    assumed: s.size.chart.assumed?.includes(c[0]),
                  }"
                  :title="
                    audit(s, c[0])
                      ? $t('the rest gives {computed}', { computed: audit(s, c[0])!.computed.toFixed(1) })
                      : undefined
                  ">
                  {{ cell(s, c[0]) }}
                </td>
                <td class="figure">{{ show(s.ett_mm, unit) }}</td>
                <td class="figure">{{ show(s.trail_mm, unit) }}</td>
              </tr>
            </tbody>
          </table>
        </article>
        <p v-if="!sizes.length" class="quiet">{{ $t('The shelf is empty. Read a frames file to fill it.') }}</p>
      </section>
      <aside v-if="opened">
        <SizeForm :size="opened === 'new' ? null : opened" @kept="kept" @changed="read" @close="opened = null" />
      </aside>
      <aside v-else>
        <router-link v-if="compared.length" class="press solid" :to="`/frames/compare?sizes=${compared.join(',')}`">{{
          $t('Compare {compared} {sizes}', {
            compared: compared.length,
            sizes: compared.length === 1 ? $t('size') : $t('sizes'),
          })
        }}</router-link>
        <h2>{{ $t('Add frames') }}</h2>
        <div class="add">
          <router-link class="press solid" to="/frames/paste">{{ $t('Paste a chart') }}</router-link><button
            type="button"
            class="press"
            @click="opened = 'new'">
            {{ $t('By hand') }}
          </button>
        </div>
        <h2>{{ $t('Take in, hand out') }}</h2>
        <p class="quiet">
          {{ $t('One size a line, comma-separated, with') }}
          <button type="button" class="help-link" @click="help = true">{{ $t('these columns') }}</button>{{
            $t('. A bad line is named and left out; the rest stays on offer.')
          }}
        </p>
        <ImportPanel shelf="frames" @taken="read" />
        <h2>{{ $t('Stack against reach') }}</h2>
        <svg width="330" height="250" role="img" :aria-label="$t('All frames, stack against reach')">
          <g v-for="[name, list] in frames" :key="name" class="mapped">
            <title>{{ name }}</title>
            <path :d="path(large(list))" class="line" />
            <circle v-for="(d, i) in large(list)" :key="i" :cx="d.x" :cy="d.y" r="3.2" />
          </g>
          <rect x="30" y="2" width="298" height="226" class="frame-edge" />
          <text v-for="tick in tickX" :key="tick.v" :x="tick.x" y="244" text-anchor="middle">{{ tick.v }}</text>
          <text v-for="tick in tickY" :key="tick.v" x="25" :y="tick.y + 4" text-anchor="end">{{ tick.v }}</text>
        </svg>
        <h2>{{ $t('Chart audit') }}</h2>
        <p v-if="!marked.length" class="quiet">
          {{ $t('Every chart agrees with itself and with the sizes beside it.') }}
          {{ $t('Stack goes with fork and head tube, wheelbase with its halves, top tube with reach.') }}
        </p>
        <ul v-else>
          <li v-for="s in marked" :key="s.id">
            <b>{{ s.size.frame }} {{ s.size.size }}</b
            ><br />{{
              $t('{_} says {given}; the rest gives {computed}', {
                _: s.audit[0]!.field.replace(/_(mm|deg)$/, '').replaceAll('_', ' '),
                given: s.audit[0]!.given,
                computed: s.audit[0]!.computed.toFixed(1),
              })
            }}
          </li>
        </ul>
      </aside>
    </main>
    <HelpDrawer v-model="help" :title="$t('Columns of the shelf files')" :page="formats" />
  </div>
</template>

<style scoped>
.add {
  display: flex;
  gap: 10px;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
.tick {
  width: 22px;
}
.open {
  padding: 0 4px 0 0;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  font: inherit;
  font-weight: 620;
  cursor: pointer;
}
.stock {
  display: flex;
  gap: 6px;
  margin-left: auto;
}
.stock button {
  padding: 1px 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  font-size: 13px;
  color: var(--quiet);
  cursor: pointer;
}
.stock button[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--on-ink);
}
.derived {
  text-decoration: underline;
  text-underline-offset: 3px;
}
.assumed {
  color: var(--ochre);
  text-decoration: underline dotted;
  text-underline-offset: 3px;
}
article {
  content-visibility: auto;
  contain-intrinsic-size: auto 260px;
}
.kinds {
  padding: 10px 0 6px;
}
article {
  padding-top: 18px;
}
article header {
  display: flex;
  gap: 16px;
  align-items: end;
  padding-bottom: 4px;
}
article h2 {
  font-size: 22px;
}
.line {
  fill: none;
  stroke: var(--plan);
  stroke-width: 1.4;
}
circle {
  fill: var(--plan);
}
.frame-edge {
  fill: none;
  stroke: var(--ink);
  pointer-events: none;
}
.mapped:hover .line {
  stroke-width: 4;
}
aside text {
  fill: var(--quiet);
  font: 420 11.5px var(--figures);
}
tbody tr:hover {
  background: var(--paper);
}
.odd {
  background: var(--ochre-tint);
  text-decoration: underline dotted;
}
ul {
  margin: 0;
  padding-left: 18px;
}
.help-link {
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--quiet);
  background: none;
  color: inherit;
  cursor: pointer;
}
</style>
