<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas, Sheet } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'
import Choices from '@/shared/ui/Choices.vue'
import NumberRow from '@/shared/ui/NumberRow.vue'
import TypedBox from '@/shared/ui/TypedBox.vue'
import { t } from '@/shared/i18n'

import CrankStops from './CrankStops.vue'
import CrankTable from './CrankTable.vue'
import SchoolPicks from './SchoolPicks.vue'

/** What can be chosen within one step, what each choice would do, and the step's place in the chain. */
type Line = NonNullable<Sheet['goal']>['lines'][number]
type Step = Schemas['SetStep']['step']
type Choice = Line['schools'][number]
const props = defineProps<{ id: number; line: Line; step: Step; first: boolean; last: boolean }>()
const emit = defineEmits<{ shift: [by: number] }>()
const store = useSheet()
const set = (more: Partial<Step>) =>
  store.change({ do: 'goal.set', id: props.line.id, step: { ...props.step, ...more } as Step })
const told = (c: Choice) => t('{label}: hand {fore} {up}', { label: c.label, fore: c.hand.fore, up: c.hand.up })
const options = (them: Choice[]) => them.map((c) => ({ value: c.value, label: told(c) }))
// The first reason stands in the step's own line, unless somebody's words do.
const reasons = computed(() => (props.line.words ? props.line.why : props.line.why.slice(1)))
const discipline = computed(() => (props.step.kind === 'discipline' ? props.step : null))
const crank = computed(() => (props.step.kind === 'crank' ? props.step : null))
const aero = computed(() => (props.step.kind === 'aero' ? props.step : null))
const foot = computed(() => (props.step.kind === 'foot' ? props.step : null))
const every = ref(false)
const STRENGTHS = [
  { value: 0, label: t('long, smooth') },
  { value: 0.5, label: t('usual') },
  { value: 1, label: t('short, rough') },
]
const KEEPS = [
  { value: 'extension', label: t('leg reach') },
  { value: 'both', label: t('and knee over pedal') },
  { value: 'line', label: t('the plain difference') },
] as const
const CLAMPS = [
  { value: 'unknown', label: t('not asked yet') },
  { value: 'allowed', label: t('allowed') },
  { value: 'forbidden', label: t('not allowed') },
] as const
const FEET = [
  { value: 'fixed', label: t('foot keeps its pitch') },
  { value: 'turns', label: t('foot turns with the leg') },
] as const
interface Numbered {
  name: string
  label: string
  value: number
  least: number
  most: number
  step: number
}
const numbers = computed((): Numbered[] => {
  const of = (name: string, label: string, value: number | undefined, least: number, most: number, step = 1) => ({
    name,
    label,
    value: value ?? 0,
    least,
    most,
    step,
  })
  const it = props.step
  if (it.kind === 'foot')
    return [
      of('cleat_aft_by_mm', t('Cleats aft'), it.cleat_aft_by_mm, -40, 40),
      of('stack_by_mm', t('Sole higher over the axle'), it.stack_by_mm, -40, 40, 0.5),
      of('apart_by_mm', t('Feet farther apart, in all'), it.apart_by_mm, -40, 40),
      of('heels_in_by_deg', t('Heels in, °'), it.heels_in_by_deg, -15, 15, 0.5),
    ]
  if (it.kind === 'aero')
    return [
      of('forward_deg', t('Forward about the BB, °'), it.forward_deg, 0, 12, 0.5),
      of('elbow_deg', t('Elbow, °'), it.elbow_deg, 80, 120),
    ]
  if (it.kind === 'move')
    return [of('by_x_mm', t('Forward'), it.by_x_mm, -100, 100), of('by_y_mm', t('Up'), it.by_y_mm, -100, 100)]
  return []
})
</script>

<template>
  <div class="inside">
    <Choices
      v-if="line.schools.length"
      class="stack"
      :label="$t('School')"
      :value="discipline?.school ?? 'deltas'"
      :options="options(line.schools)"
      @pick="(school) => set({ school } as Partial<Step>)" />
    <span v-if="discipline" class="small quiet">{{ $t('The events it is for') }}</span>
    <Choices
      v-if="discipline"
      :label="$t('The events it is for')"
      :value="discipline.strength ?? 0.5"
      :options="STRENGTHS"
      @pick="(strength) => set({ strength } as Partial<Step>)" />
    <CrankStops
      v-if="crank && line.stops.length"
      :stops="line.stops"
      :chosen="crank.to_mm"
      @take="(to_mm) => set({ to_mm } as Partial<Step>)" />
    <template v-if="crank && line.stops.length">
      <SchoolPicks
        :picks="line.picks"
        :what="$t('What each school of crank length takes')"
        :at="crank.to_mm"
        @take="(to_mm) => set({ to_mm } as Partial<Step>)" />
      <button type="button" class="plain every" :aria-expanded="every" @click="every = !every">
        {{ every ? $t('Fewer lengths') : $t('Every length, with torque, gears and toe room') }}
      </button>
      <router-link
        v-if="crank.to_mm !== line.crank_mm"
        class="small"
        :to="{ path: `/fits/${id}/ride`, query: { crank: `${line.crank_mm},${crank.to_mm}` } }">
        {{ $t('Belief biases cranks: try {a} against {b} blind', { a: line.crank_mm, b: crank.to_mm }) }}
      </router-link>
      <CrankTable
        v-if="every"
        :stops="line.stops"
        :chosen="crank.to_mm"
        @take="(to_mm) => set({ to_mm } as Partial<Step>)" />
    </template>
    <span v-if="crank" class="small quiet">{{ $t('Kept with the new crank') }}</span>
    <Choices
      v-if="crank"
      :label="$t('Kept with the new crank')"
      :value="crank.keep ?? 'extension'"
      :options="KEEPS"
      @pick="(keep) => set({ keep } as Partial<Step>)" />
    <template v-for="it in numbers" :key="it.name">
      <NumberRow
        :label="it.label"
        :value="it.value"
        :least="it.least"
        :most="it.most"
        :step="it.step"
        @keep="(v) => set({ [it.name]: v } as Partial<Step>)" />
    </template>
    <SchoolPicks
      v-if="foot"
      :picks="line.picks"
      :what="$t('Where each school has the cleat, behind the ball of the foot')"
      :at="line.cleat_aft_mm + (foot.cleat_aft_by_mm ?? 0)"
      @take="(aft) => set({ cleat_aft_by_mm: aft - line.cleat_aft_mm } as Partial<Step>)" />
    <Choices
      v-if="aero"
      :label="$t('The foot')"
      :value="aero.foot ?? 'fixed'"
      :options="FEET"
      @pick="(how) => set({ foot: how } as Partial<Step>)" />
    <template v-if="aero">
      <span class="small quiet">{{ $t('A clamp on this bar, by its maker') }}</span>
      <Choices
        :label="$t('A clamp on this bar, by its maker')"
        :value="aero.clamp ?? 'unknown'"
        :options="CLAMPS"
        @pick="(clamp) => set({ clamp } as Partial<Step>)" />
      <NumberRow
        :label="$t('Pads, centre to centre')"
        :value="aero.pad_width_mm ?? null"
        :least="80"
        :most="500"
        :step="10"
        :blank="$t('shoulders')"
        @keep="(v) => set({ pad_width_mm: v } as Partial<Step>)" />
      <NumberRow
        :label="$t('To be held for, min')"
        :value="aero.held_min ?? null"
        :least="1"
        :most="1440"
        :step="5"
        :blank="$t('not asked')"
        @keep="(v) => set({ held_min: v } as Partial<Step>)" />
    </template>
    <Choices
      v-if="line.hands.length"
      class="stack"
      :label="$t('The hands')"
      :value="'hands' in step ? (step.hands ?? 'with_saddle') : ''"
      :options="options(line.hands)"
      @pick="(hands) => set({ hands } as Partial<Step>)" />
    <p v-for="it in reasons" :key="it" class="small quiet">{{ it }}</p>
    <label class="words"
      >{{ $t('Said of it') }}
      <TypedBox
        :value="line.words"
        :label="$t('Said of it')"
        @keep="(words) => store.change({ do: 'goal.words', id: line.id, words })" />
    </label>
    <div class="doing">
      <button
        type="button"
        class="press bare low"
        @click="store.change({ do: 'goal.park', id: line.id, parked: !line.parked })">
        {{ line.parked ? $t('Take it up') : $t('Park it') }}
      </button>
      <button type="button" class="press bare low" :disabled="first" @click="emit('shift', -1)">
        {{ $t('Earlier') }}
      </button>
      <button type="button" class="press bare low" :disabled="last" @click="emit('shift', 1)">{{ $t('Later') }}</button>
    </div>
  </div>
</template>

<style scoped>
.inside {
  display: grid;
  gap: 8px;
  padding: 8px 0 4px;
}
.stack :deep(.el-radio-button),
.stack :deep(.el-radio-button__inner) {
  width: 100%;
  text-align: left;
}
label {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  font-size: 14px;
}
.words :deep(input) {
  flex: 1;
  height: 28px;
  padding: 0 6px;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: var(--ink);
  font: inherit;
}
p {
  margin: 0;
}
.every {
  justify-self: start;
}
.doing {
  display: flex;
  gap: 4px;
  margin-left: -8px;
}
</style>
