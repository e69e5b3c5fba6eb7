<script setup lang="ts">
import { computed, ref } from 'vue'

import type { LedgerRow, Schemas, Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { show, showSigned } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'
import type { MovedMark } from '@/rooms/files/nudges'
import { DISCIPLINES } from '@/shared/api/lists'
import Choices from '@/shared/ui/Choices.vue'
import SchoolChoice from '@/shared/ui/SchoolChoice.vue'
import FirstGuess from './FirstGuess.vue'
import GoalChain from './GoalChain.vue'
import WhatIsWrong from './WhatIsWrong.vue'
import { said, t } from '@/shared/i18n'

type Use = Schemas['Discipline']['use']
const USES = Object.entries(DISCIPLINES).map(([value, label]) => ({ value: value as Use, label: t(label) }))
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const goal = computed(() => props.sheet.state.goal!)
const known = computed(() => props.sheet.ledger.filter((r) => r.mark !== 'foot' && r.cells.goal))
const nudged = (mark: string) =>
  (mark === 'saddle'
    ? [goal.value.saddle_dx_mm ?? 0, goal.value.saddle_dy_mm ?? 0]
    : [goal.value.hand_dx_mm ?? 0, goal.value.hand_dy_mm ?? 0]) as [number, number]
const view = computed(() => props.sheet.goal)
type Step = Schemas['AddStep']['step']
const ADDS = computed((): { label: string; step: Step }[] => [
  { label: t('crank'), step: { kind: 'crank', to_mm: view.value?.crank_to_mm ?? 165 } as Step },
  { label: t('cleats, pedals, shoes'), step: { kind: 'foot', cleat_aft_by_mm: 5 } as Step },
  ...((props.sheet.rider.profile.uses?.length ?? 0) > 1
    ? [{ label: t('all its uses'), step: { kind: 'mix' } as Step }]
    : []),
  { label: t('saddle'), step: { kind: 'move', mark: 'saddle', by_y_mm: -5, hands: 'place' } as Step },
  { label: t('hand'), step: { kind: 'move', mark: 'hand', by_y_mm: 5 } as Step },
])
type Question = Schemas['Follow']['question']
const asking = ref(false)
const chained = computed(() => view.value?.lines.some((x) => !x.parked))
const add = (step: Step) => store.change({ do: 'goal.add', step })
const nudge = (row: LedgerRow, dx: number, dy: number) => store.nudge(row.mark as MovedMark, dx, dy)
function key(event: KeyboardEvent, row: LedgerRow) {
  const by = event.shiftKey ? 5 : 1
  const step = { ArrowLeft: [-by, 0], ArrowRight: [by, 0], ArrowUp: [0, by], ArrowDown: [0, -by] }[event.key]
  if (!step) return
  event.preventDefault()
  nudge(row, step[0]!, step[1]!)
}
// The figure stands in the middle of its steps.
const STEPS = [-5, -1, 0, 1, 5]
const AXES = [
  { name: t('fore'), index: 0, less: said('{mark} {by} back'), more: said('{mark} {by} forward') },
  { name: t('up'), index: 1, less: said('{mark} {by} down'), more: said('{mark} {by} up') },
] as const
const back = (row: LedgerRow) => store.change({ do: 'goal.as_measured', mark: row.mark as MovedMark })
</script>

<template>
  <header>
    <h1>{{ view?.headline }}</h1>
    <p class="quiet">{{ view?.note }}</p>
  </header>
  <div class="rest">
    <section class="for">
      <h2>{{ $t('For') }}</h2>
      <Choices
        class="uses"
        :label="$t('Use')"
        :value="goal.discipline as Use"
        :options="USES"
        @pick="(use) => store.change({ do: 'goal.carry', use })" />
    </section>
    <GoalChain v-if="view && known.length" :sheet="sheet" />
    <section v-if="known.length" class="adds">
      <b>{{ $t('Add') }}</b>
      <button v-for="it in ADDS" :key="it.label" type="button" class="plain" @click="add(it.step)">
        {{ it.label }}
      </button>
    </section>
    <section
      v-for="row in known"
      :key="row.mark"
      class="nudge"
      tabindex="0"
      :aria-label="$t('{label} goal: arrows move it 1 mm, with Shift 5', { label: row.label })"
      @keydown="(e) => key(e, row)">
      <div class="line">
        <h2>{{ row.label }}</h2>
        <span class="figure goal-ink big"
          >{{ show(row.cells.goal!.x_mm, unit) }} {{ show(row.cells.goal!.y_mm, unit) }}</span
        >
      </div>
      <div class="pads">
        <div v-for="axis in AXES" :key="axis.name" class="axis">
          <span>{{ axis.name }}</span>
          <template v-for="step in STEPS" :key="step">
            <b v-if="step === 0" class="figure">{{ showSigned(nudged(row.mark)[axis.index], unit) }}</b>
            <button
              v-else
              type="button"
              class="press low"
              :aria-label="$t(step < 0 ? axis.less : axis.more, { mark: row.label, by: Math.abs(step) })"
              @click="nudge(row, axis.index === 0 ? step : 0, axis.index === 1 ? step : 0)">
              {{ showSigned(step, 'mm') }}
            </button>
          </template>
        </div>
      </div>
      <button v-if="nudged(row.mark).some((v) => v !== 0)" type="button" class="press bare low" @click="back(row)">
        {{ chained ? $t('Take the nudges out') : $t('Back to as measured') }}
      </button>
      <p v-else class="quiet small same">{{ $t('Not nudged. Drag it in its loupe, or press an arrow here.') }}</p>
    </section>
    <p v-if="view?.guessed_body && known.length" class="small care">
      {{ $t("No height is on record: the body is a usual one, and its angles are not this rider's.") }}
    </p>
    <WhatIsWrong v-if="view" :wrong="view.wrong" />
    <FirstGuess v-if="view?.first" :first="view.first" />
    <section v-if="view" class="asks">
      <button type="button" class="plain" :aria-expanded="asking" @click="asking = !asking">
        {{ $t('Where fitters differ') }}
      </button>
      <div v-for="it in asking ? view.asks : []" :key="it.key" class="ask">
        <h3>{{ it.question }}</h3>
        <SchoolChoice
          v-bind="it"
          :whose="$t('This file’s own.')"
          @pick="(school) => store.change({ do: 'goal.school', question: it.key as Question, school })" />
      </div>
    </section>
    <section v-if="!known.length || view?.is_guess" class="first">
      <router-link class="press solid" :to="`/fits/${sheet.id}/measure`">{{ $t('Measure the bike') }}</router-link>
    </section>
    <p class="quiet small care">
      {{ view?.set_to ?? $t('Angles carry several degrees of uncertainty; the difference from now is what to trust.') }}
      {{ $t('One change at a time, small, then ride.') }}
    </p>
  </div>
</template>

<style scoped>
.rest {
  flex: 1;
  min-height: 0;
  overflow: auto;
}
header {
  padding: 16px 24px 12px;
  border-bottom: 1px solid var(--hair);
}
h1 {
  font-size: 34px;
  font-weight: 620;
}
h2 {
  font-size: 19px;
}
section {
  padding: 12px 24px;
  border-bottom: 1px solid var(--hair);
}
.for {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 12px;
  padding-block: 8px;
}
.adds {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font-size: 15px;
}
.line {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
}
.big {
  font-size: 30px;
  font-weight: 560;
}
.axis {
  display: grid;
  grid-template-columns: 44px 52px 52px 1fr 52px 52px;
  gap: 6px;
  align-items: center;
  margin: 6px 0;
}
.axis .press {
  padding: 0;
  font-family: var(--figures);
}
.axis b {
  text-align: center;
  font-size: 20px;
}
.same {
  height: 32px;
  padding-top: 6px;
}
.asks .ask {
  padding-top: 8px;
}
h3 {
  font-size: 15px;
}
.first .press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
.care {
  padding: 12px 24px;
}
</style>
