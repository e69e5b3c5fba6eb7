<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas, Sheet } from '@/shared/api/client'
import WordField from '@/shared/ui/WordField.vue'

import { useSheet } from '@/rooms/files/useSheet'
import { t } from '@/shared/i18n'

type Bend = Schemas['Bend']
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const bends = computed(() => props.sheet.rider.profile.mobility as Record<string, Bend>)
const HALF = 52
const SIDES_DIFFER = 6
const long = (line: Schemas['BendLine'], value: number) => ((value - line.least) / (line.greatest - line.least)) * HALF
const degrees = (t: { value: number } | null | undefined) => (t ? `${Math.round(t.value)}` : '')
const keep = (name: string, side: string, typed: string) =>
  store.editRider({ mobility: { [name]: { [side]: typed } } }, `mobility.${name}.${side}`, typed)
/** The part of the longer side that the shorter has not. */
function odd(line: Schemas['BendLine']) {
  const b = bends.value[line.name]
  if (!b?.left || !b.right || Math.abs(b.left.value - b.right.value) <= SIDES_DIFFER) return null
  const less = Math.min(b.left.value, b.right.value)
  const right = b.right.value > b.left.value
  const from = long(line, less)
  const wide = long(line, Math.max(b.left.value, b.right.value)) - from
  return { x: right ? from : -from - wide, width: wide }
}
/** What the uses need and how each side is graded, in words. */
function needs(line: Schemas['BendLine']): string {
  const left = line.left_grade ? `, ${line.sided ? 'left ' : ''}${line.left_grade}` : ''
  const right = line.right_grade ? `, right ${line.right_grade}` : ''
  return t('needs {need} degrees{left}{right}', { need: line.need, left, right })
}
</script>

<template>
  <section>
    <h2>
      {{ $t('Mobility') }} <small class="quiet">{{ $t('left') }}</small><small class="quiet">{{ $t('right') }}</small>
    </h2>
    <table>
      <tbody>
        <tr v-for="line in sheet.rider.mobility" :key="line.name">
          <th scope="row">
            <el-popover trigger="click" :width="300" placement="left">
              <template #reference
                ><button type="button" class="bare">{{ line.label }}</button></template
              >
              <b>{{ line.label }}</b>
              <p>{{ line.how }}</p>
              <p class="quiet small">{{ $t('These uses need about {need}°.', { need: line.need }) }}</p>
            </el-popover>
          </th>
          <td class="entry">
            <WordField
              v-if="line.sided"
              :label="$t('{label}, left', { label: line.label })"
              :value="bends[line.name]?.left?.typed ?? ''"
              :shown="degrees(bends[line.name]?.left)"
              :fault="store.faults.get(`mobility.${line.name}.left`)"
              placeholder="·"
              @keep="(t) => keep(line.name, 'left', t)" />
          </td>
          <td class="bars">
            <svg width="112" height="26" viewBox="-56 -13 112 26" role="img" :aria-label="needs(line)">
              <template v-if="line.sided">
                <rect
                  v-if="bends[line.name]?.left"
                  :x="-long(line, bends[line.name]!.left!.value)"
                  y="-5"
                  :width="long(line, bends[line.name]!.left!.value)"
                  height="10"
                  class="bar"
                  :class="line.left_grade" />
                <rect
                  v-if="bends[line.name]?.right"
                  x="0"
                  y="-5"
                  :width="long(line, bends[line.name]!.right!.value)"
                  height="10"
                  class="bar"
                  :class="line.right_grade" />
                <rect v-if="odd(line)" v-bind="odd(line)!" y="-5" height="10" class="differ" />
                <path :d="`M${-long(line, line.need)} -9v18M${long(line, line.need)} -9v18`" class="need" />
                <path d="M0 -5v10" class="middle" />
              </template>
              <template v-else>
                <rect
                  v-if="bends[line.name]?.one"
                  x="-52"
                  y="-5"
                  :width="long(line, bends[line.name]!.one!.value) * 2"
                  height="10"
                  class="bar"
                  :class="line.left_grade" />
                <path :d="`M${-52 + long(line, line.need) * 2} -9v18`" class="need" />
              </template>
            </svg>
          </td>
          <td class="entry">
            <WordField
              :label="line.sided ? $t('{label}, right', { label: line.label }) : line.label"
              :value="(line.sided ? bends[line.name]?.right?.typed : bends[line.name]?.one?.typed) ?? ''"
              :shown="degrees(line.sided ? bends[line.name]?.right : bends[line.name]?.one)"
              :fault="store.faults.get(`mobility.${line.name}.${line.sided ? 'right' : 'one'}`)"
              placeholder="·"
              @keep="(t) => keep(line.name, line.sided ? 'right' : 'one', t)" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-for="line in sheet.rider.mobility.filter((l) => l.says)" :key="line.name" class="says">{{ line.says }}</p>
    <p class="quiet small">{{ $t('Bars: degrees. Uprights: what these uses need. A name says how it is tested.') }}</p>
  </section>
</template>

<style scoped>
h2 {
  display: grid;
  grid-template-columns: 112px 44px 1fr 44px;
  align-items: baseline;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--ink);
  font-size: 17px;
}
h2 small {
  font-size: 13px;
  font-weight: 420;
  text-align: right;
}
h2 small:last-child {
  grid-column: 4;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
tr {
  height: 36px;
  border-bottom: 1px solid var(--hair);
}
th {
  width: 112px;
  text-align: left;
  font-weight: 420;
}
.bare {
  padding: 0;
  border: 0;
  background: none;
  font-size: 15px;
  line-height: 1.1;
  text-align: left;
  cursor: pointer;
}
.bare:hover {
  text-decoration: underline;
}
.entry {
  width: 46px;
}
.entry :deep(.word-field) {
  height: 30px;
  padding: 0 3px;
  font-size: 17px;
}
.bars {
  text-align: center;
}
.bar {
  fill: color-mix(in srgb, var(--now) 45%, var(--sheet));
}
.bar.short {
  fill: color-mix(in srgb, var(--ochre) 42%, var(--sheet));
}
.differ {
  fill: var(--ochre);
}
.need {
  stroke: var(--ink);
  stroke-width: 1.3;
}
.middle {
  stroke: var(--sheet);
  stroke-width: 2;
}
.says {
  padding-top: 7px;
  font-size: 14px;
  line-height: 1.35;
}
p.quiet {
  padding-top: 7px;
}
</style>
