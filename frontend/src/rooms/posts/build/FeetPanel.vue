<script setup lang="ts">
import { computed } from 'vue'

import type { BuildView, Schemas, Sheet } from '@/shared/api/client'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { t } from '@/shared/i18n'

import { useSheet } from '@/rooms/files/useSheet'

import PartChoices from './PartChoices.vue'
import RailList from './RailList.vue'
import SumTable from './SumTable.vue'
import { useRails } from './rails'

/** Crank, pedal, cleat and shoe: what they make together, and what then has to follow in the goal. */
const props = defineProps<{ build: BuildView; sheet: Sheet }>()
const store = useSheet()
const { looked, look, take } = useRails(() => props.sheet)
const feet = computed(() => props.build.feet)
type Kind = 'pedal' | 'cleat' | 'shoe'
const KINDS: { kind: Kind; name: string }[] = [
  { kind: 'pedal', name: t('Pedal') },
  { kind: 'cleat', name: t('Cleat') },
  { kind: 'shoe', name: t('Shoe') },
]
const asBefore = (kind: Schemas['PartChoice']['kind']) =>
  store.change({ do: 'build.foot_as_before', what: kind as Kind })
const W = 420
const H = 156
const SCALE = 0.41
const carrySoles = () =>
  store.change({
    do: 'goal.add',
    step: { kind: 'foot', stack_by_mm: feet.value.follows!.stack_by_mm, cleat_aft_by_mm: 0, hands: 'with_saddle' },
    words: '',
  })
const carryCrank = () =>
  store.change({
    do: 'goal.add',
    step: { kind: 'crank', to_mm: feet.value.other_crank_mm!, keep: 'extension', hands: 'with_saddle' },
    words: '',
  })
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    class="view close-up labelled"
    role="img"
    :aria-label="$t('Cranks, pedals and shoes from above')">
    <g class="draw" :transform="`translate(${W / 2} ${H / 2}) scale(${SCALE} ${-SCALE})`">
      <ShapeList :shapes="feet.picture" />
    </g>
    <text :x="W - 12" y="20" text-anchor="end">{{ $t('From above, cranks level') }}</text>
    <text v-if="!feet.drawn_q" x="12" :y="H - 10" class="quiet">{{ $t('a usual crank is drawn') }}</text>
  </svg>
  <div class="scroll">
    <RailList :rails="feet.crank_rail" :looked="looked" :sheet="sheet" mark="foot" @look="look" @take="take" />
    <p v-if="looked?.stop.named" class="small looked">{{ looked.stop.named }}</p>
    <p v-if="feet.other_crank_mm !== null" class="follow">
      {{ $t('The goal has another crank: saddle and hand follow once it takes this one.') }}
      <button type="button" class="press low" @click="carryCrank">
        {{ $t('Take {crank} into the goal', { crank: feet.other_crank_mm }) }}
      </button>
    </p>
    <p class="advice">{{ feet.advice }}</p>
    <PartChoices
      :kinds="KINDS"
      :choices="feet.choices"
      :before="$t('as on the old bike')"
      @put="(part) => store.change({ do: 'build.put_foot', part })"
      @before="asBefore" />
    <SumTable :rows="feet.rows" />
    <p v-if="feet.follows" class="follow">
      {{ feet.follows.says }}
      <button type="button" class="press low" @click="carrySoles">{{ $t('Take the soles into the goal') }}</button>
    </p>
    <p v-for="it in feet.troubles" :key="it" class="warn">{{ it }}</p>
    <p v-if="feet.chosen.pedal && feet.chosen.cleat" class="small quiet">
      {{ $t('A cleat and a pedal of two makers: ask whether they hold each other.') }}
    </p>
  </div>
</template>

<style scoped>
.looked {
  color: var(--plan);
}
.follow {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 8px 0;
  font-size: 14px;
}
</style>
