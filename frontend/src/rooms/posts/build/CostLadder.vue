<script setup lang="ts">
import type { BuildView, Sheet } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'
import Chip from '@/shared/ui/Chip.vue'
import { told } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'

/** The front ends on this size, cheapest first: the nearest at each cost and the recommended, with the room each leaves. */
const props = defineProps<{ build: BuildView; sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const take = (front: BuildView['fronts'][number]) =>
  !front.chosen && store.change({ do: 'build.front', front: front.front })
const buys: Record<string, string> = {
  free: t('nothing to buy'),
  'small part': t('a stem'),
  part: t('a bar'),
  'dear part': t('a one-piece cockpit'),
}
void props
</script>

<template>
  <section class="ladder" :aria-label="$t('Cheapest way there')">
    <h3>{{ $t('Cheapest way there') }}</h3>
    <ol>
      <li v-for="front in build.fronts" :key="JSON.stringify(front.front)" :class="{ chosen: front.chosen }">
        <button type="button" :aria-pressed="front.chosen" :data-front="front.name" @click="take(front)">
          <span class="buys">{{ buys[front.cost] }}{{ front.recommended ? $t(', recommended') : '' }}</span>
          <span class="figure">{{ front.show_x }} {{ front.show_y }}</span> <Chip :word="front.verdict" />
          <span class="what"
            >{{ front.name }}: {{ front.build }}.
            <span class="quiet">{{
              $t('Room {up} up, {down} down, {forward} forward, {back} back.', {
                up: told(front.room.up_mm, unit),
                down: told(front.room.down_mm, unit),
                forward: told(front.room.forward_mm, unit),
                back: told(front.room.back_mm, unit),
              })
            }}</span></span
          >
        </button>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.ladder {
  padding: 6px 0;
  border-bottom: 1px solid var(--hair);
}
h3 {
  font-size: 15px;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
button {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 2px 10px;
  align-items: center;
  width: 100%;
  padding: 4px 8px;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  text-align: left;
  cursor: pointer;
  font-size: 14px;
}
.chosen button {
  background: var(--sheet);
  border-left-color: var(--plan);
}
.buys {
  font-weight: 620;
}
.figure {
  font-weight: 560;
  color: var(--plan);
}
.what {
  grid-column: 1 / -1;
  line-height: 1.35;
}
</style>
