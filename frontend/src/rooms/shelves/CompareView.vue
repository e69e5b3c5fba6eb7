<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useAnswer } from '@/shared/api/answers'
import { api, type DayLine, type Schemas, take } from '@/shared/api/client'
import TopBar from '@/shared/ui/TopBar.vue'
import Pick from '@/shared/ui/Pick.vue'

import './shelf.css'
import { t } from '@/shared/i18n'

/** Sizes side by side by numbers; with a rider's file the present bike comes first. */
const route = useRoute()
const router = useRouter()
const files = ref<DayLine[]>([])
const sizes = computed(() =>
  String(route.query.sizes ?? '')
    .split(',')
    .map(Number)
    .filter((n) => n > 0),
)
const fit = computed(() => Number(route.query.fit) || undefined)
const { data: found, trouble: refused } = useAnswer(
  'sizes compared',
  () => (sizes.value.length ? { sizes: sizes.value, fit: fit.value } : null),
  (query) => take(api.GET('/api/fits/compare', { params: { query } })),
)
const trouble = computed(() => (sizes.value.length ? refused.value : t('Mark sizes on the frames shelf first.')))
onMounted(async () => {
  document.title = t('Compare sizes, Waymark')
  files.value = await take(api.GET('/api/fits'))
})
const against = (id: string) => router.replace({ query: { ...route.query, fit: id || undefined } })
const W = 320
const H = 300
const box = computed(() => {
  const s = found.value?.sizes ?? []
  const xs = s.map((o) => o.reach_mm)
  const ys = s.map((o) => o.stack_mm)
  const pad = 12
  return { x0: Math.min(...xs) - pad, x1: Math.max(...xs) + pad, y0: Math.min(...ys) - pad, y1: Math.max(...ys) + pad }
})
const at = (o: Schemas['ComparedSize']) => ({
  x: 30 + ((o.reach_mm - box.value.x0) / (box.value.x1 - box.value.x0)) * (W - 60),
  y: H - 30 - ((o.stack_mm - box.value.y0) / (box.value.y1 - box.value.y0)) * (H - 60),
})
</script>

<template>
  <div class="shelf">
    <TopBar />
    <main>
      <section class="list" tabindex="0" :aria-label="$t('Comparison')">
        <h1>{{ $t('Sizes by their numbers') }}</h1>
        <p v-if="trouble" role="alert">
          {{ trouble }} <router-link to="/frames">{{ $t('Frames') }}</router-link>
        </p>
        <table v-if="found" class="wide">
          <thead>
            <tr>
              <th />
              <th v-for="s in found.sizes" :key="s.label">
                <b>{{ s.label }}</b><br />{{ s.id ? s.kind : $t('the present bike') }}
              </th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="row in found.rows" :key="row.label" :class="{ key: row.label === 'Reach at equal bar height' }">
              <th scope="row">{{ row.label }}</th>
              <td v-for="(v, i) in row.values" :key="i" class="figure">
                {{ v }} <i>{{ row.differences[i] }}</i>
              </td>
            </tr>
          </tbody>
        </table>
      </section>
      <aside>
        <h2>{{ $t('Against') }}</h2>
        <Pick
          :label="$t('Compare against')"
          :value="fit ?? ''"
          :placeholder="$t('the first size')"
          clearable
          :options="files.map((f) => ({ value: f.id, label: `${f.rider}’s present bike` }))"
          @pick="(v) => against(String(v))" />
        <p class="small quiet">
          {{ $t('Differences are from {first}.', { first: found?.against ?? $t('the first') }) }}
          {{ $t('Labels mean nothing across makers; stack and reach do, and reach counts at one bar height.') }}
          {{ $t('Taking spacers out to undo stack moves the bar forward.') }}
        </p>
        <svg v-if="found" :viewBox="`0 0 ${W} ${H}`" role="img" :aria-label="$t('Stack against reach')">
          <rect x="1" y="1" :width="W - 2" :height="H - 2" class="edge" />
          <g v-for="(s, i) in found.sizes" :key="s.label" :transform="`translate(${at(s).x} ${at(s).y})`">
            <circle r="4.5" :class="{ base: i === 0 }" />
            <text :x="at(s).x > W * 0.6 ? -9 : 9" y="4" :text-anchor="at(s).x > W * 0.6 ? 'end' : 'start'">
              {{ s.label }}
            </text>
          </g>
          <text x="8" y="16" class="axis">{{ $t('stack') }}</text>
          <text :x="W - 8" :y="H - 8" text-anchor="end" class="axis">{{ $t('reach') }}</text>
        </svg>
      </aside>
    </main>
  </div>
</template>

<style scoped>
.wide th b {
  color: var(--ink);
  font-size: 15px;
  font-weight: 620;
}
.shelf .list .wide thead th {
  white-space: normal;
  vertical-align: bottom;
  padding-bottom: 6px;
}
.shelf .list .wide tbody tr {
  height: 30px;
}
.wide tbody th {
  font-weight: 560;
  font-size: 15px;
  white-space: nowrap;
  padding-right: 12px;
}
.wide td {
  font-weight: 560;
  white-space: nowrap;
}
.wide i {
  display: inline-block;
  min-width: 40px;
  font-style: normal;
  font-size: 13px;
  font-weight: 420;
  color: var(--quiet);
}
.key {
  background: var(--pine-tint);
}
.edge {
  fill: var(--sheet);
  stroke: var(--ink);
}
circle {
  fill: var(--plan);
}
circle.base {
  fill: var(--sheet);
  stroke: var(--now);
  stroke-width: 2;
}
svg text {
  fill: var(--ink);
  font: 520 12px var(--words);
}
svg .axis {
  fill: var(--quiet);
  font: 420 11.5px var(--figures);
}
</style>
