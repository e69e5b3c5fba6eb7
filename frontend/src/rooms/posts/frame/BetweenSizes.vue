<script setup lang="ts">
import { computed } from 'vue'

import type { FramesView, Sheet } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'

/** Two sizes held: what each school would take and why; the figures stand in the table over the drawing. */
const props = defineProps<{ view: FramesView; sheet: Sheet }>()
const name = (size: { frame: string; size: string } | null | undefined) => (size ? `${size.frame} ${size.size}` : '')
const a = computed(() => name(props.sheet.state.frame?.chosen))
const b = computed(() => name(props.sheet.state.frame?.held))
const house = computed(() => props.view.schools.find((s) => s.key === 'between')?.taken)
</script>

<template>
  <div class="between" tabindex="0" role="region" :aria-label="$t('A or B')">
    <p class="pair">
      <svg width="18" height="18" viewBox="-9 -9 18 18"><LayerSign layer="plan" :size="7" /></svg> <b>A</b> {{ a }}
      <svg width="18" height="18" viewBox="-9 -9 18 18"><LayerSign layer="plan" hollow :size="7" /></svg> <b>B</b>
      {{ b }}
    </p>
    <section v-for="v in view.between" :key="v.school" :class="{ house: v.school === house }">
      <h3>
        {{ v.label }} <span class="takes">{{ $t('takes {takes}', { takes: v.takes }) }}</span>
      </h3>
      <p>{{ v.reason }}</p>
      <p v-if="v.school === house" class="quiet small">{{ $t('The school of this file.') }}</p>
    </section>
    <table>
      <thead>
        <tr>
          <th class="quiet small">mm</th>
          <th>A</th>
          <th>B</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in view.compared" :key="row.label">
          <th scope="row">{{ row.label }}</th>
          <td class="figure">{{ row.a }}</td>
          <td class="figure">{{ row.b ?? '·' }}</td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">{{ $t('Nobody is right: the schools weigh the same figures differently.') }}</p>
  </div>
</template>

<style scoped>
.between {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 10px 24px;
}
.pair svg {
  vertical-align: -4px;
}
table {
  border-collapse: collapse;
  width: 100%;
  margin: 6px 0 4px;
}
tr {
  border-bottom: 1px solid var(--hair);
  height: 24px;
}
table th {
  text-align: left;
  font-weight: 420;
  font-size: 14px;
}
thead th:not(:first-child),
td {
  text-align: right;
}
thead th {
  font-weight: 640;
}
td {
  font-size: 15px;
  font-weight: 560;
}
section {
  padding: 8px 0 8px 12px;
  border-bottom: 1px solid var(--hair);
  border-left: 4px solid transparent;
}
section.house {
  border-left-color: var(--plan);
  background: var(--sheet);
}
h3 {
  display: flex;
  justify-content: space-between;
  font-size: 17px;
}
.takes {
  font-weight: 620;
  color: var(--plan);
  padding-right: 8px;
}
section p {
  font-size: 14.5px;
  line-height: 1.35;
}
</style>
