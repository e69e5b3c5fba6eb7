<script setup lang="ts">
import { computed, ref } from 'vue'

import type { RailData, Sheet, StopOut } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import Chip from '@/shared/ui/Chip.vue'
import { told } from '@/shared/units'

import CostLadder from './CostLadder.vue'
import { type Command, useSheet } from '@/rooms/files/useSheet'
import SteererStack from './SteererStack.vue'
import StopRail from './StopRail.vue'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const build = computed(() => props.sheet.build)
const looked = ref<{ rail: string; stop: StopOut } | null>(null)
const hand = computed(() => props.sheet.ledger.find((r) => r.mark === 'hand'))
const saddle = computed(() => props.sheet.ledger.find((r) => r.mark === 'saddle'))
const handToClamp = computed(() => ({
  x: build.value?.hand_off_clamp.x_mm ?? 0,
  y: build.value?.hand_off_clamp.y_mm ?? 0,
}))
const stale = computed(() => props.sheet.trail.find((p) => p.name === 'build' && p.state === 'stale')?.reason)

function look(rail: RailData, stop: StopOut | null) {
  looked.value = stop && !stop.chosen ? { rail: rail.name, stop } : null
  store.preview = looked.value ? looked.value.stop.hand : null
}
function take(rail: RailData, stop: StopOut) {
  if (stop.chosen) return
  const front = { length_mm: value('length'), angle_deg: value('angle') }
  const change: Record<string, Command> = {
    spacers: { do: 'build.spacers', height_mm: stop.value },
    length: { do: 'build.stem', ...front, length_mm: stop.value },
    angle: { do: 'build.stem', ...front, angle_deg: stop.value },
  }
  looked.value = null
  void store.change(change[rail.name]!)
}
const value = (name: string) => build.value!.rails.find((r) => r.name === name)!.value
const lookOver = (on: boolean) => {
  const over = build.value?.over
  looked.value = on && over ? { rail: 'over', stop: over } : null
  store.preview = looked.value ? over!.hand : null
}
const turn = () => build.value?.over && store.change({ do: 'build.turn_stem', over: !build.value.turned_over })
</script>

<template>
  <div v-if="!build" class="empty">
    <h1>{{ $t('No frame chosen') }}</h1>
    <p>{{ $t('The stem, spacers and seat are chosen on a frame.') }}</p>
    <router-link class="press solid" :to="`/fits/${sheet.id}/frame`">{{ $t('Choose a frame') }}</router-link>
  </div>
  <template v-else>
    <header>
      <div class="judged">
        <span>{{ hand?.label ?? $t('Hand') }} <Chip v-if="hand?.miss" :word="hand.miss.verdict" /></span>
        <span>{{ $t('Saddle') }} <Chip v-if="saddle?.miss" :word="saddle.miss.verdict" /></span>
      </div>
      <h1>{{ build.headline }}</h1>
      <p class="quiet small">
        {{
          $t('Tolerance {tolerance} each way. Dots: mm left over at each stop.', {
            tolerance: told(hand?.tol_x_mm ?? 0, unit),
          })
        }}
      </p>
    </header>
    <p v-if="stale" class="warn stale">{{ stale }}</p>
    <SteererStack
      :build="build"
      :preview="looked?.stop ?? null"
      :hand-to-clamp="handToClamp"
      @spacer="(mm) => store.change({ do: 'build.spacers', height_mm: mm })"
      @over="turn" />
    <div class="scroll">
      <StopRail
        v-for="rail in build.rails"
        :key="rail.name"
        :rail="rail"
        :tolerance="hand?.tol_x_mm ?? 5"
        :previewed="looked?.rail === rail.name ? looked.stop.value : null"
        @look="(s) => look(rail, s)"
        @take="(s) => take(rail, s)" />
      <div class="acts">
        <button
          type="button"
          class="press solid"
          :disabled="build.best_is_now && !stale"
          @click="store.change({ do: 'build.best' })">
          {{ $t('As recommended') }}
        </button>
        <router-link class="press" :to="`/fits/${sheet.id}/setup`">{{ $t('Card') }}</router-link>
        <span v-if="build.best_is_now && !stale" class="quiet small">{{ $t('this is the recommended build') }}</span>
      </div>
      <p class="bar">
        <b>{{ $t('Bar') }}</b> {{ build.bar.name }}, {{ build.bar.stands }}.
      </p>
      <CostLadder :build="build" :sheet="sheet" />
      <div class="over">
        <button
          type="button"
          class="press low"
          :disabled="!build.over"
          @mouseenter="lookOver(true)"
          @mouseleave="lookOver(false)"
          @focus="lookOver(true)"
          @blur="lookOver(false)"
          @click="turn">
          {{ $t('Turn the stem over') }}
        </button>
        <span v-if="build.over" class="figure small"
          >{{ build.over.show_x }} {{ build.over.show_y }} <Chip :word="build.over.verdict"
        /></span>
        <p class="small quiet">{{ build.over_says }}</p>
      </div>
      <section class="seat">
        <p v-if="build.seat.length">
          <b>{{ $t('Seat') }}</b> {{ build.seat.join(', ') }}.
        </p>
        <p v-else>{{ $t("No post of this frame's diameter is on the shelf.") }}</p>
        <p v-if="build.seat_problem" class="ochre-ink">
          {{ $t('The goal is not reached: {seat_problem}.', { seat_problem: build.seat_problem }) }}
        </p>
        <button
          v-if="saddle?.miss && saddle.miss.verdict !== 'in'"
          type="button"
          class="press low"
          @click="store.change({ do: 'build.seat' })">
          {{ $t('Set the seat to the goal') }}
        </button>
      </section>
      <p v-for="w in build.warnings" :key="w" class="warn">{{ w }}</p>
    </div>
  </template>
</template>

<style scoped>
.empty {
  display: grid;
  gap: 12px;
  justify-items: start;
  padding: 32px 24px;
}
header {
  padding: 6px 24px 6px;
  border-bottom: 1px solid var(--hair);
}
.judged {
  display: flex;
  gap: 28px;
  font-size: 16px;
}
h1 {
  font-size: 34px;
  font-weight: 620;
}
.scroll {
  min-height: 0;
  overflow: auto;
  padding: 4px 24px 12px;
}
.over {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 12px;
  align-items: center;
  padding: 6px 0 8px;
  border-bottom: 1px solid var(--hair);
}
.over p {
  grid-column: 1 / -1;
}
.bar {
  padding: 6px 0;
  font-size: 14px;
  border-bottom: 1px solid var(--hair);
}
.seat {
  padding: 6px 0;
  font-size: 14px;
  display: grid;
  gap: 4px;
  justify-items: start;
}
.warn {
  padding: 6px 12px;
  margin-bottom: 6px;
  border-left: 4px solid var(--ochre);
  background: var(--ochre-tint);
  font-size: 14px;
}
.stale {
  margin: 0;
  padding-left: 20px;
}
.acts {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 4px 0 8px;
  border-bottom: 1px solid var(--hair);
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
</style>
