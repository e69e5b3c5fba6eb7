<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import WordField from '@/shared/ui/WordField.vue'
import { show } from '@/shared/units'

import { useSheet } from '../useSheet'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const MEASURES = [
  { name: 'height', label: 'Height', how: 'barefoot, against the wall' },
  { name: 'inseam', label: 'Inseam', how: 'level rod, firm, to the floor' },
  { name: 'trunk', label: 'Trunk', how: 'hip joint to shoulder joint' },
  { name: 'upper_arm', label: 'Upper arm', how: 'shoulder to elbow' },
  { name: 'forearm', label: 'Forearm', how: 'elbow to wrist' },
  { name: 'shoulder_width', label: 'Shoulders', how: 'bone to bone' },
  { name: 'foot', label: 'Foot', how: 'bare, heel to toe' },
  { name: 'mass', label: 'Mass', how: 'with shoes' },
] as const
// The others are put in from the height until somebody takes them.
const ASKED = ['height', 'inseam', 'foot', 'shoulder_width'] as string[]
const profile = computed(() => props.sheet.rider.profile)
const measures = computed(() => profile.value.measures as Record<string, { typed: string; value: number }>)
const usual = (name: string) => props.sheet.rider.plausible.find((p) => p.name === name)
const heard = (name: string) => {
  const it = measures.value[name]
  if (!it) return ''
  const words = name === 'mass' ? `${it.value.toFixed(0)} kg` : `${show(it.value, unit.value)}${unit.value === 'in' ? ' in' : ''}`
  // What was understood, where it is not what was typed.
  return words === it.typed ? '' : `= ${words}`
}
const place = (name: string) => {
  const u = usual(name)!
  const wide = u.greatest - u.least
  return Math.max(2, Math.min(138, 33 + ((measures.value[name]!.value - u.least) / wide) * 74))
}
const words = ref(profile.value.words ?? '')
watch(() => profile.value.words, (w) => (words.value = w ?? ''))
function keepWords() {
  if (words.value !== profile.value.words) void store.editRider({ words: words.value }, 'words', words.value)
}
</script>

<template>
  <article class="record">
    <header>
      <div>
        <h1>{{ sheet.rider.name }}</h1>
        <p class="quiet">{{ profile.about }}</p>
      </div>
      <blockquote>
        <span aria-hidden="true">“</span>
        <el-input v-model="words" type="textarea" :autosize="{ minRows: 2, maxRows: 5 }" resize="none" maxlength="2000" placeholder="What the rider wants, in their own words" aria-label="In the rider's own words" @blur="keepWords" />
      </blockquote>
    </header>
    <section>
      <h2>Measures <small class="quiet">{{ measures.height ? `usual for ${show(measures.height.value, unit)} tall` : 'height first: it gives the usual ranges' }}</small></h2>
      <table>
        <tbody>
          <tr v-for="m in MEASURES" :key="m.name">
            <th scope="row">{{ m.label }}</th>
            <td class="entry"><WordField
              :label="m.label" :value="measures[m.name]?.typed ?? ''" :fault="store.faults.get(`measures.${m.name}`)" 
              :placeholder="ASKED.includes(m.name) ? 'to ask' : 'not taken'" @keep="(t) => store.editRider({ measures: { [m.name]: t } }, `measures.${m.name}`, t)" /></td>
            <td class="heard figure">{{ heard(m.name) }}</td>
            <td class="quiet small how">
              <span v-if="usual(m.name)?.says" class="unusual">{{ usual(m.name)!.says }}</span>
              <template v-else>{{ m.how }}</template>
            </td>
            <td class="range">
              <svg v-if="usual(m.name)" width="140" height="30" role="img" :aria-label="`usual ${Math.round(usual(m.name)!.least)} to ${Math.round(usual(m.name)!.greatest)}`">
                <rect x="33" y="15" width="74" height="10" class="usual" /><path d="M0 20H140" class="thin" /><path d="M33 14v12M107 14v12" class="ends" />
                <text x="33" y="11" text-anchor="middle">{{ Math.round(usual(m.name)!.least) }}</text><text x="107" y="11" text-anchor="middle">{{ Math.round(usual(m.name)!.greatest) }}</text>
                <circle :cx="place(m.name)" cy="20" r="4.5" :class="{ odd: usual(m.name)!.says }" />
              </svg>
            </td>
          </tr>
        </tbody>
      </table>
      <p class="quiet small">Type as it is said: 5'11", 31 1/4 in, 74.9 cm, 1,83 m, 745. What was understood stands beside it.</p>
    </section>
  </article>
</template>

<style scoped>
.record { padding: 22px 40px 40px; max-width: 860px; }
header { display: grid; grid-template-columns: 270px 1fr; gap: 16px; padding-bottom: 16px; border-bottom: 1px solid var(--ink); }
h1 { font-size: 44px; }
blockquote { position: relative; margin: 4px 0 0; padding-left: 22px; }
blockquote > span { position: absolute; left: 0; top: -6px; color: var(--quiet); font-size: 34px; }
blockquote :deep(textarea) { padding: 2px 6px; border: 1px solid transparent; background: transparent; box-shadow: none; font-size: 20px; line-height: 1.42; color: var(--ink); }
blockquote :deep(textarea:hover) { border-color: var(--rule); }
h2 { display: flex; justify-content: space-between; align-items: baseline; padding: 18px 0 8px; border-bottom: 1px solid var(--ink); font-size: 18px; }
h2 small { font-weight: 420; font-size: 14px; }
table { width: 100%; border-collapse: collapse; }
tr { height: 44px; border-bottom: 1px solid var(--hair); }
th { width: 96px; text-align: left; font-weight: 420; font-size: 17px; }
.entry { width: 130px; }
.heard { width: 110px; padding-left: 20px; font-size: 19px; font-weight: 560; }
.how { padding-left: 8px; }
.range { width: 150px; text-align: right; }
.usual { fill: var(--pine-tint); }
.thin { stroke: var(--rule); }
.ends { stroke: var(--plan); stroke-width: 1.6; }
circle { fill: var(--ink); }
.odd { fill: var(--goal); }
text { fill: var(--quiet); font: 420 11.5px var(--figures); }
.unusual { padding: 2px 8px; border-radius: 3px; background: var(--goal); color: var(--on-ink); font-weight: 640; }
section > p { padding-top: 12px; }
</style>
