<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { useAnswer } from '@/shared/api/answers'
import { api, Refused, type Schemas, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import Chip from '@/shared/ui/Chip.vue'
import Choices from '@/shared/ui/Choices.vue'
import TopBar from '@/shared/ui/TopBar.vue'

import LinkBar from '@/rooms/live/LinkBar.vue'
import TraceStrip from '@/rooms/live/TraceStrip.vue'
import { useLive } from '@/rooms/live/useLive'

import MachineBlocks from './MachineBlocks.vue'
import MachineDrawing from './MachineDrawing.vue'
import MendMachine from './MendMachine.vue'
import OwnBike from './OwnBike.vue'
import ReadOff from './ReadOff.vue'

/** Indoor bikes: what every rider dials in, one of them large enough to be read from two metres. */
const route = useRoute()
const router = useRouter()
const trouble = ref('')
const printed = ref<number[]>([])
const mending = ref(false)
const reading = ref(false)
const { data: machines, again: read } = useAnswer(
  'machines',
  () => ({}),
  () => take(api.GET('/api/machines')),
)
const machine = computed(
  () => machines.value?.find((m) => m.id === Number(route.query.machine)) ?? machines.value?.[0] ?? null,
)
const { data: asked, again: readRiders } = useAnswer(
  'riders on a machine',
  () => (machine.value ? { machine_id: machine.value.id } : null),
  async ({ machine_id }) => {
    const riders = await take(api.GET('/api/machines/{machine_id}/riders', { params: { path: { machine_id } } }))
    return { machine_id, riders }
  },
)
// Riders of the machine before this one are nobody's on it.
const riders = computed(() => (asked.value && asked.value.machine_id === machine.value?.id ? asked.value.riders : []))
const can = computed(() => riders.value.filter((r) => !r.why_not))
const shown = computed(() => can.value.find((r) => r.fit === Number(route.query.fit)) ?? can.value[0] ?? null)
const { data: set, again: readSet } = useAnswer(
  'settings on a machine',
  () => (machine.value && shown.value ? { machine_id: machine.value.id, fit_id: shown.value.fit } : null),
  (path) => take(api.GET('/api/machines/{machine_id}/riders/{fit_id}', { params: { path } })),
)
// In the list of machines, beside them: the bike itself.
const OWN = 0
const own = computed(() => route.query.machine === String(OWN))
const { live, failed, link, unlink, byRadio } = useLive(
  () => shown.value!.fit,
  () => undefined,
  () => shown.value !== null && !own.value,
)
const go = (query: Record<string, number>) => router.replace({ query: { ...route.query, ...query } })
onMounted(() => (document.title = t('Trainers, Waymark')))
async function takeFile(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  trouble.value = ''
  try {
    const text = await file.text()
    if (file.name.endsWith('.csv')) await take(api.POST('/api/machines/table', { body: { text } }))
    else await take(api.PUT('/api/machines', { body: JSON.parse(text) as Schemas['MachinesFile'] }))
    await read()
  } catch (wrong) {
    if (wrong instanceof Refused) trouble.value = `${file.name}: ${wrong.body.message} ${wrong.body.field ?? ''}`
    else if (wrong instanceof SyntaxError) trouble.value = t('{name}: this is no machine file.', { name: file.name })
    else throw wrong
  }
}
async function mended() {
  mending.value = false
  await read()
  await readRiders()
  await readSet()
}
const mark = (fit: number, on: boolean) => {
  printed.value = on ? [...printed.value, fit] : printed.value.filter((f) => f !== fit)
}
const card = computed(() => {
  const fits = printed.value.length ? printed.value : shown.value ? [shown.value.fit] : []
  return `/api/machines/${machine.value?.id}/card.pdf?${fits.map((f) => `fits=${f}`).join('&')}`
})
const differs = (r: Schemas['RiderSet'], i: number) => shown.value !== null && r.settings[i] !== shown.value.settings[i]
</script>

<template>
  <div class="trainers">
    <TopBar />
    <main v-if="machines && !machines.length" class="none">
      <h1>{{ $t('No trainer on the shelf') }}</h1>
      <p>
        {{
          $t('A machine is kept as data: its sliders, their stops and directions, its cranks. Take a file in first.')
        }}
      </p>
      <label class="press solid file"
        >{{ $t('Take a machine file in')
        }}<input type="file" accept=".json,.csv,application/json,text/csv" class="visually-hidden" @change="takeFile"
      /></label>
      <router-link class="press" to="/trainers/by-hand">{{ $t('A machine by hand') }}</router-link>
      <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
    </main>
    <main v-else-if="machine">
      <section class="sheet">
        <header>
          <Choices
            :label="$t('Machine')"
            :value="own ? OWN : machine.id"
            :options="[
              ...machines!.map((m) => ({ value: m.id, label: m.file.name })),
              { value: OWN, label: $t('Own bike') },
            ]"
            @pick="(id) => go({ machine: Number(id) })" />
          <p class="quiet small">
            {{ own ? $t('The bike as it is, held in a trainer: nothing on it is moved.') : machine.file.note }}
          </p>
        </header>
        <OwnBike v-if="own" :fit="route.query.fit ? Number(route.query.fit) : null" @pick="(fit) => go({ fit })" />
        <div v-else class="work">
          <MachineDrawing v-if="set" :set="set" />
          <MachineBlocks v-if="set" :set="set" />
        </div>
      </section>
      <aside v-show="own" id="own-bike-bench"></aside>
      <aside v-show="!own">
        <!-- Its place is kept: what is pressed below must not move away under the hand. -->
        <h1>{{ set?.headline ?? ' ' }}</h1>
        <p v-if="set?.says" class="quiet">{{ set.says }}</p>
        <h2>
          {{ $t('On this machine') }} <small class="quiet">{{ $t('bold: to turn from the one shown') }}</small>
        </h2>
        <table>
          <thead>
            <tr>
              <th></th>
              <th>{{ $t('rider') }}</th>
              <th v-for="(name, i) in machine.sliders" :key="i" :title="name" class="n">{{ i + 1 }}</th>
              <th class="n">{{ $t('crank') }}</th>
              <th></th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="r in can" :key="r.fit" :class="{ here: r.fit === shown?.fit }">
              <td>
                <el-checkbox
                  :model-value="printed.includes(r.fit)"
                  :aria-label="$t('Print for {name}', { name: r.rider })"
                  @change="(on: unknown) => mark(r.fit, Boolean(on))" />
              </td>
              <th scope="row">
                <button type="button" class="plain" :aria-pressed="r.fit === shown?.fit" @click="go({ fit: r.fit })">
                  {{ r.rider }}
                </button>
              </th>
              <td v-for="(s, i) in r.settings" :key="i" class="n figure" :class="{ turn: differs(r, i) }">{{ s }}</td>
              <td class="n figure" :class="{ turn: r.crank_mm !== shown?.crank_mm }">{{ r.crank_mm }}</td>
              <td><Chip :word="r.within ? 'in' : 'out'" /></td>
            </tr>
          </tbody>
        </table>
        <p class="acts">
          <a class="press solid" :href="card" target="_blank">{{
            printed.length > 1 ? $t('Print {n} cards', { n: printed.length }) : $t('Print the card')
          }}</a>
          <button type="button" class="press" :aria-expanded="mending" @click="mending = !mending">
            {{ $t('Mend it by tape') }}
          </button>
          <button v-if="set" type="button" class="press" :aria-expanded="reading" @click="reading = !reading">
            {{ $t('Read it off') }}
          </button>
        </p>
        <ReadOff v-if="reading && set" :key="`${machine.id} ${set.fit}`" :machine="machine" :set="set" />
        <section v-if="shown" class="live">
          <h2>
            {{ $t('Live') }} <small class="quiet">{{ shown.rider }}</small>
          </h2>
          <LinkBar
            :devices="live?.devices ?? []"
            :failed="failed"
            :behind="null"
            @link="link"
            @leave="unlink"
            @radio="byRadio" />
          <TraceStrip v-if="live?.traces.length" narrow :traces="live.traces" :until="live.now_s" />
        </section>
        <MendMachine v-if="mending" :key="machine.id" :machine="machine" @mended="mended" />
        <ul class="not small quiet">
          <li v-for="r in riders.filter((x) => x.why_not)" :key="r.fit">{{ r.rider }}: {{ r.why_not }}.</li>
        </ul>
        <p class="small">
          <label class="plain file"
            >{{ $t('Take a machine file in')
            }}<input
              type="file"
              accept=".json,.csv,application/json,text/csv"
              class="visually-hidden"
              @change="takeFile"
          /></label>
          <a class="plain give" href="/api/machines/file" download>{{ $t('Give all machines out') }}</a>
          <a class="plain give" href="/api/machines/file.csv" download>{{ $t('as a table') }}</a>
          <router-link class="plain give" to="/trainers/by-hand">{{ $t('A machine by hand') }}</router-link>
          <router-link class="plain give" :to="`/trainers/by-hand?machine=${machine.id}`">{{
            $t('This one’s numbers')
          }}</router-link>
        </p>
        <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
      </aside>
    </main>
  </div>
</template>

<style scoped>
.trainers {
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
  background: var(--sheet);
  border-right: 1px solid var(--ink);
}
header {
  display: grid;
  gap: 6px;
  padding: 14px 24px 8px;
  border-bottom: 1px solid var(--hair);
}
.work {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 360px;
  min-height: 0;
}
.live {
  display: grid;
  gap: 8px;
  padding-bottom: 8px;
}
aside {
  min-height: 0;
  padding: 16px 24px;
  overflow: auto;
}
h1 {
  font-size: 30px;
  line-height: 1.15;
}
h2 {
  margin-top: 16px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--ink);
  font-size: 18px;
}
h2 small {
  float: right;
  font-size: 12.5px;
  font-weight: 420;
  line-height: 24px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
thead th {
  color: var(--quiet);
  font-size: 12.5px;
  font-weight: 420;
  text-align: left;
}
tbody th button {
  text-align: left;
}
tbody th {
  font-size: 14.5px;
  font-weight: 420;
  text-align: left;
}
tbody tr {
  height: 36px;
  border-bottom: 1px solid var(--hair);
}
.n {
  text-align: right !important;
  padding-right: 6px;
}
.figure {
  font-size: 15px;
}
.turn {
  font-weight: 700;
}
.here {
  background: var(--sheet);
  box-shadow: inset 4px 0 var(--plan);
}
.here th button {
  padding-left: 6px;
  font-weight: 620;
}
.acts {
  flex-wrap: wrap;
  display: flex;
  gap: 12px;
  margin: 14px 0;
}
.acts a {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
.not {
  margin: 0 0 10px;
  padding: 0;
  list-style: none;
}
.give {
  margin-left: 16px;
  text-decoration: none;
}
</style>
