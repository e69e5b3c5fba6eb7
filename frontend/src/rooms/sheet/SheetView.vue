<script setup lang="ts">
import { useEventListener, useLocalStorage, useMediaQuery } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { type PostName, POSTS } from '@/app/router'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import { typing } from '@/shared/keys'
import { useSettings } from '@/shared/settings'

import ConflictDialog from './components/ConflictDialog.vue'
import Elevation from './components/Elevation.vue'
import HistoryDrawer from './components/HistoryDrawer.vue'
import KeysDialog from './components/KeysDialog.vue'
import Ledger from './components/Ledger.vue'
import Loupes from './components/Loupes.vue'
import TrailBar from './components/TrailBar.vue'
import MeasureDrawing from './measure/MeasureDrawing.vue'
import PhoneCallOut from './measure/PhoneCallOut.vue'
import BuildBench from './posts/BuildBench.vue'
import Dials from './posts/Dials.vue'
import FrameBench from './posts/FrameBench.vue'
import FrameTable from './posts/FrameTable.vue'
import GoalBench from './posts/GoalBench.vue'
import MeasureBench from './posts/MeasureBench.vue'
import RideBench from './posts/RideBench.vue'
import RidePage from './posts/RidePage.vue'
import RiderBench from './posts/RiderBench.vue'
import RiderPage from './posts/RiderPage.vue'
import SetupBench from './posts/SetupBench.vue'
import SetupPage from './posts/SetupPage.vue'
import { useSheet } from './useSheet'

const props = defineProps<{ id: number; post: PostName }>()
const store = useSheet()
const router = useRouter()
const { toggleUnit } = useSettings()
const folded = useLocalStorage('waymark.ledger-folded', false)
// At a phone's width Measure is the call-out alone.
const narrow = useMediaQuery('(max-width: 600px)')
const keys = ref(false)
const history = ref(false)

watch(() => [props.id, props.post] as const, ([id, post]) => store.open(id, post), { immediate: true })
onMounted(() => document.title = 'Waymark')
watch(() => store.sheet, (sheet) => { if (sheet) document.title = `${sheet.rider.name}, ${props.post}, Waymark` })

const sheet = computed(() => (store.sheet && store.sheet.id === props.id ? store.sheet : null))
const under = computed(() => {
  const s = sheet.value
  if (!s) return ''
  const from = s.state.bike || s.state.measure?.frame?.frame || ''
  const to = s.state.frame?.chosen ? `${s.state.frame.chosen.frame} ${s.state.frame.chosen.size}` : ''
  if (!from && !to) return s.title
  return to ? `→ ${to}` : from
})
const page = computed(() => props.post === 'rider' || props.post === 'setup' || props.post === 'ride')
// Frame shows the table and map; its loupes would hide what is compared.
const which = computed(() => (props.post === 'frame' ? ['hand'] : props.post === 'goal' ? ['saddle', 'hand'] : ['saddle', 'hand', 'foot']))

useEventListener(window, 'keydown', (event) => {
  if (event.altKey && event.key >= '1' && event.key <= '7') {
    event.preventDefault()
    router.push(`/fits/${props.id}/${POSTS[Number(event.key) - 1]}`)
    return
  }
  if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
    if (typing(event)) return
    event.preventDefault()
    if (event.shiftKey) store.redo()
    else store.undo()
    return
  }
  if (typing(event) || event.ctrlKey || event.metaKey || event.altKey) return
  const act: Record<string, () => void> = {
    n: () => (store.layers.now = !store.layers.now),
    g: () => (store.layers.goal = !store.layers.goal),
    p: () => (store.layers.plan = !store.layers.plan),
    b: () => (store.layers.built = !store.layers.built),
    l: () => (folded.value = !folded.value),
    h: () => (history.value = true),
    u: toggleUnit,
    '0': () => window.dispatchEvent(new Event('waymark:fit')),
    '?': () => (keys.value = true),
    '/': () => router.push({ path: '/', query: { find: '1' } }),
  }
  const work = act[event.key.toLowerCase()]
  if (work) {
    event.preventDefault()
    work()
  }
})
</script>

<template>
  <PhoneCallOut v-if="narrow && post === 'measure' && sheet?.measure" :sheet="sheet" />
  <div v-else class="sheet">
    <TrailBar
      :rider="sheet?.rider.name ?? ' '" :under="under" :posts="sheet?.trail ?? []" :current="post" :fit="id"
      @keys="keys = true" @find="router.push({ path: '/', query: { find: '1' } })"
    />
    <main v-if="sheet" class="body" :class="{ page }">
      <section v-if="page" class="field paper-field" tabindex="0" aria-label="Page">
        <RiderPage v-if="post === 'rider'" :sheet="sheet" />
        <SetupPage v-else-if="post === 'setup'" :sheet="sheet" />
        <RidePage v-else :sheet="sheet" />
      </section>
      <section v-else class="field" :class="{ folded }">
        <Elevation v-if="sheet.picture" :picture="sheet.picture" :ledger="sheet.ledger" :shown="post === 'measure' ? { ...store.layers, goal: false, plan: false, built: false } : store.layers" :loupes="post !== 'measure'">
          <template #default="{ at, frame, width, height }">
            <MeasureDrawing v-if="post === 'measure' && sheet.measure" :sheet="sheet" :at="at" :scale="frame.scale" :width="width" />
            <Loupes v-else :sheet="sheet" :which="which" :at="at" :width="width" :height="height" :post="post" />
          </template>
        </Elevation>
        <div v-else class="blank">
          <h2>This cannot be drawn</h2>
          <p>{{ sheet.problems[0] ?? 'The numbers do not hold together.' }}</p>
        </div>
        <p v-if="sheet.picture && !sheet.picture.near.length && post !== 'measure'" class="unknown">
          <b>Not measured yet.</b> Two statements for the saddle and two for the hand put the rider on the sheet; until then the bike is a guess, dotted.
          <router-link class="press low" :to="`/fits/${id}/measure`">Measure the bike</router-link>
        </p>
        <Dials v-if="post === 'goal' && sheet.dials.length" class="dials" :dials="sheet.dials" />
        <div v-if="post === 'frame' && sheet.state.frame?.chosen" class="named">
          <p class="chosen"><svg width="24" height="24" viewBox="-12 -12 24 24" aria-hidden="true"><LayerSign layer="plan" :size="9" /></svg>{{ sheet.state.frame.chosen.frame }} {{ sheet.state.frame.chosen.size }}</p>
          <p v-if="sheet.state.frame.held"><svg width="24" height="20" viewBox="-12 -10 24 20" aria-hidden="true"><LayerSign layer="plan" hollow :size="7" /></svg>{{ sheet.state.frame.held.frame }} {{ sheet.state.frame.held.size }} <span class="quiet">held, dashed</span></p>
        </div>
        <FrameTable v-if="post === 'frame'" class="table" :sheet="sheet" />
        <Ledger
          :rows="sheet.ledger" :shown="store.layers" :folded="folded" :last="post === 'goal' || post === 'measure' ? 'moves' : 'miss'" :sure="post === 'measure'"
          @toggle="(layer) => (store.layers[layer] = !store.layers[layer])" @fold="folded = !folded"
        />
      </section>
      <aside class="bench" :class="post" aria-label="Bench">
        <p v-if="store.trouble" class="trouble" role="alert">{{ store.trouble.message }}<template v-if="store.trouble.allowed"> Allowed: {{ store.trouble.allowed }}.</template></p>
        <template v-if="post !== 'measure'"><p v-for="problem in sheet.problems" :key="problem" class="trouble" role="alert">{{ problem }}</p></template>
        <RiderBench v-if="post === 'rider'" :sheet="sheet" />
        <template v-else-if="post === 'measure'"><MeasureBench v-if="sheet.measure" :sheet="sheet" /></template>
        <GoalBench v-else-if="post === 'goal'" :sheet="sheet" />
        <FrameBench v-else-if="post === 'frame'" :sheet="sheet" />
        <BuildBench v-else-if="post === 'build'" :sheet="sheet" />
        <SetupBench v-else-if="post === 'setup'" :sheet="sheet" />
        <RideBench v-else :sheet="sheet" @history="history = true" />
        <footer class="undo">
          <button type="button" class="press bare low" :disabled="!store.undone" :title="store.undone ? `Undo: ${store.undone}` : 'Nothing to undo'" @click="store.undo()">Undo</button>
          <button type="button" class="press bare low" :disabled="!store.redone" :title="store.redone ?? ''" @click="store.redo()">Bring back</button>
          <button type="button" class="press bare low" @click="history = true">History</button>
          <span class="quiet small kept" aria-live="polite">{{ store.busy ? 'keeping…' : `kept, change ${sheet.revision}` }}</span>
        </footer>
      </aside>
    </main>
    <main v-else class="waiting">
      <p v-if="store.trouble" role="alert">{{ store.trouble.message }} <router-link to="/">Back to the day book</router-link></p>
    </main>
    <ConflictDialog />
    <KeysDialog v-model="keys" />
    <HistoryDrawer v-if="sheet" v-model="history" :sheet="sheet" />
  </div>
</template>

<style scoped>
.sheet { display: grid; grid-template-rows: 52px minmax(0, 1fr); height: 100%; }
.body { display: grid; grid-template-columns: minmax(0, 1fr) 420px; min-height: 0; }
.field { position: relative; display: grid; grid-template-rows: minmax(0, 1fr) 172px; min-width: 0; min-height: 0; background: var(--sheet); }
.field.folded { grid-template-rows: minmax(0, 1fr) 52px; }
.paper-field { display: block; overflow: auto; }
.bench { position: relative; display: flex; flex-direction: column; min-height: 0; border-left: 1px solid var(--ink); background: var(--paper); }
.undo { display: flex; align-items: center; gap: 4px; margin-top: auto; padding: 6px 16px; border-top: 1px solid var(--hair); background: var(--paper); }
.kept { margin-left: auto; }
.trouble { margin: 0; padding: 10px 24px; border-left: 4px solid var(--goal); background: var(--rust-tint); }
.blank { display: grid; place-content: center; justify-items: start; gap: 12px; padding: 40px; background: var(--sheet); }
.blank h2 { font-size: 37px; }
.press { display: inline-grid; align-items: center; text-decoration: none; }
.dials { position: absolute; top: 18px; right: 8px; }
.named { position: absolute; top: 14px; left: 58px; pointer-events: none; }
.named p { display: flex; align-items: center; gap: 8px; font-weight: 560; font-size: 16px; }
.named .chosen { font-size: 27px; font-weight: 640; line-height: 1.25; }
.named .quiet { font-weight: 420; }
.table { position: absolute; top: 20px; right: 20px; }
.unknown { position: absolute; top: 22px; left: 64px; max-width: 480px; font-size: 17px; color: var(--quiet); }
.unknown b { display: block; font-size: 34px; line-height: 1.2; color: var(--ink); font-weight: 620; }
.unknown .press { margin-top: 12px; width: max-content; }
.waiting { padding: 40px; }
@media (max-width: 1180px) { .body { grid-template-columns: minmax(0, 1fr) 372px; } }
</style>
