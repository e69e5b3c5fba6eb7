<script setup lang="ts">
import { computed } from 'vue'

import type { BuildView, Sheet } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { useSettings } from '@/shared/settings'
import { told } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'

import RailList from './RailList.vue'
import { useRails } from './rails'

/** The seat: which post, how far it shows, where the saddle is clamped; every saddle with its mark at the same place. */
const props = defineProps<{ build: BuildView; sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const { looked, look, take } = useRails(() => props.sheet)
const saddle = computed(() => props.sheet.ledger.find((r) => r.mark === 'saddle'))
const cell = (layer: string) => saddle.value?.cells[layer]
const W = 420
const H = 150
const SCALE = 0.62
const origin = computed(() => {
  const at = cell('goal') ?? cell('plan')
  return { x: W / 2 - (at?.x_mm ?? -200) * SCALE, y: 40 + (at?.y_mm ?? 700) * SCALE }
})
const place = (p: { x_mm: number; y_mm: number }) => ({
  x: origin.value.x + p.x_mm * SCALE,
  y: origin.value.y - p.y_mm * SCALE,
})
</script>

<template>
  <svg :viewBox="`0 0 ${W} ${H}`" class="view close-up" role="img" :aria-label="$t('Saddle and post from the side')">
    <g class="draw" :transform="`translate(${origin.x} ${origin.y}) scale(${SCALE} ${-SCALE})`">
      <ShapeList v-if="sheet.picture" :shapes="sheet.picture.bike" />
    </g>
    <LayerSign v-if="cell('goal')" layer="goal" v-bind="place(cell('goal')!)" :size="8" />
    <LayerSign v-if="cell('plan')" layer="plan" v-bind="place(cell('plan')!)" :size="5.6" />
    <LayerSign v-if="looked" layer="plan" hollow v-bind="place(looked.stop.hand)" :size="6.4" />
  </svg>
  <div class="scroll seat">
    <RailList :rails="build.seat_rails" :looked="looked" :sheet="sheet" mark="saddle" @look="look" @take="take" />
    <p v-if="looked?.stop.named" class="small looked">{{ looked.stop.named }}</p>
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
    <table v-if="build.saddles.length" class="bench-table saddles">
      <caption>
        {{
          $t('Saddles with their mark at the same place')
        }}
      </caption>
      <thead>
        <tr>
          <th>{{ $t('Saddle') }}</th>
          <th class="n">{{ $t('wide') }}</th>
          <th class="n">{{ $t('nose') }}</th>
          <th>{{ $t('Clamped at') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in build.saddles" :key="s.part ?? 0" :class="{ chosen: s.chosen, off: !s.reaches }">
          <th scope="row">
            <button
              type="button"
              class="plain"
              :aria-pressed="s.chosen"
              @click="!s.chosen && store.change({ do: 'build.saddle', part: s.part })">
              {{ s.name }}
            </button>
          </th>
          <td class="n figure">{{ s.width_mm === null ? '·' : told(s.width_mm, unit) }}</td>
          <td class="n figure">{{ told(s.nose_behind_bb_mm, unit) }}</td>
          <td>{{ s.says }}</td>
        </tr>
      </tbody>
    </table>
    <p class="small quiet">
      {{ $t('Nose: so far behind the BB. A saddle of another shape is ridden before it is kept.') }}
    </p>
  </div>
</template>

<style scoped>
.seat p {
  padding-top: 6px;
  font-size: 14px;
}
.seat p.small {
  font-size: 12.5px;
}
.seat .looked {
  color: var(--plan);
}
.seat > button {
  margin-top: 8px;
}
.saddles {
  margin-top: 8px;
}
.saddles caption {
  padding: 6px 0 2px;
  border-top: 1px solid var(--hair);
  font-weight: 620;
  text-align: left;
}
.saddles .n {
  padding-right: 12px;
  text-align: right;
}
.saddles tbody tr {
  height: 27px;
}
.saddles .chosen {
  background: var(--sheet);
  box-shadow: inset 4px 0 var(--plan);
}
.saddles .chosen button {
  padding-left: 8px;
  font-weight: 620;
}
.saddles .off td {
  color: var(--quiet);
}
</style>
