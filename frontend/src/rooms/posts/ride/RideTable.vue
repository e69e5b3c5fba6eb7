<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'
import { DATES } from '@/shared/i18n'
import { shortDay } from '@/shared/days'
import TypedBox from '@/shared/ui/TypedBox.vue'

import { useSheet } from '@/rooms/files/useSheet'

import { figureOf } from './keep'

/** The last ride: every region on every ground, 0 fine to 10 stop, beside the ride before. */
type Table = NonNullable<Schemas['RideView']['last']>
const props = defineProps<{ table: Table; grounds: Schemas['RideView']['grounds'] }>()
const store = useSheet()
type Figure = Table['rows'][number]['figures'][number]
function rate(region: Table['rows'][number]['region'], { ground, value: now }: Figure, typed: string) {
  const value = figureOf(typed)
  if (value !== undefined && value !== now)
    void store.change({ do: 'ride.rate', ride: props.table.ride.id, region, ground, value })
}
const better = (f: Figure) => f.value !== null && f.was !== null && f.value < f.was
const worse = (f: Figure) => f.value !== null && f.was !== null && f.value > f.was
</script>

<template>
  <table class="ratings">
    <caption>
      {{
        $t('Ride of {day}', { day: shortDay(table.ride.on, DATES) })
      }}
      <small class="quiet">{{ $t('0 fine, 10 stop; small: the ride before') }}</small>
    </caption>
    <thead>
      <tr>
        <th></th>
        <th v-for="g in grounds" :key="g.ground">{{ g.name }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="row in table.rows" :key="row.region">
        <th scope="row">{{ row.name }}</th>
        <td v-for="(f, i) in row.figures" :key="f.ground" :class="{ bad: (f.value ?? 0) >= 5 }">
          <TypedBox
            class="box"
            :value="f.value"
            :label="`${row.name}, ${grounds[i]!.name}`"
            @keep="(typed) => rate(row.region, f, typed)" />
          <span class="was">
            <template v-if="f.was !== null"
              ><b v-if="better(f)" class="down">▼</b><b v-else-if="worse(f)" class="up">▲</b> {{ f.was }}</template
            >
          </span>
        </td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.ratings {
  width: 100%;
  border-collapse: collapse;
}
caption {
  padding: 6px 0;
  border-bottom: 1px solid var(--ink);
  font-size: 18px;
  font-weight: 620;
  text-align: left;
}
caption small {
  float: right;
  font-size: 13px;
  font-weight: 420;
  line-height: 26px;
}
thead th {
  padding: 4px 0;
  color: var(--quiet);
  font-size: 13px;
  font-weight: 420;
}
tbody th {
  font-size: 16px;
  font-weight: 560;
  text-align: left;
}
tbody tr {
  height: 36px;
  border-bottom: 1px solid var(--hair);
}
td {
  text-align: center;
}
.bad {
  background: var(--ochre-tint);
}
td :deep(.box) {
  width: 38px;
  height: 30px;
  border: 1px solid transparent;
  border-radius: 3px;
  background: none;
  color: var(--ink);
  font: 620 20px var(--figures);
  text-align: center;
}
tr:hover :deep(.box),
td :deep(.box:focus) {
  border-color: var(--rule);
  background: var(--sheet);
}
.bad :deep(.box) {
  color: #1e2a2f;
}
.was {
  display: inline-block;
  width: 40px;
  color: var(--quiet);
  font: 420 13px var(--figures);
  text-align: left;
}
.bad .was {
  color: #57666c;
}
.down {
  color: var(--plan);
  font-size: 10px;
}
.up {
  color: var(--ochre);
  font-size: 10px;
}
</style>
