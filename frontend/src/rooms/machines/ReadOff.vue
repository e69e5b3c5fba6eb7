<script setup lang="ts">
import { computed, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { useAnswer } from '@/shared/api/answers'
import { api, Refused, type Schemas, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

import { beginFit, sendTo } from '@/rooms/files/begin'

import { readingsOf } from './logic'

/** What a rider rides on the machine, read off its sliders: the position it is, carried back to a bike. */
const props = defineProps<{ machine: Schemas['Shelved']; set: Schemas['Settings'] }>()
const router = useRouter()
const { unit } = useSettings()
const axes = computed(() => [
  ...props.machine.file.machine.saddle.axes.map((a) => ({ ...a, part: 'saddle' as const })),
  ...props.machine.file.machine.bar.axes.map((a) => ({ ...a, part: 'bar' as const })),
])
const mm = reactive<number[]>([])
// It begins where the rider was dialled in: only what was turned since is changed.
watch(
  () => props.set,
  (set) => mm.splice(0, mm.length, ...set.blocks.map((b) => b.mm)),
  { immediate: true },
)
const crank = ref(props.set.crank_mm)
const of = (part: 'saddle' | 'bar') => mm.filter((_, i) => axes.value[i]?.part === part)
const { data: marks } = useAnswer(
  'read off a machine',
  () =>
    mm.length === axes.value.length && mm.every(Number.isFinite)
      ? { machine_id: props.machine.id, saddle_mm: of('saddle'), bar_mm: of('bar') }
      : null,
  ({ machine_id, ...body }) =>
    take(api.POST('/api/machines/{machine_id}/marks', { params: { path: { machine_id } }, body })),
)
const trouble = ref('')
async function begin() {
  trouble.value = ''
  try {
    const params = { path: { fit_id: props.set.fit }, query: { view: 'measure' as const } }
    const { rider, measure } = await take(api.GET('/api/fits/{fit_id}/sheet', { params }))
    const made = await beginFit(rider.id, t('As ridden on {machine}', { machine: props.machine.file.name }))
    await sendTo(made, readingsOf(marks.value!, crank.value, props.machine.file.name, measure!.bar_kind))
    await router.push(`/fits/${made.id}/goal`)
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = wrong.body.message
  }
}
</script>

<template>
  <form class="read" @submit.prevent="begin">
    <p class="small">{{ $t('What the sliders stand at as it is ridden: the position that is.') }}</p>
    <label v-for="(a, i) in axes" :key="i">
      <span>{{ a.name }}</span>
      <el-select v-if="a.stops" v-model="mm[i]" filterable :aria-label="$t('{slider}, as ridden', { slider: a.name })">
        <el-option v-for="s in a.stops" :key="s.mm" :value="s.mm" :label="s.label || String(s.mm)" />
      </el-select>
      <el-input-number
        v-else
        v-model="mm[i]"
        :step="a.step_mm ?? 1"
        :min="a.least_mm ?? undefined"
        :max="a.greatest_mm ?? undefined"
        :aria-label="$t('{slider}, as ridden', { slider: a.name })" />
    </label>
    <label>
      <span>{{ $t('Crank') }}</span>
      <el-select v-model="crank" :aria-label="$t('Crank, as ridden')">
        <el-option v-for="c in machine.file.machine.cranks_mm" :key="c" :value="c" :label="String(c)" />
      </el-select>
    </label>
    <p v-if="marks" role="status">
      {{ $t('Saddle') }} <b class="figure">{{ show(marks.saddle.x_mm, unit) }} {{ show(marks.saddle.y_mm, unit) }}</b>
      {{ $t('Hand') }} <b class="figure">{{ show(marks.hand.x_mm, unit) }} {{ show(marks.hand.y_mm, unit) }}</b>
    </p>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <button type="submit" class="press low solid" :disabled="!marks">
      {{ $t('Carry it to a bike') }}
    </button>
  </form>
</template>

<style scoped>
.read {
  display: grid;
  gap: 8px;
  padding: 12px 0;
  border-top: 1px solid var(--ink);
}
label {
  display: grid;
  grid-template-columns: 1fr 170px;
  gap: 8px;
  align-items: center;
}
label :deep(.el-input-number) {
  width: 100%;
}
.figure {
  margin-right: 10px;
}
.press {
  justify-self: start;
}
.trouble {
  color: var(--goal);
}
</style>
