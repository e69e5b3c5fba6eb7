<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Schemas, Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import WordField from '@/shared/ui/WordField.vue'
import { show } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'
import TypedBox from '@/shared/ui/TypedBox.vue'
import { beside, figure, placeInRange, type Taken } from './record'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
// Those that are seldom taken stand in one line until they are wanted.
const SELDOM = ['upper_arm', 'forearm', 'hand', 'sit_bones', 'foot_lift']
const wanted = ref<string[]>([])
const seldom = (name: string) => SELDOM.includes(name) && !taken.value[name] && !wanted.value.includes(name)
const lines = computed(() => props.sheet.rider.measures.filter((l) => !seldom(l.name)))
const others = computed(() => props.sheet.rider.measures.filter((l) => seldom(l.name)))
const taken = computed(() => props.sheet.rider.profile.measures as Record<string, Taken>)
// The others are put in from the height until somebody takes them.
const ASKED = ['height', 'inseam', 'foot', 'shoulder_width']
const keep = (name: string, typed: string) => {
  const it = taken.value[name]
  return store.editRider(
    { measures: { [name]: typed ? { typed, how: it?.how ?? '', on: new Date().toISOString().slice(0, 10) } : '' } },
    `measures.${name}`,
    typed,
  )
}
const about = (line: Schemas['MeasureLine'], part: { how?: string; on?: string }) => {
  const it = taken.value[line.name]!
  return store.editRider(
    { measures: { [line.name]: { typed: it.typed, how: it.how ?? '', on: it.on ?? '', ...part } } },
    `measures.${line.name}`,
    it.typed,
  )
}
</script>

<template>
  <section>
    <h2>
      {{ $t('Measures') }}
      <small class="quiet">{{
        taken.height
          ? $t('usual for {height} tall', { height: show(taken.height.value, unit) })
          : $t('height first: it gives the usual ranges')
      }}</small>
    </h2>
    <table :class="{ inches: unit === 'in' }">
      <tbody>
        <tr v-for="line in lines" :key="line.name">
          <th scope="row">{{ line.label }}</th>
          <td class="entry">
            <WordField
              :label="line.label"
              :value="taken[line.name]?.typed ?? ''"
              :shown="figure(taken[line.name], line, unit)"
              :fault="store.faults.get(`measures.${line.name}`)"
              :placeholder="ASKED.includes(line.name) ? $t('to ask') : '·'"
              @keep="(t) => keep(line.name, t)" />
          </td>
          <td class="how">
            <span v-if="line.says" class="unusual">{{ line.says }}</span>
            <el-popover v-else-if="taken[line.name]" trigger="click" :width="260" placement="right">
              <template #reference
                ><button type="button" class="bare quiet">{{ beside(taken[line.name], line, unit) }}</button></template
              >
              <p class="small quiet">{{ $t('Typed: {typed}', { typed: taken[line.name]!.typed }) }}</p>
              <label class="small"
                >{{ $t('how it was taken') }}
                <TypedBox
                  :value="taken[line.name]!.how"
                  maxlength="80"
                  :placeholder="line.how"
                  @keep="(t) => about(line, { how: t })"
              /></label>
              <label class="small"
                >{{ $t('when') }}
                <TypedBox type="date" :value="taken[line.name]!.on" @keep="(t) => about(line, { on: t })"
              /></label>
            </el-popover>
            <span v-else class="quiet">{{ line.how }}</span>
          </td>
          <td class="range">
            <svg
              v-if="line.least !== null && line.least !== undefined && line.greatest"
              width="140"
              height="28"
              role="img"
              :aria-label="
                $t('usual {least} to {greatest}', {
                  least: Math.round(line.least),
                  greatest: Math.round(line.greatest),
                })
              ">
              <rect x="33" y="14" width="74" height="9" class="usual" />
              <path d="M0 18.5H140" class="thin" />
              <path d="M33 13v11M107 13v11" class="ends" />
              <text x="33" y="10.5" text-anchor="middle">{{ show(line.least, unit) }}</text>
              <text x="107" y="10.5" text-anchor="middle">{{ show(line.greatest, unit) }}</text>
              <circle
                :cx="placeInRange(taken[line.name]!.value, line.least, line.greatest)"
                cy="18.5"
                r="4.5"
                :class="{ odd: line.says }" />
            </svg>
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="others.length" class="also">
      <span class="quiet small">{{ $t('Also') }}</span>
      {{ ' ' }}
      <button v-for="l in others" :key="l.name" type="button" :title="l.how" @click="wanted.push(l.name)">
        {{ l.label }}
      </button>
    </p>
    <p v-for="said in sheet.rider.checks" :key="said" class="check" role="status">{{ said }}</p>
    <p class="quiet small">
      {{ $t('As it is said: 5\'11", 31 1/4 in, 74.9 cm, 72,5 cm. Twice: 823; 825. Two sides: L 258 R 261.') }}
    </p>
  </section>
</template>

<style scoped>
h2 {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding-bottom: 6px;
  border-bottom: 1px solid var(--ink);
  font-size: 17px;
}
h2 small {
  font-weight: 420;
  font-size: 13px;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
tr {
  height: 38px;
  border-bottom: 1px solid var(--hair);
}
th {
  width: 82px;
  text-align: left;
  font-weight: 420;
  font-size: 15.5px;
  line-height: 1.1;
}
.entry {
  width: 84px;
}
/* Sixteenths take more letters. */
.inches .entry :deep(.word-field) {
  padding: 0 2px;
  font-size: 15.5px;
}
.entry :deep(.word-field) {
  height: 30px;
  padding: 0 6px;
}
.how {
  padding-left: 10px;
  font-size: 13px;
  line-height: 1.2;
}
.range {
  width: 142px;
  text-align: right;
}
.bare {
  max-width: 100%;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.bare:hover {
  text-decoration: underline;
}
label {
  display: grid;
  padding-top: 6px;
}
label input {
  height: 30px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.usual {
  fill: var(--pine-tint);
}
.thin {
  stroke: var(--rule);
}
.ends {
  stroke: var(--plan);
  stroke-width: 1.6;
}
circle {
  fill: var(--ink);
}
.odd {
  fill: var(--goal);
}
text {
  fill: var(--quiet);
  font: 420 11.5px var(--figures);
}
.unusual {
  padding: 2px 8px;
  border-radius: 3px;
  background: var(--goal);
  color: var(--on-ink);
  font-weight: 640;
}
.also {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  padding-top: 7px;
}
.also button {
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  font-size: 13.5px;
  cursor: pointer;
}
.check {
  padding-top: 8px;
  font-weight: 560;
}
p.quiet {
  padding-top: 7px;
}
</style>
