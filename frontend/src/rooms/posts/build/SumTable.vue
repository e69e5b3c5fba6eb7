<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'

/** What chosen parts come to: now, planned, and what it hangs on. */
defineProps<{ rows: Schemas['SumRow'][] }>()
</script>

<template>
  <table class="sums">
    <thead>
      <tr>
        <th></th>
        <th class="n">{{ $t('now') }}</th>
        <th class="n">{{ $t('plan') }}</th>
        <th></th>
      </tr>
    </thead>
    <tbody>
      <tr v-for="r in rows" :key="r.name">
        <th scope="row">{{ r.name }}</th>
        <td class="n figure">{{ r.now ?? '·' }}</td>
        <td class="n figure plan">{{ r.plan ?? '·' }}</td>
        <td class="quiet">{{ r.note }}</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.sums {
  width: 100%;
  margin-top: 6px;
  border-collapse: collapse;
  font-size: 14px;
}
.sums th {
  padding: 0;
  font-weight: 420;
  text-align: left;
}
.sums thead th {
  color: var(--quiet);
  font-size: 12px;
}
.sums .n {
  min-width: 52px;
  text-align: right;
  white-space: nowrap;
}
.sums td:last-child {
  padding-left: 14px;
}
.sums tbody tr {
  height: 28px;
  border-top: 1px solid var(--hair);
}
.plan {
  color: var(--plan);
}
</style>
