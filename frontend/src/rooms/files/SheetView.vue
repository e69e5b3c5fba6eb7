<script setup lang="ts">
import { useEventListener, useLocalStorage, useMediaQuery } from '@vueuse/core'
import { computed, onMounted, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { postRooms } from '@/rooms/posts'
import { type PostName, POSTS } from '@/shared/api/lists'
import { typing } from '@/shared/keys'
import { useSettings } from '@/shared/settings'

import ConflictDialog from './components/ConflictDialog.vue'
import Elevation from './components/Elevation.vue'
import HistoryDrawer from './components/HistoryDrawer.vue'
import KeysDialog from './components/KeysDialog.vue'
import Ledger from './components/Ledger.vue'
import Loupes from './components/Loupes.vue'
import PedalCircle from './components/PedalCircle.vue'
import TrailBar from './components/TrailBar.vue'
import { useSheet } from './useSheet'
import { STEP_DEG, useTurn } from './useTurn'
import { t } from '@/shared/i18n'

const props = defineProps<{ id: number; post: PostName }>()
const store = useSheet()
const router = useRouter()
const { toggleUnit } = useSettings()
const folded = useLocalStorage('waymark.ledger-folded', false)
const narrow = useMediaQuery('(max-width: 600px)')
const keys = ref(false)
const history = ref(false)

watch(
  () => [props.id, props.post] as const,
  ([id, post]) => store.open(id, post),
  { immediate: true },
)
onMounted(() => (document.title = t('Waymark')))
watch(
  () => store.sheet,
  (sheet) => {
    if (sheet) document.title = `${sheet.rider.name}, ${props.post}, Waymark`
  },
)

const sheet = computed(() => (store.sheet && store.sheet.id === props.id ? store.sheet : null))
// The post before is shown until this one's own work is there.
const current = computed(() => store.loaded ?? props.post)
const room = computed(() => postRooms.get(current.value)!)
const shown = computed(() =>
  room.value.nowOnly ? { ...store.layers, goal: false, plan: false, built: false } : store.layers,
)
const { deg, turned, picture, turn, by: turnBy } = useTurn(sheet, current)
const under = computed(() => {
  const s = sheet.value
  if (!s) return ''
  const from = s.state.bike || s.state.measure?.frame?.frame || ''
  const to = s.state.frame?.chosen ? `${s.state.frame.chosen.frame} ${s.state.frame.chosen.size}` : ''
  if (!from && !to) return s.title
  return to ? `→ ${to}` : from
})
const undoSays = computed(() => (store.undone ? t('Undo: {undone}', { undone: store.undone }) : t('Nothing to undo')))
const redoSays = computed(() => store.redone ?? '')

useEventListener(window, 'keydown', (event) => {
  if (event.altKey && event.key >= '1' && event.key <= String(POSTS.length)) {
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
  const act: Record<string, () => unknown> = {
    n: () => (store.layers.now = !store.layers.now),
    g: () => (store.layers.goal = !store.layers.goal),
    p: () => (store.layers.plan = !store.layers.plan),
    b: () => (store.layers.built = !store.layers.built),
    l: () => (folded.value = !folded.value),
    h: () => (history.value = true),
    u: toggleUnit,
    ',': () => sheet.value?.dials.length && turnBy(-STEP_DEG),
    '.': () => sheet.value?.dials.length && turnBy(STEP_DEG),
    '0': () => window.dispatchEvent(new Event('waymark:fit')),
    '?': () => (keys.value = true),
    '/': () => router.push({ path: '/', query: { find: '1' } }),
  }
  const key = event.key.toLowerCase()
  const work = room.value.keys?.find((k) => k.key === key)?.act ?? act[key]
  if (work) {
    event.preventDefault()
    work()
  }
})
</script>

<template>
  <component :is="room.narrow" v-if="narrow && room.narrow && sheet" :sheet="sheet" />
  <div v-else class="sheet">
    <TrailBar
      :rider="sheet?.rider.name ?? ' '"
      :under="under"
      :posts="sheet?.trail ?? []"
      :current="post"
      :fit="id"
      @keys="keys = true"
      @find="router.push({ path: '/', query: { find: '1' } })" />
    <main v-if="sheet" class="body" :class="{ page: room.page }">
      <section v-if="room.page" class="field paper-field" tabindex="0" :aria-label="$t('Page')">
        <component :is="room.page" :sheet="sheet" />
      </section>
      <section v-else class="field" :class="{ folded }">
        <Elevation
          v-if="sheet.picture"
          :picture="picture!"
          :ledger="sheet.ledger"
          :shown="shown"
          :loupes="!room.drawing">
          <template #default="{ at, frame, width, height }">
            <PedalCircle
              v-if="!room.drawing && sheet.dials.length"
              :sheet="sheet"
              :turned="turned"
              :deg="deg"
              :at="at"
              :scale="frame.scale"
              @turn="turn"
              @by="turnBy" />
            <component
              :is="room.drawing"
              v-if="room.drawing"
              :sheet="sheet"
              :at="at"
              :scale="frame.scale"
              :width="width" />
            <Loupes
              v-else
              :sheet="sheet"
              :which="room.loupes"
              :at="at"
              :width="width"
              :height="height"
              :post="current" />
          </template>
        </Elevation>
        <div v-else class="blank">
          <h2>{{ $t('This cannot be drawn') }}</h2>
          <p>{{ sheet.problems[0] ?? $t('The numbers do not hold together.') }}</p>
        </div>
        <p v-if="sheet.picture && !sheet.picture.near.length && !room.nowOnly" class="unknown">
          <b>{{ $t('Not measured yet.') }}</b>
          {{ $t('Two statements for the saddle and two for the hand put the rider on the sheet.') }}
          {{ $t('Until then the bike is a guess, dotted.') }}
          <router-link class="press low" :to="`/fits/${id}/measure`">{{ $t('Measure the bike') }}</router-link>
        </p>
        <component :is="room.over" v-if="room.over" :sheet="sheet" />
        <Ledger
          :rows="sheet.ledger"
          :shown="store.layers"
          :folded="folded"
          :last="room.last"
          :sure="room.sure"
          @toggle="(layer) => (store.layers[layer] = !store.layers[layer])"
          @fold="folded = !folded" />
      </section>
      <aside class="bench" :class="current" :aria-label="$t('Bench')">
        <p v-if="store.trouble" class="trouble" role="alert">
          {{ store.trouble.message
          }}<template v-if="store.trouble.allowed"
            >{{ ' ' }}{{ $t('Allowed: {allowed}.', { allowed: store.trouble.allowed }) }}</template
          >
        </p>
        <template v-if="!room.nowOnly"
          ><p v-for="problem in sheet.problems" :key="problem" class="trouble" role="alert">{{ problem }}</p></template
        >
        <component :is="room.bench" :sheet="sheet" @history="history = true" />
        <footer class="undo">
          <button
            type="button"
            class="press bare low"
            :disabled="!store.undone"
            :title="undoSays"
            @click="store.undo()">
            {{ $t('Undo') }}
          </button>
          <button
            type="button"
            class="press bare low"
            :disabled="!store.redone"
            :title="redoSays"
            @click="store.redo()">
            {{ $t('Bring back') }}
          </button>
          <button type="button" class="press bare low" @click="history = true">{{ $t('History') }}</button>
          <span class="quiet small kept" aria-live="polite">{{
            store.busy ? $t('keeping…') : $t('kept, change {revision}', { revision: sheet.revision })
          }}</span>
        </footer>
      </aside>
    </main>
    <main v-else class="waiting">
      <p v-if="store.trouble" role="alert">
        {{ store.trouble.message }} <router-link to="/">{{ $t('Back to the day book') }}</router-link>
      </p>
    </main>
    <ConflictDialog />
    <KeysDialog v-model="keys" :more="room.keys ?? []" />
    <HistoryDrawer v-if="sheet" v-model="history" :sheet="sheet" />
  </div>
</template>

<style scoped>
.sheet {
  display: grid;
  grid-template-rows: 52px minmax(0, 1fr);
  height: 100%;
}
.body {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  min-height: 0;
}
.field {
  position: relative;
  display: grid;
  grid-template-rows: minmax(0, 1fr) 172px;
  min-width: 0;
  min-height: 0;
  background: var(--sheet);
}
.field.folded {
  grid-template-rows: minmax(0, 1fr) 52px;
}
.paper-field {
  display: block;
  overflow: auto;
}
.bench {
  position: relative;
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-left: 1px solid var(--ink);
  background: var(--paper);
}
.undo {
  display: flex;
  align-items: center;
  gap: 4px;
  margin-top: auto;
  padding: 6px 16px;
  border-top: 1px solid var(--hair);
  background: var(--paper);
}
.kept {
  margin-left: auto;
}
.trouble {
  margin: 0;
  padding: 10px 24px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
.blank {
  display: grid;
  place-content: center;
  justify-items: start;
  gap: 12px;
  padding: 40px;
  background: var(--sheet);
}
.blank h2 {
  font-size: 37px;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
.unknown {
  position: absolute;
  top: 22px;
  left: 64px;
  max-width: 480px;
  font-size: 17px;
  color: var(--quiet);
}
.unknown b {
  display: block;
  font-size: 34px;
  line-height: 1.2;
  color: var(--ink);
  font-weight: 620;
}
.unknown .press {
  margin-top: 12px;
  width: max-content;
}
.waiting {
  padding: 40px;
}
@media (max-width: 1180px) {
  .body {
    grid-template-columns: minmax(0, 1fr) 372px;
  }
}
</style>
