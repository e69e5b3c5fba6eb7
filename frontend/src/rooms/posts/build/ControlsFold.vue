<script setup lang="ts">
import { computed, ref } from 'vue'

import type { BuildView } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import SchoolChoice from '@/shared/ui/SchoolChoice.vue'
import TypedBox from '@/shared/ui/TypedBox.vue'

import { useSheet } from '@/rooms/files/useSheet'

/** Levers, remotes and grips as they are set, left and right, so that they can be put back; folded until wanted. */
const props = defineProps<{ controls: BuildView['bar']['controls'] }>()
const store = useSheet()
const alike = ref(!props.controls.rows.some((r) => r.differs))
const set = computed(() => props.controls.rows.filter((r) => r.left !== null || r.right !== null).length)
type Row = (typeof props.controls.rows)[number]
function keep(row: Row, side: 'left' | 'right', typed: string) {
  if (typed === (row[side] ?? '')) return
  void store.change({ do: 'build.control', side: alike.value ? 'both' : side, what: row.what, typed })
}
const SIDES = [
  { side: 'left' as const, label: t('left') },
  { side: 'right' as const, label: t('right') },
]
</script>

<template>
  <details class="controls">
    <summary>
      <b>{{ $t('Controls') }}</b>
      <span class="quiet">{{ set ? $t('{n} set, on the card', { n: set }) : $t('levers, remotes, grips') }}</span>
    </summary>
    <p v-for="line in controls.advice" :key="line" class="small">{{ line }}</p>
    <SchoolChoice
      v-if="controls.asks"
      v-bind="controls.asks"
      :whose="$t('This file’s own.')"
      @pick="(school) => store.change({ do: 'frame.school', question: 'levers', school })" />
    <label class="alike"><input v-model="alike" type="checkbox" /> {{ $t('Both sides alike') }}</label>
    <table class="bench-table">
      <thead>
        <tr>
          <th />
          <th v-for="s in SIDES" :key="s.side" scope="col">{{ s.label }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in controls.rows" :key="row.what" :class="{ differs: row.differs }">
          <th scope="row">
            {{ row.name }} <span class="small quiet">{{ row.how }}</span>
          </th>
          <td v-for="s in SIDES" :key="s.side">
            <TypedBox
              class="row-box box figure"
              :value="row[s.side] ?? ''"
              :label="`${row.name}, ${s.label}`"
              @keep="(typed) => keep(row, s.side, typed)" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-if="controls.differ" class="small ochre-ink">{{ controls.differ }}</p>
    <label v-if="controls.differ || controls.meant" class="meant"
      >{{ $t('Meant, because') }}
      <TypedBox
        class="row-box"
        :value="controls.meant"
        :label="$t('Why left and right differ')"
        @keep="(words) => store.change({ do: 'build.controls_meant', words })" />
    </label>
  </details>
</template>

<style scoped>
.controls {
  margin-top: 8px;
  padding-top: 6px;
  border-top: 1px solid var(--hair);
  font-size: 14px;
}
summary {
  cursor: pointer;
}
summary .quiet {
  margin-left: 8px;
}
p {
  padding-top: 4px;
  line-height: 1.35;
}
.alike {
  display: block;
  padding: 6px 0 2px;
}
tbody th .small {
  display: block;
}
td {
  width: 76px;
  padding: 2px 3px;
}
.box {
  text-align: center;
}
thead th + th {
  text-align: center;
}
.meant {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 8px;
  align-items: center;
  padding-top: 4px;
}
.differs .box {
  border-color: var(--ochre);
}
</style>
