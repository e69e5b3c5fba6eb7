<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'
import Severity from '@/shared/ui/Severity.vue'

import { useSheet } from '@/rooms/files/useSheet'

/** Where it hurt in the rider's record, before and after on one scale, and the signs that were seen on this ride. */
type Table = NonNullable<Schemas['RideView']['last']>
const props = defineProps<{ table: Table; signs: Schemas['RideView']['signs'] }>()
const store = useSheet()
const rate = (what: string, value: number | null) =>
  store.change({ do: 'ride.spot', ride: props.table.ride.id, what, value })
const seen = () => props.table.ride.signs ?? []
function tick(now: string[]) {
  const added = now.filter((s) => !seen().includes(s)).map((sign) => ({ sign, on: true }))
  const gone = seen()
    .filter((s) => !now.includes(s))
    .map((sign) => ({ sign, on: false }))
  const ride = props.table.ride.id
  void store.change(...[...added, ...gone].map((it) => ({ do: 'ride.sign' as const, ride, ...it })))
}
</script>

<template>
  <section class="spots">
    <table v-if="table.spots.length">
      <caption>
        {{
          $t('Where it hurt')
        }}
        <small class="quiet">{{ $t('0 to 5, as in the record') }}</small>
      </caption>
      <thead>
        <tr>
          <th></th>
          <th>{{ $t('before the fit') }}</th>
          <th>{{ $t('ride before') }}</th>
          <th class="now">{{ $t('this ride') }}</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="s in table.spots" :key="s.what">
          <th scope="row">{{ s.what }}</th>
          <td class="figure">{{ s.before ?? '·' }}</td>
          <td class="figure">{{ s.was ?? '·' }}</td>
          <td class="now">
            <Severity
              :value="s.now ?? 0"
              :label="$t('{what}: {n} of 5', { what: s.what, n: s.now ?? 0 })"
              @pick="(n) => rate(s.what, n)" />
            <b class="figure">{{ s.now ?? '·' }}</b>
          </td>
          <td>
            <span
              v-if="s.now !== null && s.before !== null && s.now !== s.before"
              :class="s.now < s.before ? 'ok' : 'bad'">
              {{ s.now < s.before ? $t('better') : $t('worse') }}
            </span>
            <button v-if="s.now === null" type="button" class="press bare low" @click="rate(s.what, 0)">
              {{ $t('not at all') }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
    <label class="signs"
      ><span>{{ $t('Seen or felt on this ride') }}</span>
      <el-select
        :model-value="table.ride.signs ?? []"
        multiple
        filterable
        collapse-tags-tooltip
        :placeholder="$t('nothing to tick')"
        :aria-label="$t('Seen or felt on this ride')"
        @update:model-value="tick">
        <el-option v-for="s in signs" :key="s.key" :value="s.key" :label="s.name" />
      </el-select>
    </label>
  </section>
</template>

<style scoped>
.spots {
  display: grid;
  gap: 12px;
}
table {
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
  width: 108px;
  text-align: center;
}
.now {
  width: 170px;
}
td.now {
  display: flex;
  gap: 10px;
  align-items: center;
  justify-content: center;
  height: 36px;
}
.ok {
  color: var(--plan);
  font-weight: 620;
}
.bad {
  color: var(--ochre);
  font-weight: 620;
}
.signs {
  display: grid;
  gap: 3px;
}
.signs span {
  font-size: 14px;
}
</style>
