<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import { api, type Schemas, type Sheet, type ShelvedPart, type ShelvedSize, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'
import Choices from '@/shared/ui/Choices.vue'
import { t } from '@/shared/i18n'

/** The bike's parts as they stand on the shelves, its bar, and the same position stated in every way. */
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const frames = ref<ShelvedSize[]>([])
const parts = ref<ShelvedPart[]>([])
onMounted(async () => {
  frames.value = await take(api.GET('/api/shelves/frames'))
  parts.value = await take(api.GET('/api/shelves/parts'))
})
const measure = computed(() => props.sheet.state.measure!)
const bars = computed(() => parts.value.filter((p) => p.part.kind === 'drop_bar' || p.part.kind === 'flat_bar'))
const saddles = computed(() => parts.value.filter((p) => p.part.kind === 'saddle'))
const frameId = computed(() => {
  const f = measure.value.frame
  return frames.value.find((s) => f && s.size.frame === f.frame && s.size.size === f.size)?.id ?? null
})
const partId = (name: 'bar' | 'saddle') =>
  parts.value.find(
    (p) => p.part.name === measure.value[name]?.name && (name === 'saddle') === (p.part.kind === 'saddle'),
  )?.id ?? null
const KINDS = [
  { value: 'drop', label: t('Drop') },
  { value: 'flat', label: t('Flat or riser') },
  { value: 'aero', label: t('Aero') },
] as const
const TAPES = [
  { value: 'hand', label: t('At the hand itself') },
  { value: 'middle', label: t('In the middle') },
] as const
const WAYS = {
  saddle_height: t('Saddle height'),
  setback: t('Setback'),
  hand_reach: t('Bar, how far'),
  hand_height: t('Bar, how high'),
} as const
const ASSUMED: Record<string, string> = {
  crank: t('crank'),
  seat_angle: t('seat-tube angle'),
  nose_to_s: t('nose ahead of the mark'),
  bb_height: t('BB above the floor'),
  hand_ahead: t('hand ahead of the clamp'),
  hand_above: t('hand above the clamp'),
  foot_stack: t('axle to sole'),
  hand_side: t('how far out the hands are'),
}
const value = (w: Schemas['StatedAs']) =>
  w.value == null ? '·' : w.unit === '°' ? `${w.value.toFixed(1)}°` : show(w.value, unit.value)
</script>

<template>
  <section class="bike">
    <Choices
      :label="$t('Bar kind')"
      large
      :value="sheet.measure!.bar_kind"
      :options="KINDS"
      @pick="(kind) => store.change({ do: 'measure.bar_kind', kind })" />
    <div class="tape">
      <span>{{ $t('A straight tape to the hands ends') }}</span>
      <Choices
        :label="$t('Where a straight tape to the hands ends')"
        :value="sheet.measure!.tape"
        :options="TAPES"
        @pick="(ends) => store.change({ do: 'measure.tape', ends })" />
    </div>
    <label
      >{{ $t('Frame on the shelf') }}
      <el-select
        :model-value="frameId"
        clearable
        filterable
        :placeholder="$t('not on the shelf: drawn from what is read')"
        :empty-values="[null, undefined]"
        :aria-label="$t('Frame as it stands')"
        @update:model-value="(v: number | undefined) => store.change({ do: 'measure.frame', size: v ?? null })">
        <el-option v-for="s in frames" :key="s.id" :value="s.id" :label="`${s.size.frame} ${s.size.size}`" />
      </el-select>
    </label>
    <label
      >{{ $t('Bar') }}
      <el-select
        :model-value="partId('bar')"
        clearable
        filterable
        :placeholder="$t('not known')"
        :aria-label="$t('Bar')"
        @update:model-value="
          (v: number | undefined) => store.change({ do: 'measure.part', what: 'bar', part: v ?? null })
        ">
        <el-option v-for="p in bars" :key="p.id" :value="p.id" :label="p.part.name" />
      </el-select>
    </label>
    <label
      >{{ $t('Saddle, goes over to the new bike') }}
      <el-select
        :model-value="partId('saddle')"
        clearable
        filterable
        :placeholder="$t('not known')"
        :aria-label="$t('Saddle')"
        @update:model-value="
          (v: number | undefined) => store.change({ do: 'measure.part', what: 'saddle', part: v ?? null })
        ">
        <el-option v-for="p in saddles" :key="p.id" :value="p.id" :label="p.part.name" />
      </el-select>
    </label>
    <p v-if="sheet.measure!.assumed.length" class="small ochre-ink">
      {{
        $t('Assumed until it is read: {lengths}.', {
          lengths: sheet.measure!.assumed.map((a) => ASSUMED[a]).join(', '),
        })
      }}
    </p>
    <h2>{{ $t('The same position, stated') }}</h2>
    <dl v-for="(label, name) in WAYS" :key="name" :aria-label="$t('{label} in every way', { label })">
      <dt>{{ label }}</dt>
      <dd v-for="w in sheet.measure!.ways[name]" :key="w.way">
        <span>{{ w.label }}</span><b class="figure">{{ value(w) }}</b>
      </dd>
    </dl>
  </section>
</template>

<style scoped>
.bike {
  display: grid;
  gap: 10px;
  align-content: start;
  padding: 14px 24px;
}
label {
  display: grid;
  gap: 4px;
  font-weight: 560;
}
.tape {
  display: grid;
  gap: 4px;
  font-weight: 560;
}
h2 {
  padding-top: 6px;
  font-size: 16px;
}
dl {
  margin: 0;
  border-top: 1px solid var(--hair);
}
dt {
  padding-top: 5px;
  font-weight: 560;
}
dd {
  display: flex;
  justify-content: space-between;
  margin: 0;
  font-size: 14px;
  color: var(--quiet);
}
dd b {
  color: var(--ink);
  font-weight: 500;
}
</style>
