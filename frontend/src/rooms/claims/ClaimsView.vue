<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, type DayLine, Refused, type Schemas, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import TopBar from '@/shared/ui/TopBar.vue'
import Pick from '@/shared/ui/Pick.vue'

import '@/rooms/shelves/shelf.css'
import TypedBox from '@/shared/ui/TypedBox.vue'

import { barOf, box, type Claim, type Tried } from './logic'
import { t } from '@/shared/i18n'

/** What they say: a claim, one's own numbers, before and after, and what is left of it. */
const route = useRoute()
const { unit, language } = useSettings()
const router = useRouter()
const claims = ref<Claim[]>([])
const rider = ref<Schemas['ClaimsRider'] | null>(null)
const files = ref<DayLine[]>([])
const values = ref<Record<string, number>>({})
const tried = ref<Tried | null>(null)
const fault = ref<Schemas['ErrorBody'] | null>(null)
const key = computed(() => String(route.query.claim ?? 'turn_over'))
const fit = computed(() => Number(route.query.fit) || undefined)
const claim = computed(() => claims.value.find((c) => c.key === key.value) ?? claims.value[0])
onMounted(async () => {
  document.title = t('What they say, Waymark')
  files.value = await take(api.GET('/api/fits'))
})
watch(
  fit,
  async () => {
    const found = await take(api.GET('/api/claims', { params: { query: { fit: fit.value } } }))
    rider.value = found.rider
    claims.value = found.claims
  },
  { immediate: true },
)
watch([unit, language], () => void run())
watch(claim, (now) => {
  if (!now) return
  values.value = Object.fromEntries(now.numbers.map((n) => [n.name, n.value]))
  void run()
})
let asked = 0
async function run() {
  if (!claim.value) return
  const mine = ++asked
  const body = { claim: claim.value.key, values: values.value, rider: rider.value }
  try {
    const answer = await take(api.POST('/api/calc/claim.try', { body }))
    // An answer that was overtaken is to numbers no longer on the screen.
    if (mine !== asked) return
    tried.value = answer
    fault.value = null
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    if (mine === asked) fault.value = wrong.body
  }
}
function set(n: Claim['numbers'][number], typed: string) {
  const value = typed ? Number(typed.replace(',', '.')) : Number.NaN
  if (Number.isNaN(value)) {
    const allowed = `${n.least} to ${n.greatest} ${n.unit}`
    fault.value = {
      code: 'input',
      field: `values.${n.name}`,
      message: t('{label}: “{typed}” is no number.', { label: n.label, typed }),
      allowed,
    }
    return
  }
  values.value = { ...values.value, [n.name]: value }
  void run()
}
const to = (query: Record<string, string | undefined>) => router.replace({ query: { ...route.query, ...query } })
const W = 620
const H = 430
// The glass over the point to look at has a column of its own, so that it never lies on the picture.
const R = 78
const DRAWN = W - 2 * R - 12
const frame = computed(() => (tried.value ? box(tried.value, DRAWN, H) : null))
const bar = computed(() => (frame.value ? barOf(frame.value.scale, W) : 50))
const GLASS = computed(() => Math.max(1.6, (frame.value?.scale ?? 1) * 3))
const middle = computed(() => {
  const [a, b] = [tried.value?.mark_before, tried.value?.mark_after]
  return a && b ? { x: (a.x_mm + b.x_mm) / 2, y: (a.y_mm + b.y_mm) / 2 } : { x: 0, y: 0 }
})
const GLASS_AT = { x: W - R - 4, y: R + 24 }
const near = (at: Tried['mark_before']) =>
  `translate(${(at.x_mm - middle.value.x) * GLASS.value} ${-(at.y_mm - middle.value.y) * GLASS.value})`
</script>

<template>
  <div class="shelf claims">
    <TopBar />
    <main>
      <nav class="sayings" :aria-label="$t('Claims')">
        <h1>{{ $t('What they say') }}</h1>
        <button
          v-for="c in claims"
          :key="c.key"
          type="button"
          :aria-current="c.key === claim?.key"
          @click="to({ claim: c.key })">
          <b>{{ c.title }}</b><span class="quiet">{{ c.saying }}</span>
        </button>
      </nav>
      <section v-if="claim" class="tried" tabindex="0" :aria-label="$t('Tried')">
        <p class="saying">{{ claim.saying }}</p>
        <svg
          v-if="tried && frame"
          :viewBox="`0 0 ${W} ${H}`"
          role="img"
          :aria-label="$t('{title}, before and after', { title: claim.title })">
          <g class="draw" :transform="`translate(${frame.x(0)} ${frame.y(0)}) scale(${frame.scale} ${-frame.scale})`">
            <ShapeList :shapes="tried.picture.after" />
            <g class="was"><ShapeList :shapes="tried.picture.before" /></g>
          </g>
          <g :transform="`translate(${frame.x(tried.mark_before.x_mm)} ${frame.y(tried.mark_before.y_mm)})`">
            <LayerSign layer="now" :size="8" />
          </g>
          <g :transform="`translate(${frame.x(tried.mark_after.x_mm)} ${frame.y(tried.mark_after.y_mm)})`">
            <LayerSign layer="plan" :size="8" />
          </g>
          <path class="lead" :d="`M${frame.x(middle.x)} ${frame.y(middle.y)}L${GLASS_AT.x} ${GLASS_AT.y}`" />
          <g class="glass" :transform="`translate(${GLASS_AT.x} ${GLASS_AT.y})`">
            <clipPath id="claim-glass"><circle :r="R" /></clipPath>
            <circle :r="R" class="disc" />
            <g clip-path="url(#claim-glass)">
              <g class="draw" :transform="`scale(${GLASS} ${-GLASS}) translate(${-middle.x} ${-middle.y})`">
                <ShapeList :shapes="tried.picture.after" />
                <g class="was"><ShapeList :shapes="tried.picture.before" /></g>
              </g>
              <g :transform="near(tried.mark_before)"><LayerSign layer="now" :size="8" /></g>
              <g :transform="near(tried.mark_after)"><LayerSign layer="plan" :size="8" /></g>
            </g>
            <circle :r="R" class="rim" />
          </g>
          <g class="scale">
            <path :d="`M20 ${H - 14}h${frame.scale * bar}M20 ${H - 19}v10m${frame.scale * bar} -10v10`" />
            <text x="20" :y="H - 24">{{ $t('{bar} mm', { bar }) }}</text>
          </g>
          <g class="legend" :transform="`translate(${W - 160} ${H - 22})`">
            <LayerSign layer="now" :size="6" />
            <text x="12" y="5">{{ $t('before') }}</text>
            <g transform="translate(84 0)">
              <LayerSign layer="plan" :size="6" />
              <text x="12" y="5">{{ $t('after') }}</text>
            </g>
          </g>
        </svg>
        <div v-if="tried" class="outcome" aria-live="polite">
          <p class="verdict">
            <span class="holds">{{ tried.holds }}</span> {{ tried.verdict }}
          </p>
          <div>
            <h3>{{ $t('Moved') }}</h3>
            <p v-for="m in tried.moved" :key="m">{{ m }}</p>
          </div>
          <div>
            <h3>{{ $t('Cancelled or stayed') }}</h3>
            <p v-for="m in tried.stayed" :key="m">{{ m }}</p>
          </div>
        </div>
      </section>
      <aside v-if="claim">
        <h2>{{ $t('With whose numbers') }}</h2>
        <Pick
          :label="$t('Whose numbers')"
          :value="fit ?? ''"
          :placeholder="$t('usual ones')"
          clearable
          :options="files.map((f) => ({ value: f.id, label: `${f.rider}, ${f.title}` }))"
          @pick="(v) => to({ fit: v ? String(v) : undefined })" />
        <label
          v-for="n in claim.numbers"
          :key="`${claim.key} ${n.name}`"
          class="number"
          :class="{ wrong: fault?.field === `values.${n.name}` }">
          <span
            >{{ n.label }} <small v-if="n.own" class="quiet">{{ $t('own') }}</small></span
          >
          <TypedBox
            :value="values[n.name]"
            inputmode="decimal"
            :aria-invalid="fault?.field === `values.${n.name}`"
            @keep="(t) => set(n, t)" /><i>{{ n.unit }}</i>
          <input
            type="range"
            :min="n.least"
            :max="n.greatest"
            step="0.5"
            :value="values[n.name]"
            :aria-label="$t('{label}, slide', { label: n.label })"
            @input="set(n, ($event.target as HTMLInputElement).value)" />
        </label>
        <p v-if="fault" class="trouble" role="alert">
          {{ fault.message
          }}<template v-if="fault.allowed"
            >{{ ' ' }}{{ $t('Allowed: {allowed}.', { allowed: fault.allowed }) }}</template
          >
        </p>
        <p class="small quiet">
          {{ $t('Computed by the open calculation') }} <i>claim.try</i>{{ $t('; the same numbers come from') }}
          <i>waymark calc</i>.
        </p>
      </aside>
    </main>
  </div>
</template>

<style scoped>
.claims main {
  grid-template-columns: 268px minmax(0, 1fr) 320px;
}
.sayings {
  overflow: auto;
  padding: 18px 0;
  border-right: 1px solid var(--ink);
}
.sayings h1 {
  padding: 0 20px 8px;
  font-size: 30px;
}
.sayings button {
  display: grid;
  gap: 1px;
  width: 100%;
  padding: 8px 20px;
  border: 0;
  border-left: 4px solid transparent;
  border-bottom: 1px solid var(--hair);
  background: none;
  text-align: left;
  cursor: pointer;
  font-size: 14px;
  line-height: 1.3;
}
.sayings button b {
  font-size: 16px;
}
.sayings button[aria-current='true'] {
  background: var(--sheet);
  border-left-color: var(--plan);
}
.tried {
  overflow: auto;
  padding: 16px 28px;
  background: var(--sheet);
}
.saying {
  font-size: 26px;
  font-weight: 620;
}
svg {
  display: block;
  width: 100%;
  max-height: 430px;
}
.was :deep(path),
.was :deep(circle) {
  fill: none;
  stroke: var(--now);
  stroke-width: 1.6;
  stroke-dasharray: 5 3;
}
.lead {
  stroke: var(--quiet);
  stroke-width: 0.7;
}
.disc {
  fill: var(--sheet);
}
.rim {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.scale path {
  stroke: var(--quiet);
  fill: none;
}
.scale text,
.legend text {
  fill: var(--quiet);
  font: 420 13px var(--words);
}
.outcome {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 28px;
  border-top: 1px solid var(--ink);
  padding-top: 10px;
}
.verdict {
  grid-column: 1 / -1;
  font-size: 17px;
}
.holds {
  display: inline-block;
  margin-right: 6px;
  padding: 0 8px;
  border: 1.5px solid var(--plan);
  border-radius: 3px;
  color: var(--plan);
  font-weight: 620;
}
h3 {
  font-size: 15px;
}
.outcome p {
  font-size: 15px;
  padding-bottom: 3px;
}
.number input:not([type='range']) {
  height: 32px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.number {
  display: grid;
  grid-template-columns: 1fr 76px 26px;
  align-items: center;
  gap: 2px 8px;
  font-size: 15px;
}
.number input:not([type='range']) {
  padding: 0 8px;
  text-align: right;
  font: 560 16px var(--figures);
}
.number i {
  font-style: normal;
  color: var(--quiet);
  font-size: 13px;
}
.number input[type='range'] {
  grid-column: 1 / -1;
  accent-color: var(--plan);
  width: 100%;
}
.wrong input {
  outline: 2px solid var(--goal);
}
.trouble {
  padding: 8px 12px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
</style>
