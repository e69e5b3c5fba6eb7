<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import type { Schemas } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import { today } from '@/shared/days'

import { useSheet } from '@/rooms/files/useSheet'

import { keep } from './keep'

/** A trial planned: what differs, the set-ups, what is looked at, how long. Ready patterns fill it in. */
const props = defineProps<{ another: boolean; cranks?: string | null }>()
const store = useSheet()
const open = ref(false)
const draft = reactive({
  differs: '',
  set_ups: '',
  outcomes: '',
  blocks: 2,
  minutes: 4,
  rest_minutes: 2,
  power_w: null as number | null,
  blind: true,
  by_itself: false,
  measured: ['heart_rate_bpm'] as Channel[],
})
type Channel = Schemas['Trace']['channel']
const CHANNELS: { value: Channel; label: string }[] = [
  { value: 'heart_rate_bpm', label: t('Heart rate') },
  { value: 'cadence_rpm', label: t('Cadence') },
  { value: 'power_w', label: t('Power') },
  { value: 'speed_kmh', label: t('Speed') },
]
// Two differences at once: what is found tells of neither.
const several = computed(() => list(draft.differs.replace(/\s(and|with)\s|[+&/;]/gi, ',')).length > 1)
const NUMBERS = [
  { field: 'blocks', label: t('Blocks'), least: 1, most: 12, step: 1 },
  { field: 'minutes', label: t('Minutes a run'), least: 0.5, most: 60, step: 0.5 },
  { field: 'rest_minutes', label: t('Rest, minutes'), least: 0, most: 60, step: 0.5 },
  { field: 'power_w', label: t('Effort asked, W'), least: 20, most: 2000, step: 5 },
] as const
const PATTERNS = [
  {
    name: t('Two stems'),
    fills: {
      differs: t('stem'),
      set_ups: t('stem 90, stem 80'),
      outcomes: t('Hands, Low back, Steering'),
      measured: ['heart_rate_bpm'] as Channel[],
      blocks: 4,
    },
  },
  {
    name: t('Two cranks'),
    fills: {
      differs: t('crank'),
      set_ups: t('170, 165'),
      outcomes: t('Hips, Effort'),
      measured: ['heart_rate_bpm', 'cadence_rpm'] as Channel[],
      blocks: 4,
    },
  },
  {
    name: t('Bar heights'),
    fills: {
      differs: t('bar height'),
      set_ups: t('low, middle, high'),
      outcomes: t('Hands, Neck, Steering'),
      measured: [] as Channel[],
      blocks: 3,
    },
  },
  {
    name: t('Stem and width'),
    fills: {
      differs: t('stem and bar width'),
      set_ups: t('50 with 760, 40 with 780'),
      outcomes: t('Steering, Hands, Ground'),
      measured: [] as Channel[],
      blocks: 3,
    },
  },
  {
    name: t('Minute efforts'),
    fills: {
      differs: t('crank'),
      set_ups: t('170, 165'),
      outcomes: t('Hips, Effort'),
      measured: ['power_w', 'cadence_rpm'] as Channel[],
      blocks: 4,
      minutes: 1,
      rest_minutes: 3,
    },
  },
]
const list = (text: string) =>
  text
    .split(',')
    .map((x) => x.trim())
    .filter(Boolean)
const ready = computed(
  () =>
    draft.differs &&
    list(draft.set_ups).length >= 2 &&
    list(draft.set_ups).length <= 4 &&
    (list(draft.outcomes).length || draft.measured.length),
)
function fill(pattern: (typeof PATTERNS)[number]) {
  Object.assign(draft, { minutes: 4, rest_minutes: 2, ...pattern.fills, measured: [...pattern.fills.measured] })
}
// Two cranks that the goal asks to have ridden blind.
if (props.cranks) {
  fill(PATTERNS.find((p) => p.name === t('Two cranks'))!)
  Object.assign(draft, { set_ups: list(props.cranks).slice(0, 2).join(', '), blind: true })
  open.value = true
}
async function plan() {
  const { differs, blocks, minutes, rest_minutes, power_w, blind, by_itself, measured } = draft
  const seed = Math.floor(Math.random() * 1_000_000)
  const kept = await keep(store, {
    do: 'ride.trial',
    on: today(),
    differs,
    treatments: list(draft.set_ups),
    outcomes: list(draft.outcomes),
    blocks,
    minutes,
    rest_minutes,
    power_w,
    blind,
    by_itself,
    measured,
    seed,
  })
  if (kept) open.value = false
}
</script>

<template>
  <section class="plan">
    <h2 v-if="!another">{{ $t('A trial: one difference, ridden in an order that tiredness cannot favour') }}</h2>
    <button v-if="another && !open" type="button" class="press low" @click="open = true">
      {{ $t('Another trial') }}
    </button>
    <form v-if="open || !another" @submit.prevent="plan">
      <p class="ready">
        <button v-for="p in PATTERNS" :key="p.name" type="button" class="press low" @click="fill(p)">
          {{ p.name }}
        </button>
      </p>
      <label
        ><span>{{ $t('What differs') }}</span
        ><el-input v-model="draft.differs" maxlength="80" :aria-label="$t('What differs')"
      /></label>
      <p v-if="several" class="several" role="status">
        {{ $t('More than one thing differs: what is found tells of them together, of neither alone.') }}
      </p>
      <label
        ><span>{{ $t('Set-ups, two to four') }}</span
        ><el-input v-model="draft.set_ups" maxlength="170" :aria-label="$t('Set-ups, two to four')"
      /></label>
      <label
        ><span>{{ $t('Rated in each run, 0 to 10') }}</span
        ><el-input v-model="draft.outcomes" maxlength="330" :aria-label="$t('Rated in each run, 0 to 10')"
      /></label>
      <el-checkbox-group v-model="draft.measured" class="measured" :aria-label="$t('Read off the trainer')">
        <span class="quiet">{{ $t('Read off the trainer') }}</span>
        <el-checkbox v-for="c in CHANNELS" :key="c.value" :value="c.value">{{ c.label }}</el-checkbox>
      </el-checkbox-group>
      <div class="numbers">
        <label v-for="n in NUMBERS" :key="n.field"
          ><span>{{ n.label }}</span
          ><el-input-number
            v-model="draft[n.field]"
            :min="n.least"
            :max="n.most"
            :step="n.step"
            :controls="n.field !== 'power_w'"
            :aria-label="n.label"
        /></label>
      </div>
      <el-checkbox v-model="draft.blind">{{ $t('Blind: only the helper sees which set-up is ridden') }}</el-checkbox>
      <el-checkbox v-model="draft.by_itself">{{ $t('The next run begins when the rest is over') }}</el-checkbox>
      <button type="submit" class="press solid" :disabled="!ready">{{ $t('Draw the order') }}</button>
    </form>
  </section>
</template>

<style scoped>
h2 {
  max-width: 700px;
  font-size: 26px;
  line-height: 1.2;
}
form {
  display: grid;
  gap: 12px;
  max-width: 700px;
  justify-items: start;
  padding-top: 10px;
}
form > label:not(.el-checkbox) {
  width: 100%;
}
label:not(.el-checkbox) {
  display: grid;
  gap: 3px;
}
.measured {
  display: flex;
  flex-wrap: wrap;
  gap: 0 18px;
  align-items: center;
  font-size: 13px;
}
.several {
  color: var(--ochre);
}
label span {
  color: var(--quiet);
  font-size: 13px;
}
.ready,
.numbers {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
}
.numbers label {
  width: 128px;
}
.numbers :deep(.el-input-number) {
  width: 100%;
}
</style>
