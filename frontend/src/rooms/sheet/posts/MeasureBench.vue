<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import { api, type Schemas, type Sheet, type ShelvedPart, type ShelvedSize, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import WordField from '@/shared/ui/WordField.vue'
import { show } from '@/shared/units'

import { useSheet } from '../useSheet'

type StatementName = 'saddle_height' | 'setback' | 'hand_height' | 'hand_reach'
type PlainName = 'crank' | 'seat_angle' | 'nose_to_s' | 'bb_height' | 'hand_ahead' | 'hand_above' | 'foot_stack'
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()

const STATEMENTS: { name: StatementName; title: string }[] = [
  { name: 'saddle_height', title: 'Saddle height' },
  { name: 'setback', title: 'Setback' },
  { name: 'hand_reach', title: 'Bar, how far' },
  { name: 'hand_height', title: 'Bar, how high' },
]
const PLAIN: { name: PlainName; title: string; unit: string }[] = [
  { name: 'crank', title: 'Crank', unit: 'mm' },
  { name: 'bb_height', title: 'BB above the floor', unit: 'mm' },
  { name: 'nose_to_s', title: 'Nose ahead of the mark', unit: 'mm' },
  { name: 'seat_angle', title: 'Seat-tube angle', unit: '°' },
  { name: 'hand_ahead', title: 'Hand ahead of the clamp', unit: 'mm' },
  { name: 'hand_above', title: 'Hand above the clamp', unit: 'mm' },
  { name: 'foot_stack', title: 'Pedal axle to sole', unit: 'mm' },
]
const tab = ref<'statements' | 'bike'>('statements')
const chosen = ref<Partial<Record<StatementName, string>>>({})
const measure = computed(() => props.sheet.state.measure!)
const stated = (name: StatementName) => measure.value[name] as Schemas['Stated'] | null | undefined
const way = (name: StatementName) => chosen.value[name] ?? stated(name)?.way ?? props.sheet.ways[name]![0]!.way
const wayOf = (name: StatementName) => props.sheet.ways[name]!.find((w) => w.way === way(name))!
/** What was typed, while the way shown is the way it was typed in; else what it comes to in this way. */
function shown(name: StatementName) {
  const it = stated(name)
  if (it && it.way === way(name)) return it.typed
  return ''
}
const value = (w: Schemas['StatedAs']) => (w.value == null ? '' : w.unit === '°' ? `${w.value.toFixed(1)}°` : show(w.value, unit.value))
const others = (name: StatementName) => props.sheet.ways[name]!.filter((w) => w.way !== way(name) && w.value != null)
const understood = (name: StatementName) => {
  const it = stated(name)
  if (!it || it.way !== way(name)) return ''
  const w = wayOf(name)
  const heard = w.unit === '°' ? `${it.value.toFixed(1)}°` : `${Number(it.value.toFixed(1))} mm`
  return String(it.typed) === String(Number(it.value.toFixed(1))) ? '' : `understood as ${heard}`
}
function keep(name: StatementName, typed: string) {
  void store.change({ path: `measure.${name}`, value: typed ? { way: way(name), typed } : null })
}
const have = computed(() => STATEMENTS.filter((s) => stated(s.name)).length)
const frames = ref<ShelvedSize[]>([])
const parts = ref<ShelvedPart[]>([])
onMounted(async () => {
  frames.value = await take(api.GET('/api/shelves/frames'))
  parts.value = await take(api.GET('/api/shelves/parts'))
})
const bars = computed(() => parts.value.filter((p) => p.part.kind === 'drop_bar' || p.part.kind === 'flat_bar'))
const saddles = computed(() => parts.value.filter((p) => p.part.kind === 'saddle'))
const frameId = computed(() => {
  const f = measure.value.frame
  return frames.value.find((s) => f && s.size.frame === f.frame && s.size.size === f.size)?.id ?? null
})
const partId = (name: 'bar' | 'saddle') => parts.value.find((p) => p.part.name === measure.value[name]?.name && (name === 'saddle') === (p.part.kind === 'saddle'))?.id ?? null
const contextWords = (name: PlainName) => {
  const number = props.sheet.context[name]!
  return name === 'seat_angle' ? `${number.toFixed(1)}°` : show(number, unit.value)
}
const fault = (path: string) => store.faults.get(path)
</script>

<template>
  <div class="tabs" role="tablist">
    <button type="button" role="tab" :aria-selected="tab === 'statements'" @click="tab = 'statements'">Saddle and bar <small>{{ have }} of 4</small></button>
    <button type="button" role="tab" :aria-selected="tab === 'bike'" @click="tab = 'bike'">The bike <small v-if="sheet.assumed.length" class="ochre-ink">{{ sheet.assumed.length }} assumed</small></button>
  </div>
  <div v-if="tab === 'statements'" class="scroll">
    <section v-for="it in STATEMENTS" :key="it.name" class="statement">
      <h2>{{ it.title }}</h2>
      <div class="ask">
        <el-select :model-value="way(it.name)" :aria-label="`${it.title}: how it was measured`" class="way" @update:model-value="(v: string) => (chosen[it.name] = v)">
          <el-option v-for="w in sheet.ways[it.name]" :key="w.way" :value="w.way" :label="w.label" />
        </el-select>
        <WordField
          :label="it.title" :value="shown(it.name)" :fault="fault(`measure.${it.name}`)" size="large" class="number"
          :placeholder="stated(it.name) ? 'type to restate' : 'to measure'" @keep="(t) => keep(it.name, t)"
        />
      </div>
      <p class="hint quiet small">{{ wayOf(it.name).hint }} <b v-if="understood(it.name)">{{ understood(it.name) }}</b></p>
      <ul v-if="others(it.name).length" class="others" :aria-label="`${it.title} in other ways`">
        <li v-for="w in others(it.name)" :key="w.way"><span>{{ w.label }}</span><b class="figure">{{ value(w) }}</b></li>
      </ul>
    </section>
  </div>
  <div v-else class="scroll bike">
    <label>Frame on the shelf
      <el-select :model-value="frameId" clearable filterable placeholder="not on the shelf: drawn as a sketch" :empty-values="[null, undefined]" aria-label="Frame as it stands" @update:model-value="(v: number | undefined) => store.change({ path: 'measure.frame', value: v ?? null })">
        <el-option v-for="s in frames" :key="s.id" :value="s.id" :label="`${s.size.frame} ${s.size.size}`" />
      </el-select>
    </label>
    <label>Bar
      <el-select :model-value="partId('bar')" clearable filterable placeholder="not known" aria-label="Bar" @update:model-value="(v: number | undefined) => store.change({ path: 'measure.bar', value: v ?? null })">
        <el-option v-for="p in bars" :key="p.id" :value="p.id" :label="p.part.name" />
      </el-select>
    </label>
    <label>Saddle, goes over to the new bike
      <el-select :model-value="partId('saddle')" clearable filterable placeholder="not known" aria-label="Saddle" @update:model-value="(v: number | undefined) => store.change({ path: 'measure.saddle', value: v ?? null })">
        <el-option v-for="p in saddles" :key="p.id" :value="p.id" :label="p.part.name" />
      </el-select>
    </label>
    <table>
      <tbody>
        <tr v-for="it in PLAIN" :key="it.name">
          <th scope="row">{{ it.title }}</th>
          <td class="from small" :class="sheet.assumed.includes(it.name) ? 'ochre-ink' : 'quiet'">
            {{ measure[it.name] ? 'typed' : sheet.assumed.includes(it.name) ? 'assumed' : 'from the part' }}
          </td>
          <td class="figure value">{{ measure[it.name]?.typed === contextWords(it.name) ? '' : contextWords(it.name) }}</td>
          <td class="enter">
            <WordField :label="it.title" :value="measure[it.name]?.typed ?? ''" :fault="fault(`measure.${it.name}`)" placeholder="type" @keep="(t) => store.change({ path: `measure.${it.name}`, value: t })" />
          </td>
        </tr>
      </tbody>
    </table>
    <p class="quiet small">What is assumed stands in ochre until it is measured. A part chosen above gives its own.</p>
  </div>
</template>

<style scoped>
.tabs { display: flex; gap: 24px; padding: 10px 24px 0; border-bottom: 1px solid var(--rule); }
.tabs button { padding: 6px 0 9px; border: 0; border-bottom: 3px solid transparent; background: none; font-size: 16px; cursor: pointer; }
.tabs button[aria-selected='true'] { border-color: var(--ink); font-weight: 640; }
.tabs small { color: var(--quiet); font-weight: 420; }
.scroll { overflow: auto; min-height: 0; padding: 0 24px 12px; }
.statement { padding: 10px 0 9px; border-bottom: 1px solid var(--hair); }
h2 { font-size: 21px; }
.ask { display: grid; grid-template-columns: 1fr 158px; gap: 12px; align-items: center; }
.number :deep(.word-field) { border-bottom: 3px solid var(--ink); border-radius: 3px 3px 0 0; }
.hint b { color: var(--ink); font-weight: 560; }
.others { display: grid; grid-template-columns: 1fr 1fr; gap: 1px 20px; margin: 5px 0 0; padding: 0; list-style: none; font-size: 13px; }
.others li { display: flex; justify-content: space-between; gap: 6px; min-width: 0; }
.others span { overflow: hidden; text-overflow: ellipsis; white-space: nowrap; color: var(--quiet); }
.bike { display: grid; gap: 12px; align-content: start; padding-top: 14px; }
.bike label { display: grid; gap: 4px; font-weight: 560; }
table { width: 100%; border-collapse: collapse; }
tr { border-bottom: 1px solid var(--hair); height: 44px; }
th { text-align: left; font-weight: 420; }
.value { text-align: right; font-size: 17px; font-weight: 560; }
.enter { width: 116px; }
.from { padding: 0 4px; width: 66px; line-height: 1.15; }
th { font-size: 14.5px; line-height: 1.2; }
</style>
