<script setup lang="ts">
import { computed, reactive, ref } from 'vue'

import { api, Refused, type Schemas, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import Choices from '@/shared/ui/Choices.vue'

/** A machine's data mended by tape: two or more settings with the mark measured, what that corrects, and what is left. */
const props = defineProps<{ machine: Schemas['Shelved'] }>()
const emit = defineEmits<{ mended: [] }>()
type Mark = 'saddle' | 'hand'
const mark = ref<Mark>('saddle')
const axes = computed(() => props.machine.file.machine[mark.value === 'saddle' ? 'saddle' : 'bar'].axes)
const blank = () => ({
  mm: [] as (number | undefined)[],
  x: undefined as number | undefined,
  y: undefined as number | undefined,
})
const rows = reactive([blank(), blank()])
const found = ref<Schemas['CalibrateOut'] | null>(null)
const trouble = ref('')
function pick(value: Mark) {
  mark.value = value
  rows.splice(0, rows.length, blank(), blank())
  found.value = null
}
const full = computed(() =>
  rows.every((r) => axes.value.every((_, i) => r.mm[i] !== undefined) && r.x !== undefined && r.y !== undefined),
)
async function work(keep: boolean) {
  trouble.value = ''
  const taped = rows.map((r) => ({ mm: r.mm.map(Number), at: { x_mm: r.x!, y_mm: r.y! } }))
  try {
    const params = { path: { machine_id: props.machine.id } }
    const body = { mark: mark.value, taped, keep }
    found.value = await take(api.POST('/api/machines/{machine_id}/calibrate', { params, body }))
    if (keep) emit('mended')
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    found.value = null
    trouble.value = `${wrong.body.message} ${wrong.body.allowed ?? ''}`
  }
}
const signed = (x: number, digits = 1) => `${x < 0 ? '−' : '+'}${Math.abs(x).toFixed(digits)}`
</script>

<template>
  <form class="mend" @submit.prevent="work(false)">
    <p class="small">
      {{ $t('Set the sliders, tape the mark from the BB; once more with the sliders elsewhere.') }}
      {{ $t('Figures are millimetres along each slider.') }}
    </p>
    <Choices
      :label="$t('Mark')"
      :value="mark"
      :options="[
        { value: 'saddle' as Mark, label: t('Saddle') },
        { value: 'hand' as Mark, label: t('Hand') },
      ]"
      @pick="pick" />
    <table>
      <thead>
        <tr>
          <th v-for="a in axes" :key="a.name">{{ a.name }}</th>
          <th>{{ $t('fore') }}</th>
          <th>{{ $t('up') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(r, n) in rows" :key="n">
          <td v-for="(a, i) in axes" :key="a.name">
            <el-input-number
              v-model="r.mm[i]"
              :controls="false"
              :aria-label="$t('{slider}, reading {n}', { slider: a.name, n: n + 1 })" />
          </td>
          <td>
            <el-input-number v-model="r.x" :controls="false" :aria-label="$t('fore, reading {n}', { n: n + 1 })" />
          </td>
          <td><el-input-number v-model="r.y" :controls="false" :aria-label="$t('up, reading {n}', { n: n + 1 })" /></td>
        </tr>
      </tbody>
    </table>
    <p class="acts">
      <button type="button" class="press low" @click="rows.push(blank())">{{ $t('One more reading') }}</button>
      <button type="submit" class="press low" :disabled="!full">{{ $t('Look') }}</button>
    </p>
    <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
    <template v-if="found">
      <p>
        {{
          $t('Origin {x} fore, {y} up; directions turned {turned}; at most {worst} mm left at a reading.', {
            x: signed(found.moved.x_mm),
            y: signed(found.moved.y_mm),
            turned: found.turned_deg.map((d) => `${signed(d)}°`).join(', '),
            worst: found.worst_mm.toFixed(1),
          })
        }}
      </p>
      <button type="button" class="press low" @click="work(true)">{{ $t('Keep it so') }}</button>
    </template>
  </form>
</template>

<style scoped>
.mend {
  display: grid;
  gap: 8px;
  padding: 10px 0;
  border-top: 1px solid var(--hair);
  justify-items: start;
}
table {
  width: 100%;
}
th {
  color: var(--quiet);
  font-size: 12px;
  font-weight: 420;
  text-align: left;
}
td :deep(.el-input-number) {
  width: 100%;
}
.acts {
  display: flex;
  gap: 10px;
}
</style>
