<script setup lang="ts">
import type { FramesView } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'

/** The bike that is owned: what the goal asks of it, from nothing to a small part; each rung with what it leaves. */
type Bike = NonNullable<FramesView['this_bike']>
defineProps<{ bike: Bike }>()
const store = useSheet()
const take = (rung: Bike['rungs'][number]) =>
  !rung.taken && void store.change({ do: 'frame.this_bike', rung: rung.rung })
const upper = (said: string) => said.charAt(0).toUpperCase() + said.slice(1)
</script>

<template>
  <section class="this-bike" :aria-label="$t('This bike')">
    <h2>
      {{ $t('This bike') }} <span class="quiet">{{ bike.frame }}</span>
    </h2>
    <p v-for="stop in bike.stops" :key="stop" class="stop">{{ upper(stop) }}.</p>
    <p>{{ bike.headline }} {{ bike.saddle }}</p>
    <ol v-if="bike.rungs.length">
      <li v-for="rung in bike.rungs" :key="rung.rung" :class="{ taken: rung.taken }">
        <button type="button" :aria-pressed="rung.taken" @click="take(rung)">
          <span
            >{{ upper(rung.does) }}.
            <span class="quiet">{{ $t('Leaves {leaves}.', { leaves: rung.leaves }) }}</span></span
          >
          <span class="figure">{{ rung.show_x }} {{ rung.show_y }}</span>
        </button>
      </li>
    </ol>
    <p v-if="bike.note" class="quiet small">{{ bike.note }}</p>
  </section>
</template>

<style scoped>
.this-bike {
  margin: 6px 24px 4px;
  padding: 6px 0 8px;
  border-top: 1px solid var(--ink);
  border-bottom: 1px solid var(--hair);
  font-size: 14.5px;
  line-height: 1.35;
}
.stop {
  color: var(--goal);
  font-weight: 560;
}
h2 {
  font-size: 16px;
  font-weight: 640;
}
h2 .quiet {
  font-weight: 420;
}
ol {
  margin: 4px 0 2px;
  padding: 0;
  list-style: none;
}
li button {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  width: 100%;
  min-height: 30px;
  padding: 3px 8px;
  border: 0;
  border-left: 4px solid var(--hair);
  background: none;
  font: inherit;
  text-align: left;
  cursor: pointer;
}
li.taken button {
  border-left-color: var(--plan);
  background: var(--sheet);
}
.figure {
  font-weight: 560;
  color: var(--plan);
}
</style>
