<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api, Refused, type Schemas, type ShelvedSize, take } from '@/shared/api/client'
import Pick from '@/shared/ui/Pick.vue'

import { CHART_GROUPS, fieldName, LENGTH_KINDS, MATERIALS, USES } from './charts'

/** One size by hand: what stands in the chart is typed, what follows is shown and marked, the audit speaks at once. */
const props = defineProps<{ size: ShelvedSize | null }>()
const emit = defineEmits<{ kept: []; changed: []; close: [] }>()
type Edit = Schemas['SizeEdit']
const facts = ref<Omit<Edit, 'chart' | 'apply'>>({
  frame: '',
  kind: 'road',
  material: 'carbon',
  size: '',
  source: '',
  dated: '',
  tags: [],
})
const typed = ref<Record<string, string>>({})
const made = ref<ShelvedSize | null>(null)
const fault = ref<{ field: string; message: string } | null>(null)
// Taken off while the form is open: all that stood there can still be put back.
const gone = ref(false)

watch(
  () => props.size,
  (size) => {
    made.value = size
    fault.value = null
    gone.value = false
    typed.value = {}
    if (!size) return
    const { chart, ...rest } = size.size
    facts.value = {
      frame: rest.frame,
      kind: rest.kind,
      material: rest.material,
      size: rest.size,
      source: rest.source ?? '',
      dated: rest.dated ?? '',
      tags: rest.tags ?? [],
      price_band: rest.price_band,
    }
    for (const [, fields] of CHART_GROUPS)
      for (const f of fields) {
        const value = (chart as unknown as Record<string, unknown>)[f]
        if (typeof value === 'number' && !chart.derived?.includes(f) && !chart.assumed?.includes(f))
          typed.value[f] = String(value)
      }
    for (const k of LENGTH_KINDS) typed.value[k.field] = chart[k.field] ?? ''
    typed.value.cockpits = chart.cockpits?.join('; ') ?? ''
  },
  { immediate: true },
)
const chart = computed(() => made.value?.size.chart as unknown as Record<string, unknown> | undefined)
const derived = (f: string) => made.value?.size.chart.derived?.includes(f)
const assumed = (f: string) => made.value?.size.chart.assumed?.includes(f)
const mark = (f: string) => made.value?.audit.find((a) => a.field === f)
async function send(apply: boolean) {
  fault.value = null
  const body: Edit = {
    ...facts.value,
    chart: Object.fromEntries(Object.entries(typed.value).map(([k, v]) => [k, v.trim().replace(',', '.')])),
    apply,
  }
  if (typed.value.cockpits) body.chart.cockpits = typed.value.cockpits
  try {
    made.value = await take(
      props.size && !gone.value
        ? api.PUT('/api/shelves/frames/sizes/{size_id}', { params: { path: { size_id: props.size.id } }, body })
        : api.POST('/api/shelves/frames/sizes', { body }),
    )
    if (apply && !gone.value) emit('kept')
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    fault.value = {
      field: wrong.body.field ?? '',
      message: wrong.body.message + (wrong.body.allowed ? ` Allowed: ${wrong.body.allowed}.` : ''),
    }
  }
}
async function remove() {
  if (!props.size) return
  await api.DELETE('/api/shelves/frames/sizes/{size_id}', { params: { path: { size_id: props.size.id } } })
  gone.value = true
  emit('changed')
}
async function putBack() {
  await send(true)
  const { owned, in_stock } = props.size?.size ?? {}
  if (fault.value || !made.value) return
  if (owned || in_stock === false)
    await take(
      api.POST('/api/shelves/frames/sizes/{size_id}/marks', {
        params: { path: { size_id: made.value.id } },
        body: { owned, in_stock },
      }),
    )
  emit('kept')
}
function measuredSo(field: string, way: string) {
  typed.value[field] = way
  void send(false)
}
</script>

<template>
  <form class="size-form" @submit.prevent="send(true)">
    <h2>{{ size ? `${size.size.frame} ${size.size.size}` : $t('A size by hand') }}</h2>
    <label class="row"
      ><span>{{ $t('Frame') }}</span
      ><input v-model="facts.frame" required maxlength="120"
    /></label>
    <label class="row"
      ><span>{{ $t('Size') }}</span
      ><input v-model="facts.size" required maxlength="20"
    /></label>
    <label class="row"
      ><span>{{ $t('Use') }}</span
      ><Pick
        :label="$t('Use')"
        :value="facts.kind"
        :options="USES.map((value) => ({ value, label: value }))"
        @pick="(v) => v && (facts.kind = v)"
    /></label>
    <label class="row"
      ><span>{{ $t('Material') }}</span
      ><Pick
        :label="$t('Material')"
        :value="facts.material"
        :options="MATERIALS.map((value) => ({ value, label: value }))"
        @pick="(v) => v && (facts.material = v)"
    /></label>
    <label class="row"
      ><span>{{ $t('Source, date') }}</span
      ><span class="two"
        ><input v-model="facts.source" :aria-label="$t('Source')" maxlength="200" /><input
          v-model="facts.dated"
          :aria-label="$t('Date of the chart')"
          maxlength="10"
          placeholder="2026-03" /></span
    ></label>
    <fieldset v-for="[name, fields] in CHART_GROUPS" :key="name">
      <legend>{{ $t(name) }}</legend>
      <label v-for="f in fields" :key="f" class="cell" :class="{ odd: mark(f), wrong: fault?.field === f }">
        <span>{{ fieldName(f) }}</span>
        <input
          v-model="typed[f]"
          inputmode="decimal"
          :placeholder="(derived(f) || assumed(f)) && chart?.[f] != null ? String(chart[f]) : ''"
          :class="{ derived: derived(f), assumed: assumed(f) }"
          :aria-invalid="fault?.field === f"
          @change="send(false)" />
        <small v-if="mark(f)"
          >{{ mark(f)!.mends_all ? $t('the rest agrees on') : $t('the rest gives') }}
          {{ mark(f)!.computed.toFixed(1) }}</small
        >
        <small v-else-if="derived(f) && !typed[f]">{{ $t('follows') }}</small><small
          v-else-if="assumed(f) && !typed[f]"
          >{{ $t('assumed') }}</small
        >
      </label>
    </fieldset>
    <fieldset>
      <legend>{{ $t('How it measures') }}</legend>
      <label v-for="k in LENGTH_KINDS" :key="k.field" class="cell way"
        ><span>{{ k.label }}</span
        ><Pick
          :label="k.label"
          :value="typed[k.field] ?? ''"
          :placeholder="$t('not said')"
          clearable
          :options="k.ways.map(([value, label]) => ({ value, label }))"
          @pick="(v) => measuredSo(k.field, v)"
      /></label>
    </fieldset>
    <label class="row"
      ><span>{{ $t('Only cockpits') }}</span
      ><input v-model="typed.cockpits" :placeholder="$t('names with ; between')"
    /></label>
    <p v-if="fault" class="trouble" role="alert">{{ fault.message }}</p>
    <div v-if="gone" class="acts" role="status">
      <p>{{ $t('Off the shelf. Fit files keep their own copy.') }}</p>
      <button type="button" class="press solid" @click="putBack">{{ $t('Put back') }}</button><button
        type="button"
        class="press"
        @click="emit('close')">
        {{ $t('Close') }}
      </button>
    </div>
    <div v-else class="acts">
      <button type="submit" class="press solid">{{ $t('Keep') }}</button><button
        type="button"
        class="press"
        @click="emit('close')">
        {{ $t('Close') }}</button
      ><button v-if="size" type="button" class="press bare" @click="remove">{{ $t('Take off the shelf') }}</button>
    </div>
  </form>
</template>

<style scoped>
.size-form {
  display: grid;
  gap: 8px;
}
.row {
  display: grid;
  grid-template-columns: 92px 1fr;
  align-items: center;
  gap: 8px;
  font-size: 14px;
}
input:not(.el-select__input) {
  height: 30px;
  min-width: 0;
  width: 100%;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.two {
  display: grid;
  grid-template-columns: 1fr 92px;
  gap: 6px;
}
fieldset {
  margin: 0;
  padding: 4px 0 0;
  border: 0;
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 4px 12px;
}
legend {
  padding: 0;
  font-weight: 620;
  font-size: 15px;
}
.cell {
  display: grid;
  grid-template-columns: 1fr 68px;
  align-items: center;
  gap: 2px 6px;
  font-size: 13px;
}
.way {
  grid-column: 1 / -1;
  grid-template-columns: 1fr 168px;
}
.cell input {
  font-family: var(--figures);
  text-align: right;
}
.cell small {
  grid-column: 1 / -1;
  text-align: right;
  color: var(--quiet);
  font-size: 12px;
}
.odd {
  background: var(--ochre-tint);
}
.odd small {
  color: var(--ochre);
}
.wrong input {
  outline: 2px solid var(--goal);
}
input.derived::placeholder {
  color: var(--ink);
  text-decoration: underline;
}
input.assumed::placeholder {
  color: var(--ochre);
}
.trouble {
  padding: 8px 12px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
.acts {
  display: flex;
  gap: 10px;
}
</style>
