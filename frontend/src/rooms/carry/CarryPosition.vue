<script setup lang="ts">
import { computed, onMounted, reactive, ref, watch } from 'vue'
import { useRouter } from 'vue-router'

import { api, Refused, type Schemas, take } from '@/shared/api/client'
import { DISCIPLINES } from '@/shared/api/lists'
import { t } from '@/shared/i18n'
import Choices from '@/shared/ui/Choices.vue'
import Pick from '@/shared/ui/Pick.vue'

import { beginFit, sendTo } from '@/rooms/files/begin'

import {
  barOf,
  type Command,
  commandsOf,
  HEIGHTS,
  missing,
  REACHES,
  RISES,
  SETBACKS,
  type Stated,
  statedOf,
  wanted,
  type Way,
} from './logic'

/** Of whom, to what, and from where: coordinates of an earlier fit, or a bike known by its parts; then the frames. */
const props = defineProps<{ fit?: { id: number; revision: number; use: string } }>()
const router = useRouter()
const way = ref<Way>('coordinates')
const name = ref('')
const use = ref(props.fit?.use ?? 'road')
const source = ref('')
const code = ref('')
const stated = reactive<Stated[]>([
  { key: 's_straight', typed: '' },
  { key: 's_behind', typed: '' },
  { key: 'hand_ahead.right', typed: '' },
  { key: 'hand_up.right', typed: '' },
])
const more = reactive<Record<string, string>>({})
const bike = reactive({
  size: '' as number | '',
  stem_length: '',
  stem_angle: '',
  spacers_under: '',
  bar: '' as number | '',
  saddle: '' as number | '',
  post_exposed: '',
  post_setback: '',
  rails_ahead: '',
})
const trouble = ref('')
const made = ref<{ id: number; revision: number } | null>(null)
// The file the position goes into: the open one, else the one begun here.
const file = computed(() => props.fit ?? made.value)
const sizes = ref<Schemas['ShelvedSize'][]>([])
const parts = ref<Schemas['ShelvedPart'][]>([])
onMounted(async () => {
  if (way.value === 'bike') await shelves()
})
async function shelves() {
  if (sizes.value.length) return
  sizes.value = await take(api.GET('/api/shelves/frames'))
  parts.value = await take(api.GET('/api/shelves/parts'))
}
watch(way, (now) => now === 'bike' && void shelves())

const rows = computed(() => ({ coordinates: [0, 1, 2, 3], bike: [0, 1], code: [] })[way.value])
const ways = [HEIGHTS, SETBACKS, REACHES, RISES]
const labels = [t('Saddle, high'), t('Saddle, back'), t('Hand, reach'), t('Hand, high')]
const used = computed(() => rows.value.map((i) => stated[i]!))
const asked = computed(() => wanted(used.value))
const lacks = computed(() => missing(way.value, stated, bike, code.value))
const frames = computed(() => sizes.value.map((s) => ({ value: s.id, label: `${s.size.frame} ${s.size.size}` })))
const bars = computed(() =>
  parts.value
    .filter((p) => p.part.kind === 'drop_bar' || p.part.kind === 'flat_bar')
    .map((p) => ({ value: p.id, label: p.part.name })),
)
const saddles = computed(() =>
  parts.value.filter((p) => p.part.kind === 'saddle').map((p) => ({ value: p.id, label: p.part.name })),
)
const uses = computed(() => Object.entries(DISCIPLINES).map(([value, label]) => ({ value, label: t(label) })))

async function carry() {
  let every = [...asked.value.map((a) => ({ key: a.key, typed: more[a.key] ?? '' })), ...used.value]
  let from = source.value.trim() || (way.value === 'bike' ? t('a known bike') : t('an earlier fit'))
  try {
    const bar: Command[] = []
    if (way.value === 'code') {
      const read = await take(api.POST('/api/positions/read', { body: { code: code.value } }))
      every = statedOf(read)
      bar.push(barOf(read))
      const named = read.day ? t('a position code of {day}', { day: read.day }) : t('a position code')
      from = source.value.trim() || named
      // Typed from paper without the sum at its end, nothing has proved a single figure of it.
      if (!read.checked) from = t('{from}, unchecked', { from })
    }
    if (!file.value) {
      const rider = await take(api.POST('/api/riders', { body: { name: name.value.trim(), about: '' } }))
      made.value = await beginFit(rider.id, t('A position carried'))
    }
    const commands = [...bar, ...commandsOf(use.value, every, from.slice(0, 60), way.value === 'bike' ? bike : null)]
    const at = file.value!
    await sendTo(at, commands)
    await router.push(`/fits/${at.id}/frame`)
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = [
      wrong.body.message,
      wrong.body.allowed && t('Allowed: {allowed}.', { allowed: wrong.body.allowed }),
    ]
      .filter(Boolean)
      .join(' ')
  }
}
</script>

<template>
  <form class="carry" :aria-label="$t('Carry a position')" @submit.prevent="carry">
    <h2>{{ $t('Carry a position') }}</h2>
    <div class="line">
      <label v-if="!fit" class="who"
        >{{ $t('Of whom') }} <input v-model="name" maxlength="120" required :placeholder="$t('name')"
      /></label>
      <label class="who"
        >{{ $t('To what') }} <Pick :label="$t('Use')" :value="use" :options="uses" @pick="(v) => (use = v)"
      /></label>
    </div>
    <Choices
      :label="$t('From')"
      :value="way"
      :options="[
        { value: 'coordinates', label: $t('coordinates') },
        { value: 'bike', label: $t('a known bike') },
        { value: 'code', label: $t('a position code') },
      ]"
      @pick="(v) => (way = v as Way)" />
    <label v-if="way === 'code'"
      >{{ $t('The line under the squares, scanned, pasted or typed') }}
      <textarea v-model="code" class="figure code" rows="3" maxlength="400" placeholder="WAYMARK1 …" />
    </label>
    <div v-if="way === 'bike'" class="bike">
      <label
        >{{ $t('Frame and size') }}
        <Pick :label="$t('Frame and size')" :value="bike.size" :options="frames" @pick="(v) => (bike.size = v)"
      /></label>
      <label
        >{{ $t('Bar') }} <Pick :label="$t('Bar')" :value="bike.bar" :options="bars" @pick="(v) => (bike.bar = v)"
      /></label>
      <label
        >{{ $t('Stem, printed') }} <input v-model="bike.stem_length" inputmode="decimal" placeholder="100"
      /></label>
      <label>{{ $t('Stem angle, as it stands') }} <input v-model="bike.stem_angle" placeholder="-6" /></label>
      <label
        >{{ $t('Spacers under it') }} <input v-model="bike.spacers_under" inputmode="decimal" placeholder="15"
      /></label>
      <label
        >{{ $t('Saddle') }}
        <Pick :label="$t('Saddle')" :value="bike.saddle" :options="saddles" @pick="(v) => (bike.saddle = v)"
      /></label>
      <label
        >{{ $t('Post showing') }} <input v-model="bike.post_exposed" inputmode="decimal" placeholder="170"
      /></label>
      <label
        >{{ $t('Post setback, printed') }} <input v-model="bike.post_setback" inputmode="decimal" placeholder="20"
      /></label>
      <label
        >{{ $t('Saddle forward on its rails') }} <input v-model="bike.rails_ahead" :placeholder="$t('0, their middle')"
      /></label>
    </div>
    <p v-if="way === 'bike'" class="quiet small">{{ $t('Or the saddle by its numbers:') }}</p>
    <div v-for="i in rows" :key="i" class="number">
      <label
        ><span>{{ labels[i] }}</span>
        <input v-model="stated[i]!.typed" class="figure" inputmode="decimal" :aria-label="labels[i]"
      /></label>
      <Pick
        :label="$t('{what}: measured how', { what: labels[i]! })"
        :value="stated[i]!.key"
        :options="ways[i]!"
        @pick="(v) => (stated[i]!.key = String(v))" />
    </div>
    <div v-for="it in asked" :key="it.key" class="number">
      <label
        ><span>{{ it.label }}</span>
        <input v-model="more[it.key]" class="figure" inputmode="decimal" :aria-label="it.label"
      /></label>
      <span class="quiet small">{{ $t('the numbers above lean on it; assumed where it is left out') }}</span>
    </div>
    <label class="from"
      >{{ $t('Where from, and when') }}
      <input v-model="source" maxlength="60" :placeholder="$t('fit in Port Ellery, March 2024')"
    /></label>
    <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
    <p class="does">
      <button type="submit" class="press solid" :disabled="lacks.length > 0">{{ $t('To the frames') }}</button>
      <span class="quiet small">{{
        lacks.length
          ? $t('Still to come: {lacks}.', { lacks: lacks.join(', ') })
          : $t('Nothing here is checked until the bike is taped.')
      }}</span>
    </p>
  </form>
</template>

<style scoped>
.carry {
  display: grid;
  gap: 10px;
  margin: 0 0 18px;
  padding: 12px 16px 14px;
  border: 1px solid var(--ink);
  border-radius: 3px;
  background: var(--paper);
}
h2 {
  font-size: 20px;
}
.line,
.bike {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px 12px;
}
label {
  display: grid;
  gap: 2px;
  font-weight: 560;
}
input {
  min-width: 0;
  height: 36px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.code {
  padding: 8px 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  font-size: 16px;
  text-transform: uppercase;
}
.number {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  align-items: center;
}
.number label {
  flex: 1 1 220px;
  grid-template-columns: 1fr 112px;
  align-items: center;
}
.number :deep(.pick),
.number > span {
  flex: 1 1 200px;
}
.number .figure {
  font-size: 20px;
  font-weight: 560;
  text-align: right;
}
.does {
  display: flex;
  gap: 12px;
  align-items: center;
}
.trouble {
  padding: 8px 12px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
</style>
