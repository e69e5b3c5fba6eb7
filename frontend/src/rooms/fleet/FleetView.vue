<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useAnswer } from '@/shared/api/answers'
import { api, Refused, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'
import Choices from '@/shared/ui/Choices.vue'
import TopBar from '@/shared/ui/TopBar.vue'
import { show, showSigned } from '@/shared/units'

import { sendTo } from '@/rooms/files/begin'

import FleetDrawing from './FleetDrawing.vue'
import { lettered, takenOver } from './logic'

/** A rider's bikes side by side: what differs on purpose, what has drifted, what nobody said. */
const props = defineProps<{ rider: number }>()
const route = useRoute()
const router = useRouter()
const { unit } = useSettings()
const asked = computed(() => (route.query.base ? Number(route.query.base) : undefined))
const {
  data: view,
  trouble: unknown,
  again,
} = useAnswer(
  'fleet',
  () => ({ rider_id: props.rider, base: asked.value }),
  ({ rider_id, base }) =>
    take(api.GET('/api/riders/{rider_id}/bikes', { params: { path: { rider_id }, query: { base } } })),
)
watch(view, (v) => v && (document.title = t('{rider}: bikes, Waymark', { rider: v.name })), { immediate: true })
const bikes = computed(() => (view.value ? lettered(view.value) : []))
const here = computed(() => bikes.value.find((b) => b.fit === view.value?.base))
const others = computed(() =>
  (view.value?.beside ?? []).map((b) => ({ ...b, bike: bikes.value.find((x) => x.fit === b.fit)! })),
)
const go = (base: number) => router.replace({ query: { base } })
const title = ref('')
const said = ref('')
const trouble = ref('')
async function attempt(work: () => Promise<void>) {
  said.value = trouble.value = ''
  try {
    await work()
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = wrong.body.message
  }
}
const takeOver = (fit: number) =>
  attempt(async () => {
    const to = bikes.value.find((b) => b.fit === fit)!
    const words = t('From {bike}', { bike: here.value!.title })
    await sendTo({ id: fit, revision: to.revision }, takenOver(view.value!.offer!, words))
    await again()
    said.value = t('It stands in the goal of {bike} now.', { bike: to.title })
  })
const copy = () =>
  attempt(async () => {
    const { title: of, revision: n } = here.value!
    const reason = t('The position of {of}, change {n}.', { of, n }).slice(0, 400)
    const body = { source: view.value!.base, title: title.value.trim(), reason }
    const made = await take(
      api.POST('/api/riders/{rider_id}/bikes', { params: { path: { rider_id: props.rider } }, body }),
    )
    await router.push(`/fits/${made.id}/goal`)
  })
</script>

<template>
  <div class="fleet">
    <TopBar />
    <main v-if="view">
      <section class="sheet">
        <header>
          <Choices
            :label="$t('The bike looked at')"
            :value="view.base"
            :options="bikes.map((b) => ({ value: b.fit, label: `${b.letter}  ${b.title}` }))"
            @pick="go" />
          <p class="quiet small">
            {{ here?.bike || here?.title }}, {{ here?.use
            }}<template v-if="here?.source === 'built'">, {{ $t('as built') }}</template>
          </p>
        </header>
        <FleetDrawing :view="view" />
      </section>
      <aside tabindex="0" :aria-label="$t('The bikes beside each other')">
        <h1>{{ $t('{rider}’s bikes', { rider: view.name }) }}</h1>
        <p v-if="others.length === 0" class="quiet">
          {{ $t('One bike so far. Copy its position to begin another.') }}
        </p>
        <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
        <p v-if="said" role="status">{{ said }}</p>
        <article v-for="b in others" :key="b.fit">
          <h2>
            {{ b.bike.letter }} {{ b.bike.title }}
            <router-link class="small" :to="`/fits/${b.fit}/measure`">{{ $t('Open') }}</router-link>
          </h2>
          <p class="quiet small">{{ b.bike.bike }}<template v-if="b.bike.bike">, </template>{{ b.bike.use }}</p>
          <p class="says">{{ b.says }}</p>
          <table v-if="b.lines.length">
            <thead>
              <tr>
                <th />
                <th class="n">{{ here?.letter }}</th>
                <th class="n">{{ b.bike.letter }}</th>
                <th class="n" />
              </tr>
            </thead>
            <tbody v-for="l in b.lines" :key="l.name" :class="l.word">
              <tr>
                <th scope="row">{{ l.name }}</th>
                <td class="figure n">{{ show(l.this_mm, unit) }}</td>
                <td class="figure n">{{ show(l.other_mm, unit) }}</td>
                <td class="figure n by">{{ showSigned(l.by_mm, unit) }}</td>
              </tr>
              <tr v-if="l.word !== 'alike'" class="why">
                <td colspan="4">{{ l.says }}</td>
              </tr>
            </tbody>
          </table>
          <ul v-if="b.silent.length">
            <li v-for="s in b.silent" :key="s">{{ s }}</li>
          </ul>
          <div v-if="view.offer && b.bike.saddle" class="offer">
            <p>
              {{ $t('Changed on {letter} for the rider:', { letter: here!.letter }) }} <b>{{ view.offer.says }}</b>
            </p>
            <button type="button" class="press low" @click="takeOver(b.fit)">
              {{ $t('Take it over to {letter}', { letter: b.bike.letter }) }}
            </button>
          </div>
        </article>
        <form class="copy" @submit.prevent="copy">
          <h2>{{ $t('Another bike') }}</h2>
          <p class="quiet small">
            {{ $t('A new file that begins with this position, its readings and set-ups with it.') }}
          </p>
          <div class="row">
            <el-input
              v-model="title"
              maxlength="160"
              :placeholder="$t('what it is called')"
              :aria-label="$t('What it is called')" />
            <button type="submit" class="press low solid" :disabled="!title.trim()">
              {{ $t('Copy the position') }}
            </button>
          </div>
        </form>
      </aside>
    </main>
    <main v-else-if="unknown" class="none">
      <h1>{{ unknown }}</h1>
      <router-link class="press solid" to="/">{{ $t('To the day book') }}</router-link>
    </main>
  </div>
</template>

<style scoped>
.fleet {
  display: grid;
  grid-template-rows: 52px minmax(0, 1fr);
  height: 100%;
}
main {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 420px;
  min-height: 0;
}
.none {
  display: block;
  padding: 40px;
}
.sheet {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr);
  min-height: 0;
  border-right: 1px solid var(--ink);
  background: var(--sheet);
}
header {
  display: grid;
  gap: 6px;
  padding: 14px 24px 8px;
  border-bottom: 1px solid var(--hair);
}
aside {
  min-height: 0;
  padding: 16px 24px;
  overflow: auto;
}
h1 {
  font-size: 30px;
}
h2 {
  display: flex;
  gap: 8px;
  align-items: baseline;
  margin-top: 14px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--ink);
  font-size: 19px;
}
h2 a {
  margin-left: auto;
  color: var(--ink);
  font-weight: 420;
}
.says {
  padding: 6px 0;
  font-weight: 620;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font-weight: 420;
}
.n {
  width: 62px;
  text-align: right;
}
tbody {
  border-bottom: 1px solid var(--hair);
}
tbody tr {
  height: 32px;
}
.why {
  height: 22px !important;
}
.why td {
  padding-bottom: 6px;
  color: var(--quiet);
  font-size: 14px;
}
.by {
  font-weight: 640;
}
.drift .by,
.drift .why td {
  color: var(--goal);
}
.alike .by {
  color: var(--quiet);
  font-weight: 420;
}
ul {
  margin: 8px 0 0;
  padding-left: 18px;
  font-size: 14.5px;
}
.offer {
  display: grid;
  gap: 8px;
  justify-items: start;
  margin-top: 10px;
  padding: 10px 12px;
  border: 1px solid var(--hair);
  border-radius: 3px;
  background: var(--sheet);
}
.copy {
  padding-top: 8px;
}
.row {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  padding-top: 8px;
}
.trouble {
  padding: 8px 12px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
</style>
