<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Sheet, SizeOffer } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import { useSettings } from '@/shared/settings'
import Chip from '@/shared/ui/Chip.vue'
import { show } from '@/shared/units'

import { useSheet } from '../useSheet'
import { DISCIPLINES } from '../words'
import WindowMap from './WindowMap.vue'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const all = ref(false)
const view = computed(() => props.sheet.frames)
const use = computed(() => props.sheet.state.goal?.discipline ?? 'road')
const ofUse = computed(() => view.value?.offers.filter((o) => o.kind === use.value || o.chosen || o.held) ?? [])
const offers = computed(() => (all.value ? (view.value?.offers ?? []) : ofUse.value))
const carry = computed(() => offers.value.filter((o) => o.verdict !== 'out'))
const failed = computed(() => offers.value.filter((o) => o.verdict === 'out'))
const showFailed = ref(false)
// What is chosen and held stands first: it must never be hunted for.
const listed = computed(() => {
  const picked = [...offers.value.filter((o) => o.chosen), ...offers.value.filter((o) => o.held)]
  const rest = showFailed.value || !carry.value.length ? offers.value : carry.value
  return [...picked, ...rest.filter((o) => !o.chosen && !o.held)]
})
const headline = computed(() => {
  const n = carry.value.length
  if (n === 0) return 'No frame carries it'
  return n === 1 ? 'One size carries the goal' : `${n} sizes carry the goal`
})
const look = computed(() => view.value?.look_for)
const range = (a: number, b: number) => `${show(a, unit.value)} to ${show(b, unit.value)}`

function pick(o: SizeOffer | number) {
  const id = typeof o === 'number' ? o : o.id
  const it = view.value?.offers.find((x) => x.id === id)
  if (it && !it.chosen) void store.change({ path: 'frame.chosen', value: id })
}
function hold(o: SizeOffer) {
  void store.change({ path: 'frame.held', value: o.held ? null : o.id })
}
</script>

<template>
  <header>
    <h1>{{ view?.offers.length ? headline : 'Frames that can carry the goal' }}</h1>
    <div class="filter" role="radiogroup" aria-label="Which frames">
      <button type="button" role="radio" :aria-checked="!all" @click="all = false">{{ DISCIPLINES[use] }}</button>
      <button type="button" role="radio" :aria-checked="all" @click="all = true">all uses</button>
    </div>
  </header>
  <p v-if="!view?.offers.length" class="empty">The goal or the shelf is empty. <router-link :to="`/fits/${sheet.id}/measure`">Measure the bike</router-link>, or fill the <router-link to="/frames">frames shelf</router-link>.</p>
  <template v-else>
    <WindowMap :view="view" :offers="offers" class="map" @pick="pick" />
    <section v-if="!carry.length && look" class="nofit" role="status">
      <p><b>Look for, or have made:</b></p>
      <p class="wanted figure"><span>stack</span> {{ range(look.stack_least_mm, look.stack_greatest_mm) }}</p>
      <p class="wanted figure"><span>reach</span> {{ range(look.reach_least_mm, look.reach_greatest_mm) }}</p>
      <p class="small">with a usual stem, at a head angle of {{ look.head_angle_deg.toFixed(1) }}°. The nearest on the shelf, and what stops each:</p>
    </section>
    <ol class="offers" :aria-label="headline">
      <li v-for="o in listed" :key="o.id" :class="{ chosen: o.chosen, held: o.held }" :data-offer="`${o.frame} ${o.size}`">
        <button type="button" class="pick" :aria-pressed="o.chosen" @click="pick(o)">
          <svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden="true"><LayerSign v-if="o.chosen || o.held" layer="plan" :hollow="!o.chosen" :size="7" /><circle v-else r="4" fill="var(--ink)" /></svg>
          <span class="name">{{ o.frame }} {{ o.size }}</span>
          <span class="figure miss">{{ o.show_x }} {{ o.show_y }}</span>
          <Chip :word="o.verdict" />
        </button>
        <p>{{ o.sentence }} <span class="quiet">{{ o.build[0]!.toUpperCase() + o.build.slice(1) }}.</span>
          <button v-if="!o.chosen" type="button" class="hold" @click="hold(o)">{{ o.held ? 'let go' : 'hold beside' }}</button></p>
      </li>
    </ol>
    <button v-if="carry.length && failed.length" type="button" class="press bare low more" @click="showFailed = !showFailed">
      {{ showFailed ? 'Hide the sizes that fail' : `${failed.length} sizes fail, and why` }}
    </button>
  </template>
</template>

<style scoped>
header { display: flex; justify-content: space-between; align-items: baseline; gap: 8px; padding: 12px 24px 6px; }
h1 { font-size: 21px; }
.filter { display: flex; white-space: nowrap; }
.filter button { padding: 2px 8px; border: 1px solid var(--rule); background: none; font-size: 13px; cursor: pointer; }
.filter button + button { border-left: 0; }
.filter button[aria-checked='true'] { background: var(--ink); border-color: var(--ink); color: var(--on-ink); }
.map { padding: 0 24px; }
.empty { padding: 16px 24px; }
.nofit { margin: 8px 24px 0; padding: 10px 14px; border-left: 4px solid var(--ochre); background: var(--ochre-tint); }
.wanted { font-size: 21px; font-weight: 600; }
.wanted span { display: inline-block; width: 68px; font: 420 15px var(--words); }
.offers { flex: 1; min-height: 120px; overflow: auto; margin: 8px 0 0; padding: 0; list-style: none; border-top: 1px solid var(--ink); }
li { padding: 7px 24px 8px; border-bottom: 1px solid var(--hair); border-left: 4px solid transparent; }
li.chosen { background: var(--sheet); border-left-color: var(--plan); }
.pick { display: grid; grid-template-columns: 24px 1fr auto auto; gap: 8px; align-items: center; width: 100%; padding: 0; border: 0; background: none; text-align: left; cursor: pointer; }
.name { font-size: 18px; font-weight: 620; }
.miss { font-size: 18px; font-weight: 560; color: var(--plan); }
li p { padding-left: 32px; font-size: 14px; line-height: 1.35; }
.hold { padding: 0 2px; border: 0; border-bottom: 1px solid var(--quiet); background: none; font-size: 13px; cursor: pointer; }
.more { align-self: flex-start; margin-left: 18px; }
</style>
