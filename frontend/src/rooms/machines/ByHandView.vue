<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, Refused, type Schemas, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import TopBar from '@/shared/ui/TopBar.vue'

/** A machine typed in by hand, drawn as it is typed: what each number means is shown where it lies. */
type Typed = Schemas['TypedMachine']
const route = useRoute()
const router = useRouter()
const axis = (name: string, direction_deg: number, stops: string) => ({ name, direction_deg, stops })
const typed = reactive<Typed>({
  name: '',
  note: '',
  saddle: {
    origin: { x_mm: -120, y_mm: 380 },
    axes: [axis(t('Saddle height'), 105, '0 to 400 by 5'), axis(t('Saddle fore-aft'), 0, '-60 to 60 by 5')],
  },
  bar: {
    origin: { x_mm: 470, y_mm: 420 },
    axes: [axis(t('Bar height'), 105, '0 to 350 by 5'), axis(t('Bar fore-aft'), 0, '0 to 150 by 5')],
  },
  cranks: '165; 170; 172.5; 175',
})
const draft = ref<Schemas['Draft'] | null>(null)
const fault = ref<{ field: string; message: string; allowed: string } | null>(null)
let asked = 0
/** What was overtaken says nothing any more, neither its answer nor its fault. */
async function attempt<T>(work: () => Promise<T>, then: (found: T) => unknown) {
  const mine = ++asked
  try {
    const found = await work()
    if (mine !== asked) return
    fault.value = null
    await then(found)
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    if (mine !== asked) return
    const { field, message, allowed } = wrong.body
    fault.value = { field: field ?? '', message, allowed: allowed ?? '' }
  }
}
if (route.query.machine) {
  const params = { path: { machine_id: Number(route.query.machine) } }
  void attempt(
    () => take(api.GET('/api/machines/{machine_id}/typed', { params })),
    (found) => Object.assign(typed, found),
  )
}
watch(
  typed,
  () => {
    // A drawing needs no name; keeping does.
    const body = { ...typed, name: typed.name.trim() || '·' }
    void attempt(
      () => take(api.POST('/api/machines/draft', { body })),
      (found) => (draft.value = found),
    )
  },
  { immediate: !route.query.machine, deep: true },
)
const slides = computed(() => [
  { part: 'saddle' as const, label: t('Saddle'), it: typed.saddle, first: 1 },
  { part: 'bar' as const, label: t('Bar'), it: typed.bar, first: 1 + typed.saddle.axes.length },
])
const wrongAt = (field: string) => fault.value?.field === field
const stopsOf = (number: number) => draft.value?.stops[number - 1]
const keep = () =>
  attempt(
    async () => {
      const { file } = await take(api.POST('/api/machines/draft', { body: typed }))
      await take(api.PUT('/api/machines', { body: { machines: [file] } }))
      const all = await take(api.GET('/api/machines'))
      return all.find((m) => m.file.name === file.name)!.id
    },
    (machine) => router.push({ path: '/trainers', query: { machine } }),
  )
const SCALE = 0.56
const place = (p: { x_mm: number; y_mm: number }) => ({ x: 300 + p.x_mm * SCALE, y: 520 - p.y_mm * SCALE })
const notes = computed(() => {
  const origins = [typed.saddle.origin, typed.bar.origin]
  return (draft.value?.notes ?? []).map((n) => ({
    ...n,
    ...place(n.at),
    told: n.what === 'origin' ? `${origins[0]!.x_mm === n.at.x_mm ? t('saddle at 0') : t('bar at 0')}` : n.what,
  }))
})
</script>

<template>
  <div class="by-hand">
    <TopBar />
    <main>
      <section class="sheet">
        <svg v-if="draft" viewBox="0 0 860 740" role="img" :aria-label="$t('The machine as typed')">
          <g class="draw" :transform="`translate(300 520) scale(${SCALE} ${-SCALE})`">
            <ShapeList :shapes="draft.picture" />
          </g>
          <g v-for="(n, i) in notes" :key="i">
            <template v-if="n.what === 'origin'">
              <text :x="n.x - 10" :y="n.y + 26" text-anchor="end" class="origin">{{ n.told }}</text>
            </template>
            <template v-else>
              <circle :cx="n.x" :cy="n.y" r="13" class="badge" />
              <text :x="n.x" :y="n.y + 5" text-anchor="middle" class="number">{{ n.told }}</text>
            </template>
          </g>
          <text x="300" :y="520 + 34" text-anchor="middle" class="origin">{{ $t('BB') }}</text>
        </svg>
        <p class="quiet small legend">
          {{ $t('All lengths from the middle of the cranks, forward and up.') }}
          {{ $t('A cross is where a mark lies with every slider at 0.') }}
          {{ $t('An arc turns from forward to the way its slider goes.') }}
        </p>
      </section>
      <aside tabindex="0" :aria-label="$t('The machine’s numbers')">
        <h1>{{ $t('A machine by hand') }}</h1>
        <form @submit.prevent="keep">
          <label
            >{{ $t('Name') }}
            <el-input v-model="typed.name" maxlength="80" :aria-label="$t('Name')" />
          </label>
          <label
            >{{ $t('How its scales are read') }}
            <el-input v-model="typed.note" maxlength="400" :aria-label="$t('How its scales are read')" />
          </label>
          <fieldset v-for="s in slides" :key="s.part">
            <legend>{{ s.label }}</legend>
            <div class="pair">
              <label
                >{{ $t('At 0, forward') }}
                <el-input-number
                  v-model="s.it.origin.x_mm"
                  :controls="false"
                  :aria-label="$t('{part} at 0, forward of the BB', { part: s.label })" />
              </label>
              <label
                >{{ $t('At 0, up') }}
                <el-input-number
                  v-model="s.it.origin.y_mm"
                  :controls="false"
                  :aria-label="$t('{part} at 0, above the BB', { part: s.label })" />
              </label>
            </div>
            <div v-for="(a, i) in s.it.axes" :key="i" class="axis">
              <b class="badge-html">{{ s.first + i }}</b>
              <el-input v-model="a.name" maxlength="60" :aria-label="$t('Slider {n}, name', { n: s.first + i })" />
              <label class="turn"
                ><el-input-number
                  v-model="a.direction_deg"
                  :controls="false"
                  :aria-label="$t('Slider {n}, degrees from forward', { n: s.first + i })" />°</label
              >
              <button
                v-if="s.it.axes.length > 1"
                type="button"
                class="press bare low"
                :aria-label="$t('Take slider {n} out', { n: s.first + i })"
                @click="s.it.axes.splice(i, 1)">
                ×
              </button>
              <label class="stops" :class="{ wrong: wrongAt(`${s.part}.axes.${i}.stops`) }"
                >{{ $t('Stops') }}
                <el-input
                  v-model="a.stops"
                  maxlength="4000"
                  :aria-label="$t('Slider {n}, stops', { n: s.first + i })" />
                <small v-if="stopsOf(s.first + i)" class="quiet">{{
                  $t('{n} stops', { n: stopsOf(s.first + i) })
                }}</small>
              </label>
            </div>
            <button
              v-if="s.it.axes.length < 4"
              type="button"
              class="press low"
              @click="s.it.axes.push(axis($t('Slider'), 90, '0 to 100 by 5'))">
              {{ $t('Another slider') }}
            </button>
          </fieldset>
          <label :class="{ wrong: wrongAt('cranks') }"
            >{{ $t('Cranks on it') }}
            <el-input v-model="typed.cranks" maxlength="400" :aria-label="$t('Cranks on it')" />
          </label>
          <p class="quiet small">
            {{ $t('Stops: 0 to 120 by 5, or holes 1..=0 to 120 by 5, or A=0; B=7; C=14.') }}
          </p>
          <p v-if="fault" class="trouble" role="alert">
            {{ fault.message }} <small v-if="fault.allowed">{{ fault.allowed }}</small>
          </p>
          <p v-if="draft?.takes_place && typed.name" class="small">
            {{ $t('It takes the place of the machine of this name.') }}
          </p>
          <p class="acts">
            <button type="submit" class="press solid" :disabled="!typed.name.trim() || !!fault">
              {{ $t('Keep the machine') }}
            </button>
            <router-link class="press" to="/trainers">{{ $t('Not now') }}</router-link>
          </p>
        </form>
      </aside>
    </main>
  </div>
</template>

<style scoped>
.by-hand {
  display: grid;
  grid-template-rows: 52px minmax(0, 1fr);
  height: 100%;
}
main {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 440px;
  min-height: 0;
}
.sheet {
  display: grid;
  grid-template-rows: minmax(0, 1fr) auto;
  min-height: 0;
  border-right: 1px solid var(--ink);
  background: var(--sheet);
}
svg {
  width: 100%;
  height: 100%;
}
.legend {
  padding: 8px 24px 12px;
}
.badge {
  fill: var(--ink);
}
.number {
  fill: var(--sheet);
  font: 640 14px var(--words);
}
.origin {
  fill: var(--ink);
  font: 560 14px var(--words);
  paint-order: stroke;
  stroke: var(--sheet);
  stroke-width: 4px;
}
aside {
  min-height: 0;
  padding: 16px 24px;
  overflow: auto;
}
h1 {
  padding-bottom: 8px;
  font-size: 28px;
}
form {
  display: grid;
  gap: 10px;
}
label {
  display: grid;
  gap: 3px;
  font-size: 14px;
  font-weight: 560;
}
fieldset {
  display: grid;
  gap: 8px;
  margin: 0;
  padding: 8px 0 10px;
  border: 0;
  border-top: 1px solid var(--ink);
}
legend {
  padding: 0 8px 0 0;
  font-size: 17px;
  font-weight: 640;
}
.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
}
.pair :deep(.el-input-number),
.turn :deep(.el-input-number) {
  width: 100%;
}
.axis {
  display: grid;
  grid-template-columns: 26px minmax(0, 1fr) 96px 36px;
  gap: 6px 8px;
  align-items: center;
}
.badge-html {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  border-radius: 50%;
  background: var(--ink);
  color: var(--sheet);
  font-size: 13px;
}
.turn {
  grid-template-columns: 1fr auto;
  align-items: center;
}
.stops {
  grid-column: 2 / -1;
  grid-template-columns: auto 1fr auto;
  align-items: center;
  gap: 8px;
}
.wrong {
  color: var(--goal);
}
fieldset .press {
  justify-self: start;
}
.trouble {
  padding: 8px 12px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
.acts {
  display: flex;
  gap: 10px;
}
.acts .press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
</style>
