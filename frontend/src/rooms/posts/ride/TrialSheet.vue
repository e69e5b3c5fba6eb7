<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Schemas } from '@/shared/api/client'
import TypedBox from '@/shared/ui/TypedBox.vue'

import { useSheet } from '@/rooms/files/useSheet'

import { clockText } from '@/rooms/live/clock'
import LinkBar from '@/rooms/live/LinkBar.vue'
import TraceStrip from '@/rooms/live/TraceStrip.vue'
import { useLive } from '@/rooms/live/useLive'

import { figureOf } from './keep'

/** A trial as it runs: a clock that is read from the bike, the runs, what was found in each, and pair by pair. */
const props = defineProps<{ it: Schemas['TrialOut'] }>()
const store = useSheet()
const trial = computed(() => props.it.trial)
const seen = ref(!props.it.trial.blind)
const { live, failed, link, unlink, byRadio, begin } = useLive(
  () => store.id,
  () => props.it.trial.id,
)
const recorded = computed(() => live.value?.recorded ?? null)
const phase = computed(() => recorded.value?.phase ?? null)
// A sitting that has no run yet stands before the first that is not known.
const next = computed(() => phase.value?.run ?? Math.min(props.it.done, props.it.runs.length - 1))
const riding = computed(() => phase.value?.kind === 'ride')
const resting = computed(() => phase.value?.kind === 'rest')
const go = (run: number | null) => begin(trial.value.id, run)
const known = computed(() => new Map((recorded.value?.ridden ?? []).filter((r) => r.known).map((r) => [r.run, r])))
const missing = (run: number) =>
  (trial.value.measured ?? []).filter((c) => known.value.has(run) && known.value.get(run)!.means[c] === undefined)
// What a run came to is put into the file once: taken back by hand it stays so.
const sent = new Set<string>()
// Of the same run read back the last figure may round the other way.
const SAME = 0.15
watch(
  () => [known.value, props.it.trial] as const,
  ([runs]) => {
    for (const r of runs.values()) {
      const key = `${r.run} ${r.start_s}`
      const lacks = (trial.value.measured ?? []).some(
        (c) =>
          r.means[c] !== undefined && !(Math.abs(r.means[c]! - (trial.value.means?.[c]?.[r.run] ?? Infinity)) < SAME),
      )
      if (!lacks || sent.has(key)) continue
      sent.add(key)
      void store.change({ do: 'ride.measured', trial: trial.value.id, run_number: r.run, means: r.means })
    }
  },
  { immediate: true },
)
const channels = computed(
  () => new Set<string>(['power_w', 'cadence_rpm', ...(trial.value.measured ?? []), 'heart_rate_bpm']),
)
const traces = computed(() => live.value?.traces.filter((x) => channels.value.has(x.channel)) ?? [])
const shade = (run: number) => (!seen.value ? 'none' : letter(props.it.runs[run]!) === 'A' ? 'a' : 'b')
const over = (run: number) => (seen.value ? `${run + 1} ${letter(props.it.runs[run]!)}` : String(run + 1))
const measuredRows = computed(() =>
  (props.it.compared[0]?.outcomes ?? []).filter((o) => o.channel !== null).map((o) => ({ ...o, channel: o.channel! })),
)
const letter = (name: string) => String.fromCharCode(65 + trial.value.treatments.indexOf(name))
const trialKnows = (run: number) => run < props.it.done || known.value.has(run)
const found = (outcome: string, run: number) => trial.value.results?.[outcome]?.[run] ?? null
function put(outcome: string, run: number, typed: string) {
  const value = figureOf(typed)
  if (value !== undefined && value !== found(outcome, run))
    void store.change({ do: 'ride.found', trial: trial.value.id, outcome, run_number: run, value })
}
const W = 300
type Outcome = Schemas['Outcome']
const reach = (o: Outcome) => Math.max(Math.abs(o.least ?? 0), Math.abs(o.greatest ?? 0), 1e-9) * 1.15
const at = (o: Outcome, x: number) => W / 2 + (x / reach(o)) * (W / 2 - 6)
const shown = (x: number | null) => (x === null ? '' : `${x > 0 ? '+' : x < 0 ? '−' : ''}${Math.abs(x).toFixed(1)}`)
</script>

<template>
  <section class="trial">
    <header>
      <div>
        <h1>{{ trial.treatments.join($t(' or ')) }}</h1>
        <p class="quiet">
          <template v-for="(name, i) in trial.treatments" :key="name"
            >{{ i ? ', ' : '' }}<b>{{ letter(name) }}</b> {{ name }}</template
          >; {{ $t('{min} min with {rest} min rest', { min: trial.minutes, rest: trial.rest_minutes })
          }}<template v-if="trial.power_w">; {{ $t('asked {w} W', { w: trial.power_w }) }}</template
          >. {{ $t('Only the {what} changes.', { what: trial.differs }) }}
        </p>
      </div>
      <p class="clock" role="timer">
        <template v-if="riding || resting">
          <b class="figure">{{ clockText(phase!.left_s) }}</b>
          <small>{{
            riding ? $t('left of run {n}', { n: next + 1 }) : $t('rest, then run {n}', { n: next + 1 })
          }}</small>
        </template>
        <small v-else-if="phase?.kind === 'done'">{{ $t('all ridden') }}</small>
        <small v-else>{{ $t('the clock stands') }}</small>
      </p>
    </header>
    <ol class="runs">
      <li
        v-for="(name, run) in it.runs"
        :key="run"
        :class="[{ on: riding && next === run, done: trialKnows(run) }, shade(run)]">
        <span class="figure">{{ run + 1 }}</span>
        <b>{{ seen ? letter(name) : '?' }}</b>
      </li>
    </ol>
    <p v-if="!riding && phase?.kind !== 'done' && it.so_far && !trial.stopped" class="fit" role="status">
      <template v-if="seen"
        >{{ $t('Fit for run {n}:', { n: next + 1 }) }} <b>{{ it.runs[next] }}</b></template
      >
      <template v-else>{{ $t('The helper fits the set-up of run {n}.', { n: next + 1 }) }}</template>
    </p>
    <p class="acts">
      <button
        v-if="!riding && phase?.kind !== 'done' && it.so_far"
        type="button"
        class="press solid"
        :disabled="trial.stopped"
        @click="go(next)">
        {{ $t('Begin run {n}', { n: next + 1 }) }}
      </button>
      <button v-if="riding || (resting && trial.by_itself)" type="button" class="press" @click="go(null)">
        {{ $t('Hold the clock') }}
      </button>
      <RouterLink class="press" :to="{ name: 'clock', params: { id: store.id, trial: trial.id } }" target="_blank">
        {{ $t("The rider's clock") }}
      </RouterLink>
      <button v-if="trial.blind" type="button" class="press" :aria-pressed="seen" @click="seen = !seen">
        {{ seen ? $t('Hide from the rider') : $t('Show the helper') }}
      </button>
      <button
        v-if="it.done < it.runs.length && !riding"
        type="button"
        class="press bare"
        @click="store.change({ do: 'ride.stop_trial', trial: trial.id, stopped: !trial.stopped })">
        {{ trial.stopped ? $t('Go on with the trial') : $t('Stop the trial') }}
      </button>
    </p>
    <p v-for="run in [...known.keys()].filter((r) => missing(r).length)" :key="run" class="warn" role="alert">
      {{ $t('Run {n} was not read for long enough to be counted.', { n: run + 1 }) }}
      <button type="button" class="press low" :disabled="riding" @click="go(run)">{{ $t('Ride it again') }}</button>
    </p>
    <LinkBar
      :devices="live?.devices ?? []"
      :failed="failed"
      :behind="recorded?.behind_s"
      @link="link"
      @leave="unlink"
      @radio="byRadio" />
    <TraceStrip
      v-if="traces.length"
      :traces="traces"
      :until="live!.now_s"
      :runs="recorded?.ridden"
      :shade="shade"
      :label="over" />
    <!-- What is below does not jump when the lines come. -->
    <div v-else-if="!live && Object.keys(trial.means ?? {}).length" class="awaited"></div>
    <table class="found">
      <caption>
        {{
          $t('Found in each run')
        }}
      </caption>
      <tbody>
        <tr v-for="row in measuredRows" :key="row.channel">
          <th scope="row">
            {{ row.name }} <small class="quiet">{{ row.unit }}</small>
          </th>
          <td v-for="(_, run) in it.runs" :key="run" class="figure measured">
            {{ trial.means?.[row.channel]?.[run]?.toFixed(1) ?? '' }}
          </td>
        </tr>
        <tr v-for="outcome in trial.outcomes" :key="outcome">
          <th scope="row">{{ outcome }}</th>
          <td v-for="(_, run) in it.runs" :key="run">
            <TypedBox
              class="box"
              :value="found(outcome, run)"
              :label="$t('{what}, run {n}', { what: outcome, n: run + 1 })"
              @keep="(typed) => put(outcome, run, typed)" />
          </td>
        </tr>
      </tbody>
    </table>
    <section v-for="pair in seen || !it.so_far ? it.compared : []" :key="pair.first + pair.second" class="judged">
      <h2>
        {{ $t('{b} less {a}, pair by pair', { a: pair.first, b: pair.second }) }}
        <small class="quiet">{{ it.so_far ? $t('so far; 95 % interval') : $t('95 % interval') }}</small>
      </h2>
      <div v-for="o in pair.outcomes" :key="o.name" class="outcome">
        <b
          >{{ o.name }} <small v-if="o.unit" class="quiet">{{ o.unit }}</small></b
        >
        <svg :viewBox="`0 0 ${W} 34`" role="img" :aria-label="`${o.name}: ${shown(o.least)} … ${shown(o.greatest)}`">
          <path :d="`M4 17H${W - 4}`" class="axis" />
          <path :d="`M${W / 2} 3V31`" class="zero" />
          <template v-if="o.mean !== null">
            <rect
              :x="at(o, o.least!)"
              y="10"
              :width="Math.max(1, at(o, o.greatest!) - at(o, o.least!))"
              height="14"
              :class="{ sure: o.least! > 0 || o.greatest! < 0 }" />
            <path :d="`M${at(o, o.mean)} 5V29`" class="mean" />
          </template>
        </svg>
        <span class="figure mean-figure">{{ shown(o.mean) }}</span>
        <span
          ><b v-if="o.says !== 'no difference shown'">{{ o.says }}</b
          ><template v-else>{{ o.says }}</template
          ><small v-if="o.least !== null" class="quiet figure">{{ shown(o.least) }} … {{ shown(o.greatest) }}</small
          ><small v-if="o.more" class="quiet">{{ o.more }}</small></span
        >
      </div>
    </section>
    <p v-if="!seen && it.so_far" class="quiet">{{ $t('What was found is shown once the last run is in.') }}</p>
  </section>
</template>

<style scoped>
.trial {
  display: grid;
  gap: 12px;
}
header {
  display: flex;
  justify-content: space-between;
  gap: 24px;
  padding-right: 170px;
}
h1::first-letter {
  text-transform: uppercase;
}
h1 {
  font-size: 34px;
  line-height: 1.1;
}
.clock {
  display: grid;
  justify-items: end;
  white-space: nowrap;
}
.clock b {
  font-size: 56px;
  font-weight: 620;
  line-height: 1;
}
.runs {
  display: flex;
  gap: 8px;
  margin: 0;
  padding: 0;
  list-style: none;
}
.runs li {
  display: grid;
  flex: 1;
  max-width: 84px;
  padding: 4px 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  grid-template-columns: 1fr auto;
  align-items: baseline;
}
.runs li b {
  font-size: 20px;
}
.runs li:not(.done) {
  border-style: dashed;
}
.runs .a {
  background: var(--pine-tint);
}
.runs li.on {
  border: 2.4px solid var(--ink);
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 12px;
}
.awaited {
  height: 262px;
}
.fit {
  font-size: 19px;
}
.warn {
  color: var(--ochre);
}
.measured {
  max-width: 84px;
  font-size: 15px;
  text-align: center;
}
table {
  border-collapse: collapse;
}
caption,
h2 {
  padding: 4px 0;
  border-bottom: 1px solid var(--ink);
  font-size: 17px;
  font-weight: 620;
  text-align: left;
}
h2 small {
  float: right;
  font-size: 13px;
  font-weight: 420;
}
.found th {
  width: 120px;
  font-weight: 560;
  text-align: left;
}
.found tr {
  height: 34px;
  border-bottom: 1px solid var(--hair);
}
.found :deep(.box) {
  width: 100%;
  max-width: 84px;
  height: 28px;
  border: 1px solid var(--hair);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: 560 16px var(--figures);
  text-align: center;
}
.outcome {
  display: grid;
  grid-template-columns: 120px 300px 70px 1fr;
  gap: 16px;
  align-items: center;
  min-height: 46px;
  border-bottom: 1px solid var(--hair);
}
.outcome small {
  display: block;
}
.mean-figure {
  font-size: 18px;
  text-align: right;
}
.axis {
  stroke: var(--hair);
}
.zero {
  stroke: var(--ink);
}
rect {
  fill: var(--rule);
}
rect.sure {
  fill: var(--plan);
}
.mean {
  stroke: var(--ink);
  stroke-width: 3;
}
</style>
