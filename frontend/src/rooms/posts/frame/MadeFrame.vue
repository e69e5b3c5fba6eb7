<script setup lang="ts">
import { computed } from 'vue'

import { useAnswer } from '@/shared/api/answers'
import { api, type Schemas, type Sheet, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'
import WordField from '@/shared/ui/WordField.vue'

import { useSheet } from '@/rooms/files/useSheet'

/** The frame that would be made: each choice with who made it, the drawing, and what follows. */
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const { data: view } = useAnswer(
  'made frame',
  () => ({ fit_id: props.sheet.id, change: props.sheet.revision }),
  ({ fit_id }) => take(api.GET('/api/fits/{fit_id}/made', { params: { path: { fit_id } } })),
)
type Row = Schemas['MadeRow']
const drawing = computed(() => `/api/fits/${props.sheet.id}/frame-drawing.svg?change=${props.sheet.revision}`)
const shown = (row: Row) => (row.unit === '°' ? `${+row.value.toFixed(1)}°` : show(row.value, unit.value))
const keep = (row: Row, typed: string) => store.change({ do: 'frame.made', what: row.what, typed })
</script>

<template>
  <div v-if="view" class="have-made">
    <p v-if="view.refused" class="refused" role="alert">{{ view.refused }}</p>
    <a v-else class="page" :href="drawing" target="_blank" rel="noopener" :aria-label="$t('Drawing for a builder')">
      <img :src="drawing" alt="" />
    </a>
    <dl>
      <div v-for="row in view.rows" :key="row.what">
        <dt>{{ row.label }}</dt>
        <dd>
          <WordField
            :label="row.label"
            :value="shown(row)"
            :fault="store.faults.get(`frame.made:${row.what}`)"
            @keep="(typed) => keep(row, typed)" />
        </dd>
        <dd class="quiet small">
          <button v-if="row.set_by_hand" type="button" class="plain" @click="keep(row, '')">
            {{ $t('set; by the rules again') }}
          </button>
          <template v-else>{{ $t('by the rules') }}</template>
        </dd>
      </div>
    </dl>
    <ul>
      <li v-for="it in view.follows" :key="it.says">
        <span class="figure" :class="{ none: !it.points }">{{ it.points ? it.points.toFixed(1) : '·' }}</span>
        {{ it.says }}
      </li>
    </ul>
    <p class="acts">
      <a class="press low" :href="`/api/fits/${sheet.id}/frame-drawing.pdf`" download>{{
        $t('Drawing for a builder')
      }}</a>
    </p>
  </div>
</template>

<style scoped>
.have-made {
  padding: 8px 24px 20px;
  overflow: auto;
}
.page {
  display: block;
  border: 1px solid var(--rule);
  background: #fff;
}
.page img {
  display: block;
  width: 100%;
  aspect-ratio: 210 / 148;
  object-fit: cover;
  object-position: top;
}
dl {
  margin: 8px 0;
}
dl > div {
  display: grid;
  grid-template-columns: 1fr 104px 132px;
  gap: 8px;
  align-items: center;
  min-height: 36px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
}
dd {
  margin: 0;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 14.5px;
  line-height: 1.4;
}
li {
  display: grid;
  grid-template-columns: 40px 1fr;
  padding: 2px 0;
}
.none {
  color: var(--quiet);
}
.refused {
  color: var(--goal);
  font-weight: 560;
}
.acts {
  padding-top: 12px;
}
</style>
