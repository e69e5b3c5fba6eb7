<script setup lang="ts">
import { computed } from 'vue'

import type { BuildView, Schemas } from '@/shared/api/client'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'
import { told } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'

import PartChoices from './PartChoices.vue'
import SumTable from './SumTable.vue'

/** Wheels and tyres: what this rider's mass and ground want, and what those on the shelf carry. */
const props = defineProps<{ build: BuildView }>()
const store = useSheet()
const { unit } = useSettings()
const view = computed(() => props.build.wheels)
type Rolling = 'wheels' | 'tyre'
const KINDS: { kind: Rolling; name: string }[] = [
  { kind: 'wheels', name: t('Wheels') },
  { kind: 'tyre', name: t('Tyres') },
]
const asItComes = (kind: Schemas['PartChoice']['kind']) =>
  store.change({ do: 'build.rolling_as_before', what: kind as Rolling })
const W = 420
const H = 172
// The widest tyre is whole on it.
const SCALE = 1.75
</script>

<template>
  <template v-if="view">
    <svg
      :viewBox="`0 0 ${W} ${H}`"
      class="view close-up labelled"
      role="img"
      :aria-label="$t('The tyre on its rim, cut through')">
      <g class="draw" :transform="`translate(${W * 0.62} ${H - 52}) scale(${SCALE} ${-SCALE})`">
        <ShapeList :shapes="view.picture" />
      </g>
      <text x="24" y="24">{{ $t('Tyre {mm}', { mm: told(view.tyre_mm, unit) }) }}</text>
      <text v-if="view.rim_mm" x="24" y="46" class="quiet">
        {{ $t('rim {mm} inside', { mm: told(view.rim_mm, unit) }) }}
      </text>
      <text v-else x="24" y="46" class="quiet">{{ $t('a usual rim is drawn') }}</text>
      <text v-if="view.frame_mm" x="24" y="68" class="quiet">
        {{ $t('lines: the frame’s widest, {mm}', { mm: told(view.frame_mm, unit) }) }}
      </text>
      <text :x="W - 24" y="24" text-anchor="end">{{ $t('Cut through') }}</text>
    </svg>
    <div class="scroll">
      <p class="advice">{{ view.headline }}</p>
      <PartChoices
        :kinds="KINDS"
        :choices="view.choices"
        :before="$t('as the bike comes')"
        @put="(part) => store.change({ do: 'build.put_rolling', part })"
        @before="asItComes" />
      <SumTable :rows="view.rows" />
      <p v-for="it in view.troubles" :key="it" class="warn">{{ it }}</p>
      <p class="small quiet">
        {{ $t('A maker’s limit outranks what is asked here. Trail, gears and toe room are reckoned on these tyres.') }}
      </p>
    </div>
  </template>
</template>
