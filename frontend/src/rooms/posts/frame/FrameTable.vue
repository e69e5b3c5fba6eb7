<script setup lang="ts">
import { computed } from 'vue'

import type { Sheet } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import { useSettings } from '@/shared/settings'

const props = defineProps<{ sheet: Sheet }>()
const { unit } = useSettings()
const chosen = computed(() => props.sheet.state.frame?.chosen)
const held = computed(() => props.sheet.state.frame?.held)
const second = computed(() => held.value ?? props.sheet.state.measure?.frame)
</script>

<template>
  <div v-if="chosen && sheet.frame" class="frame-table">
    <table>
      <thead>
        <tr>
          <th class="quiet small">{{ unit }}</th>
          <th>
            <svg width="18" height="18" viewBox="-9 -9 18 18"><LayerSign layer="plan" :size="6" /></svg> A
          </th>
          <th v-if="second">
            <svg v-if="held" width="18" height="18" viewBox="-9 -9 18 18">
              <LayerSign layer="plan" hollow :size="6" /></svg
            >{{ held ? ' B' : $t('now') }}
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in sheet.frame.compared.filter((r) => r.first)" :key="row.label">
          <th scope="row">{{ row.label }}</th>
          <td class="figure">{{ row.a }}</td>
          <td v-if="second" class="figure">{{ row.b ?? '·' }}</td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.frame-table {
  padding: 2px 6px;
  background: color-mix(in srgb, var(--sheet) 88%, transparent);
}
table {
  border-collapse: collapse;
}
tr {
  border-bottom: 1px solid var(--hair);
  height: 26px;
}
thead tr {
  border-bottom: 1px solid var(--ink);
}
th {
  text-align: left;
  font-weight: 420;
  font-size: 14px;
  padding-right: 18px;
}
thead th:not(:first-child),
td {
  text-align: right;
  padding-right: 0;
  padding-left: 16px;
}
thead th {
  font-weight: 640;
  white-space: nowrap;
}
thead svg {
  vertical-align: -4px;
}
td {
  font-size: 16px;
  font-weight: 560;
}
</style>
