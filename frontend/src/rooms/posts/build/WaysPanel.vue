<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'

import { useAnswer } from '@/shared/api/answers'
import { api, type Schemas, type Sheet, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import Chip from '@/shared/ui/Chip.vue'
import Choices from '@/shared/ui/Choices.vue'
import PriceBands from '@/shared/ui/PriceBands.vue'

import { useSheet } from '@/rooms/files/useSheet'

import NudgePad from './NudgePad.vue'

/** Every way to move a mark of the plan: to the goal, or by so many millimetres from where it is, free to dear. */
const props = defineProps<{ sheet: Sheet; shown: boolean }>()
type Way = Schemas['MarkWay']
const store = useSheet()
const mark = ref<'hand' | 'saddle' | 'foot'>('hand')
const toGoal = ref(true)
const by = ref({ fore: 0, up: 0 })
const asked = computed(() => ({
  mark: mark.value,
  to_goal: toGoal.value,
  fore_mm: toGoal.value ? 0 : by.value.fore,
  up_mm: toGoal.value ? 0 : by.value.up,
}))
const still = computed(() => !toGoal.value && by.value.fore === 0 && by.value.up === 0)
const { data: view, trouble: failed } = useAnswer(
  'ways',
  () => {
    const { id, revision } = props.sheet
    return props.shown && !still.value ? { fit_id: id, revision, query: asked.value } : null
  },
  ({ fit_id, query }) => take(api.GET('/api/fits/{fit_id}/ways', { params: { path: { fit_id }, query } })),
)
const worth = computed(() => view.value?.ways.filter((w) => w.worth) ?? [])
const rest = computed(() => view.value?.ways.filter((w) => !w.worth) ?? [])

onBeforeUnmount(() => show(null))

function show(way: Way | null) {
  store.preview = way ? { mark: mark.value, ...way.at } : null
}
async function go(way: Way) {
  show(null)
  const before = store.sheet?.revision
  await store.change({ do: 'build.way', ...asked.value, kinds: way.kinds })
  // There now: the next nudge counts from here. Where it was refused what was asked stays.
  if (store.sheet?.revision !== before) by.value = { fore: 0, up: 0 }
}
const MARKS = [
  { value: 'hand' as const, label: t('Hand') },
  { value: 'saddle' as const, label: t('Saddle') },
  { value: 'foot' as const, label: t('Foot') },
]
const ASKED = [
  { value: true, label: t('To the goal') },
  { value: false, label: t('Nudge') },
]
const COSTS: Record<string, string> = {
  nothing: t('nothing to do'),
  free: t('nothing to buy'),
  'small part': t('a small part'),
  part: t('a part'),
  'dear part': t('a dear part'),
}
</script>

<template>
  <div class="scroll ways">
    <div class="asked">
      <Choices :label="$t('Which mark')" :value="mark" :options="MARKS" @pick="(v) => (mark = v)" />
      <Choices :label="$t('Where to')" :value="toGoal" :options="ASKED" @pick="(v) => (toGoal = v)" />
    </div>
    <NudgePad v-if="!toGoal" :fore="by.fore" :up="by.up" @nudge="(fore, up) => (by = { fore, up })" />
    <p v-if="failed" class="warn">{{ failed }}</p>
    <p v-else-if="still" class="quiet">
      {{ $t('Say how far: every way to get there is then listed, alone or together.') }}
    </p>
    <template v-else-if="view">
      <h3 aria-live="polite">{{ view.headline }}</h3>
      <p class="small quiet">
        {{ view.within }}
        {{
          toGoal
            ? $t('Figures: what is left, forward and up.')
            : $t('Figures: what it moves the mark, forward and up. In, edge or out: by the goal.')
        }}
      </p>
      <p v-if="view.nearest" class="small">{{ $t('The nearest there is:') }}</p>
      <ol>
        <li v-for="way in view.nearest ? [view.nearest] : worth" :key="way.kinds.join()">
          <button
            type="button"
            :disabled="!way.kinds.length"
            :data-way="way.kinds.join(' ')"
            @mouseenter="show(way)"
            @mouseleave="show(null)"
            @focus="show(way)"
            @blur="show(null)"
            @click="go(way)">
            <span class="cost">{{ COSTS[way.cost] }}<PriceBands v-if="way.bands" :bands="way.bands" /></span>
            <span class="figure">{{ way.show_x }} {{ way.show_y }}</span> <Chip :word="way.verdict" />
            <span class="does">{{ way.does }}</span>
            <span class="more quiet"
              >{{ way.buys }} {{ way.also }} {{ way.room }} {{ way.alike }}
              <span v-if="way.against" class="ochre-ink">{{ way.against }}</span></span
            >
          </button>
        </li>
      </ol>
      <details v-if="rest.length">
        <summary>{{ $t('{n} more that cost more and bring nothing, or are poor work', { n: rest.length }) }}</summary>
        <ol>
          <li v-for="way in rest" :key="way.kinds.join()">
            <button type="button" @mouseenter="show(way)" @mouseleave="show(null)" @click="go(way)">
              <span class="cost">{{ COSTS[way.cost] }}</span>
              <span class="figure">{{ way.show_x }} {{ way.show_y }}</span> <Chip :word="way.verdict" />
              <span class="does">{{ way.does }}</span>
              <span v-if="way.against" class="more ochre-ink">{{ way.against }}</span>
            </button>
          </li>
        </ol>
      </details>
      <p v-if="view.never" class="small never">{{ view.never }}</p>
    </template>
  </div>
</template>

<style scoped>
.asked {
  display: flex;
  justify-content: space-between;
  padding: 4px 0 8px;
}
h3 {
  padding-top: 4px;
  font-size: 16px;
}
ol {
  margin: 4px 0 0;
  padding: 0;
  list-style: none;
  border-top: 1px solid var(--hair);
}
li {
  border-bottom: 1px solid var(--hair);
}
li button {
  display: grid;
  grid-template-columns: 1fr auto auto;
  gap: 1px 10px;
  align-items: center;
  width: 100%;
  padding: 6px 8px;
  border: 0;
  border-left: 4px solid transparent;
  background: none;
  font-size: 14px;
  text-align: left;
  cursor: pointer;
}
li button:disabled {
  color: inherit;
  cursor: default;
}
li button:not(:disabled):is(:hover, :focus-visible) {
  background: var(--sheet);
  border-left-color: var(--plan);
}
.cost {
  font-weight: 620;
}
.figure {
  font-weight: 560;
  color: var(--plan);
}
.does,
.more {
  grid-column: 1 / -1;
  line-height: 1.35;
}
.more {
  font-size: 12.5px;
}
details summary {
  padding: 8px 0 4px;
  font-size: 13px;
  cursor: pointer;
}
.never {
  padding-top: 8px;
}
</style>
