<script setup lang="ts">
import { computed, onMounted } from 'vue'

import { t } from '@/shared/i18n'

import { clockText } from './clock'
import { useLive } from './useLive'

/** What the rider sees from the bike: how long, how hard, and nothing of which set-up is ridden. */
const props = defineProps<{ id: number; trial: number }>()
const { live, trouble } = useLive(
  () => props.id,
  () => props.trial,
)
onMounted(() => (document.title = t("The rider's clock, Waymark")))
const recorded = computed(() => live.value?.recorded ?? null)
const phase = computed(() => recorded.value?.phase ?? null)
const kind = computed(() => phase.value?.kind ?? 'ready')
const runs = computed(() => recorded.value?.runs ?? null)
const WORDS: Record<string, string> = {
  ready: t('Ready'),
  ride: t('Ride'),
  rest: t('Easy'),
  wait: t('Wait for the helper'),
  done: t('All ridden'),
}
const SHOWN = ['power_w', 'cadence_rpm', 'heart_rate_bpm']
const now = computed(() => live.value?.traces.filter((x) => SHOWN.includes(x.channel)) ?? [])
const says = (n: number | null) => (n === null ? '–' : String(Math.round(n)))
const off = (x: { now: number | null; asked: number | null }) =>
  x.now !== null && x.asked !== null && Math.abs(x.now - x.asked) > 0.08 * x.asked
</script>

<template>
  <main :class="kind">
    <header>
      <p class="word" role="status">{{ WORDS[kind] }}</p>
      <p v-if="runs && phase" class="run">{{ $t('run {n} of {all}', { n: phase.run + 1, all: runs }) }}</p>
    </header>
    <p class="clock figure" role="timer">
      {{ kind === 'ride' || kind === 'rest' ? clockText(phase!.left_s) : kind === 'done' ? '0:00' : '–:––' }}
    </p>
    <ul>
      <li v-for="x in now" :key="x.channel" :class="{ off: off(x) }">
        <span>{{ x.name }}</span>
        <b class="figure">{{ says(x.now) }}</b>
        <small>{{ x.unit }}{{ x.asked ? $t(', asked {w}', { w: x.asked }) : '' }}</small>
      </li>
      <li v-if="!now.length" class="none">{{ $t('No trainer is linked.') }}</li>
    </ul>
    <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
  </main>
</template>

<style scoped>
main {
  display: grid;
  grid-template-rows: auto minmax(0, 1fr) auto;
  height: 100vh;
  padding: 3vh 4vw;
  background: var(--sheet);
}
main.ride {
  background: var(--pine-tint);
}
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.word {
  font-size: 10vh;
  font-weight: 680;
  line-height: 1;
}
.run {
  color: var(--quiet);
  font-size: 6vh;
}
.clock {
  align-self: center;
  font-size: min(44vh, 27vw);
  font-weight: 640;
  line-height: 1;
  text-align: center;
  letter-spacing: -0.02em;
}
ul {
  display: grid;
  grid-template-columns: repeat(3, minmax(0, 1fr));
  gap: 3vw;
  margin: 0;
  padding: 2vh 0 0;
  border-top: 3px solid var(--ink);
  list-style: none;
}
li {
  display: grid;
  font-size: 4vh;
}
li b {
  font-size: 16vh;
  font-weight: 620;
  line-height: 1;
}
li small {
  color: var(--quiet);
  font-size: 3.4vh;
}
.off b {
  color: var(--goal);
}
.none {
  grid-column: 1 / -1;
  color: var(--quiet);
}
.trouble {
  position: fixed;
  inset: auto 0 0;
  padding: 1vh 4vw;
  background: var(--ochre-tint);
  font-size: 3vh;
}
</style>
