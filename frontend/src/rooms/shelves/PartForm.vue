<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api, Refused, type Schemas, type ShelvedPart, take } from '@/shared/api/client'
import Pick from '@/shared/ui/Pick.vue'

import { KINDS } from './parts'
import { t } from '@/shared/i18n'

/** A part by hand: what its kind needs is asked, with bounds, no more. */
const props = defineProps<{ part: ShelvedPart | null; forms: Record<string, Schemas['FormField'][]> }>()
const emit = defineEmits<{ kept: []; changed: []; close: [] }>()
const kind = ref('stem')
const cells = ref<Record<string, string | boolean>>({})
const fault = ref<{ field: string; message: string } | null>(null)
// Taken off while the form is open: all that stood there can still be put back.
const gone = ref(false)
watch(
  // A part may be opened before what its kind needs is known here.
  () => [props.part, kind.value, props.forms[kind.value]] as const,
  ([part]) => {
    fault.value = null
    gone.value = false
    if (part) kind.value = part.part.kind
    const own = (part?.part ?? {}) as unknown as Record<string, unknown>
    cells.value = Object.fromEntries(
      (props.forms[kind.value] ?? []).map((f) => {
        const value = own[f.name] ?? f.usual
        if (f.takes === 'yes or no') return [f.name, Boolean(value)]
        return [f.name, Array.isArray(value) ? value.join('; ') : value == null ? '' : String(value)]
      }),
    )
  },
  { immediate: true },
)
const fields = computed(() => props.forms[kind.value] ?? [])
const bounds = (f: Schemas['FormField']) =>
  f.least == null
    ? ''
    : t('{least} to {greatest}{f}', { least: f.least, greatest: f.greatest, f: f.unit ? ` ${f.unit}` : '' })
const marks = computed(() => {
  const it = props.part?.part
  return it ? { owned: it.owned ?? false, in_stock: it.in_stock ?? true, price_band: it.price_band ?? null } : {}
})
async function keep() {
  fault.value = null
  const body = {
    ...marks.value,
    ...(props.part ? { rung: props.part.part.rung } : {}),
    ...Object.fromEntries(
      Object.entries(cells.value).map(([k, v]) => [
        k,
        typeof v === 'string' ? v.trim().replace(/^(-?\d+),(\d+)$/, '$1.$2') : v,
      ]),
    ),
    kind: kind.value,
  }
  try {
    await take(
      props.part && !gone.value
        ? api.PUT('/api/shelves/parts/{part_id}', { params: { path: { part_id: props.part.id } }, body })
        : api.POST('/api/shelves/parts', { body }),
    )
    emit('kept')
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    fault.value = { field: wrong.body.field ?? '', message: wrong.body.message }
  }
}
async function remove() {
  if (!props.part) return
  await api.DELETE('/api/shelves/parts/{part_id}', { params: { path: { part_id: props.part.id } } })
  gone.value = true
  emit('changed')
}
async function mark(body: Schemas['Marks']) {
  if (!props.part) return
  await take(api.POST('/api/shelves/parts/{part_id}/marks', { params: { path: { part_id: props.part.id } }, body }))
  emit('kept')
}
</script>

<template>
  <form class="part-form" @submit.prevent="keep">
    <h2>{{ part ? part.part.name : $t('A part by hand') }}</h2>
    <label v-if="!part" class="cell"
      ><span>{{ $t('Kind') }}</span
      ><Pick
        :label="$t('Kind')"
        :value="kind"
        :options="KINDS.map(([value, label]) => ({ value, label }))"
        @pick="(v) => v && (kind = v)"
    /></label>
    <div v-if="part" class="marks">
      <button type="button" :aria-pressed="part.part.owned ?? false" @click="mark({ owned: !part.part.owned })">
        {{ $t('owned already') }}
      </button>
      <button
        type="button"
        :aria-pressed="!(part.part.in_stock ?? true)"
        @click="mark({ in_stock: !(part.part.in_stock ?? true) })">
        {{ $t('out of stock') }}
      </button>
    </div>
    <label v-for="f in fields" :key="f.name" class="cell" :class="{ wrong: fault?.field === f.name }">
      <span
        >{{ f.label }}<small v-if="f.unit">, {{ f.unit }}</small></span
      >
      <input v-if="f.takes === 'yes or no'" v-model="cells[f.name]" type="checkbox" />
      <input
        v-else
        v-model="cells[f.name] as string"
        :required="f.required"
        :title="bounds(f)"
        :placeholder="f.takes === 'list' ? $t('with ; between') : ''"
        :aria-invalid="fault?.field === f.name" />
      <small v-if="fault?.field === f.name" class="bounds">{{ bounds(f) }}</small>
    </label>
    <p v-if="fault" class="trouble" role="alert">{{ fault.message }}</p>
    <div v-if="gone" class="acts" role="status">
      <p>{{ $t('Off the shelf. Fit files keep their own copy.') }}</p>
      <button type="submit" class="press solid">{{ $t('Put back') }}</button><button
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
      ><button v-if="part" type="button" class="press bare" @click="remove">{{ $t('Take off') }}</button>
    </div>
  </form>
</template>

<style scoped>
.part-form {
  display: grid;
  gap: 7px;
}
.cell {
  display: grid;
  grid-template-columns: 150px minmax(0, 1fr);
  align-items: center;
  gap: 2px 8px;
  font-size: 14px;
}
.cell input:not([type='checkbox'], .el-select__input) {
  height: 30px;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-family: var(--figures);
}
.cell input[type='checkbox'] {
  justify-self: start;
}
.cell small {
  color: var(--quiet);
}
.bounds {
  grid-column: 2;
}
.wrong input {
  outline: 2px solid var(--goal);
}
.marks {
  display: flex;
  gap: 8px;
}
.marks button {
  padding: 2px 9px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  cursor: pointer;
}
.marks button[aria-pressed='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--on-ink);
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
