<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { useAnswer } from '@/shared/api/answers'
import { api, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import Chip from '@/shared/ui/Chip.vue'
import Choices from '@/shared/ui/Choices.vue'

/** The rider's own bike on a trainer: what goes under it so that it stands as on the road. */
const props = defineProps<{ fit: number | null }>()
const emit = defineEmits<{ pick: [fit: number] }>()
const held = ref<'tyre' | 'axle'>('tyre')
const typed = ref({ rear: '', block: '', front: '' })
const number = (text: string) => (text.trim() ? Number(text.trim().replace(',', '.')) : undefined)
const isNone = (text: string) => Number.isNaN(number(text))
const { data: files } = useAnswer(
  'files',
  () => ({}),
  () => take(api.GET('/api/fits')),
)
const riders = computed(() => (files.value ?? []).filter((f) => f.now.saddle && f.now.hand))
const shown = computed(() => riders.value.find((f) => f.id === props.fit)?.id ?? riders.value[0]?.id ?? null)
watch(shown, () => (typed.value = { rear: '', block: '', front: '' }))
const { data: view, trouble } = useAnswer(
  'own bike',
  () =>
    shown.value === null || Object.values(typed.value).some(isNone)
      ? null
      : {
          fit_id: shown.value,
          held: held.value,
          rear_axle_mm: number(typed.value.rear),
          block_mm: number(typed.value.block),
          front_axle_mm: number(typed.value.front),
        },
  ({ fit_id, ...query }) => take(api.GET('/api/machines/own/{fit_id}', { params: { path: { fit_id }, query } })),
)
const HELD = [
  { value: 'tyre' as const, label: t('It holds the tyre') },
  { value: 'axle' as const, label: t('It holds the axle') },
]
const FIELDS = [
  { key: 'rear' as const, label: t('Rear axle over the floor, in the trainer') },
  { key: 'block' as const, label: t('Block under the front wheel now') },
  { key: 'front' as const, label: t('Front axle over the floor, taped to check') },
]
const SOURCES: Record<string, string> = { read: t('taped'), frame: t('of the frame'), assumed: t('assumed: tape it') }
const SCALE = 0.42
const place = (p: { x_mm: number; y_mm: number }) => ({ x: 330 + p.x_mm * SCALE, y: 420 - p.y_mm * SCALE })
</script>

<template>
  <div class="work">
    <svg v-if="view" viewBox="0 0 800 620" role="img" :aria-label="$t('{rider}, own bike', { rider: view.rider })">
      <g class="draw" :transform="`translate(330 420) scale(${SCALE} ${-SCALE})`">
        <ShapeList :shapes="view.picture" />
      </g>
      <LayerSign v-for="(p, i) in view.goals.map(place)" :key="`g${i}`" layer="goal" :x="p.x" :y="p.y" :size="9" />
      <LayerSign v-for="(p, i) in view.marks.map(place)" :key="`m${i}`" layer="plan" :x="p.x" :y="p.y" :size="6.4" />
      <text x="24" y="34" class="name">{{ view.rider }}</text>
    </svg>
  </div>
  <Teleport to="#own-bike-bench" defer>
    <template v-if="view">
      <h1>{{ view.headline }} <Chip v-if="view.taped" :word="view.within ? 'in' : 'out'" /></h1>
      <p class="quiet">{{ view.says }}</p>
    </template>
    <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
    <Choices class="held" :label="$t('How it is held')" :value="held" :options="HELD" @pick="(v) => (held = v)" />
    <label v-for="f in FIELDS" :key="f.key" class="field">
      <span>{{ f.label }}</span>
      <span
        ><input
          v-model.lazy="typed[f.key]"
          inputmode="decimal"
          class="figure small-box"
          :aria-invalid="isNone(typed[f.key])" />
        mm</span
      >
      <small v-if="isNone(typed[f.key])" role="alert" class="trouble">
        {{ $t('“{typed}” is no number of millimetres.', { typed: typed[f.key] }) }}
      </small>
    </label>
    <ul v-if="view" class="known small quiet">
      <li v-for="k in view.known" :key="k.name">
        {{ k.name }} <b class="figure">{{ k.value_mm.toFixed(0) }}</b> {{ SOURCES[k.source] }}
      </li>
    </ul>
    <h2>{{ $t('In this order') }}</h2>
    <ol v-if="view">
      <li v-for="step in view.steps" :key="step">{{ step }}</li>
    </ol>
    <h2>{{ $t('Whose bike') }}</h2>
    <ul class="riders">
      <li v-for="f in riders" :key="f.id">
        <button type="button" class="plain" :aria-pressed="f.id === shown" @click="emit('pick', f.id)">
          {{ f.rider }}
        </button>
        <span class="quiet">{{ f.bike }}</span>
      </li>
    </ul>
  </Teleport>
</template>

<style scoped>
.work {
  min-height: 0;
}
svg {
  width: 100%;
  height: 100%;
}
.name {
  font: 640 22px var(--words);
  fill: var(--ink);
}
h1 {
  font-size: 28px;
  line-height: 1.15;
}
h2 {
  margin-top: 14px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--ink);
  font-size: 18px;
}
.held {
  margin: 12px 0 8px;
}
.field {
  display: flex;
  flex-wrap: wrap;
  justify-content: space-between;
  gap: 12px;
  align-items: center;
  min-height: 36px;
  border-bottom: 1px solid var(--hair);
  font-size: 14.5px;
}
.field span:last-child {
  white-space: nowrap;
}
input {
  text-align: right;
}
ol,
.riders {
  display: grid;
  gap: 5px;
  margin: 8px 0 0;
  padding-left: 20px;
  line-height: 1.35;
}
.riders {
  padding: 0;
  list-style: none;
}
.riders li {
  display: flex;
  justify-content: space-between;
}
[aria-pressed='true'] {
  font-weight: 640;
}
.known {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
}
.trouble {
  color: var(--goal);
}
</style>
