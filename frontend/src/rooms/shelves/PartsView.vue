<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import { api, type Schemas, type ShelvedPart, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import TopBar from '@/shared/ui/TopBar.vue'
import Choices from '@/shared/ui/Choices.vue'
import HelpDrawer from '@/shared/ui/HelpDrawer.vue'

import formats from '../../../../docs/formats.md?raw'

import './shelf.css'

import ImportPanel from './ImportPanel.vue'
import PartForm from './PartForm.vue'
import { columnsOf, figureOf, KINDS, stemGrid } from './parts'
import { t } from '@/shared/i18n'

const { unit } = useSettings()
const parts = ref<ShelvedPart[]>([])
const asked = ref('')
async function read() {
  parts.value = await take(api.GET('/api/shelves/parts'))
}
const forms = ref<Record<string, Schemas['FormField'][]>>({})
const opened = ref<ShelvedPart | 'new' | null>(null)
const shown = ref('')
onMounted(async () => {
  document.title = t('Parts, Waymark')
  void read()
  forms.value = await take(api.GET('/api/shelves/part-forms'))
})
async function kept() {
  const was = opened.value
  await read()
  opened.value = was && was !== 'new' ? (parts.value.find((p) => p.id === was.id) ?? null) : null
}
const groups = computed(() =>
  KINDS.map(([kind, label]) => ({
    kind,
    label,
    list: parts.value.filter(
      (p) => p.part.kind === kind && p.part.name.toLowerCase().includes(asked.value.toLowerCase()),
    ),
  })).filter((g) => g.list.length),
)
const grids = computed(() => stemGrid(parts.value.map((p) => p.part)))
const help = ref(false)
</script>

<template>
  <div class="shelf">
    <TopBar
      ><input v-model="asked" type="search" class="ask" :placeholder="$t('part')" :aria-label="$t('Find a part')"
    /></TopBar>
    <main>
      <section class="list" tabindex="0" :aria-label="$t('Parts')">
        <h1>
          {{ $t('Parts') }} <small class="quiet">{{ $t('{parts} on the shelf', { parts: parts.length }) }}</small>
        </h1>
        <Choices
          class="kinds"
          :label="$t('Kind of part')"
          :value="shown"
          :options="[{ value: '', label: $t('all') }, ...KINDS.map(([value, label]) => ({ value, label: $t(label) }))]"
          @pick="(v) => (shown = v)" />
        <article v-for="grid in shown && shown !== 'stem' ? [] : grids" :key="grid.clamp">
          <h2>
            {{ $t('Stems, {clamp} clamp', { clamp: grid.clamp }) }}
            <small class="quiet">{{ $t('length across, angle as printed down') }}</small>
          </h2>
          <table class="grid">
            <thead>
              <tr>
                <th />
                <th v-for="l in grid.lengths" :key="l" class="figure">{{ l }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="row in grid.rows" :key="row.angle">
                <th class="figure">{{ row.angle > 0 ? '+' : row.angle < 0 ? '−' : '' }}{{ Math.abs(row.angle) }}°</th>
                <td v-for="(has, i) in row.has" :key="i" :class="{ has }">
                  <svg v-if="has" width="16" height="12" viewBox="-8 -6 16 12" role="img" :aria-label="has">
                    <title>{{ has }}</title>
                    <path d="M-6 0H6" />
                    <circle r="3.4" />
                  </svg>
                </td>
              </tr>
            </tbody>
          </table>
        </article>
        <article
          v-for="g in groups.filter((x) => (shown ? x.kind === shown : x.kind !== 'stem' || asked))"
          :key="g.kind">
          <h2>
            {{ $t(g.label) }} <small class="quiet">{{ g.list.length }}</small>
          </h2>
          <table>
            <thead>
              <tr>
                <th>{{ $t('Name') }}</th>
                <th v-for="c in columnsOf(g.kind)" :key="c[0]">{{ $t(c[1]) }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="p in g.list" :key="p.id" :class="{ out: p.part.in_stock === false && !p.part.owned }">
                <th scope="row">
                  <button type="button" class="open" @click="opened = p">{{ p.part.name }}</button><small
                    v-if="p.part.owned">
                    {{ $t('owned') }}</small
                  ><small v-else-if="p.part.in_stock === false"> {{ $t('out of stock') }}</small>
                </th>
                <td v-for="c in columnsOf(g.kind)" :key="c[0]" class="figure">{{ figureOf(p.part, c[0], unit) }}</td>
              </tr>
            </tbody>
          </table>
        </article>
        <p v-if="!parts.length" class="quiet">{{ $t('The shelf is empty. Read a parts file to fill it.') }}</p>
      </section>
      <aside v-if="opened">
        <PartForm
          :part="opened === 'new' ? null : opened"
          :forms="forms"
          @kept="kept"
          @changed="read"
          @close="opened = null" />
      </aside>
      <aside v-else>
        <h2>{{ $t('Add parts') }}</h2>
        <div>
          <button type="button" class="press solid" @click="opened = 'new'">{{ $t('By hand') }}</button>
        </div>
        <p class="quiet">
          {{ $t('Press a name to change a part, or to mark it owned or out of stock.') }}
          {{ $t('The search leaves out what cannot be had.') }}
        </p>
        <h2>{{ $t('Take in, hand out') }}</h2>
        <p class="quiet">
          {{ $t('One part a line, its kind first. Only the columns of its kind are filled; see') }}
          <button type="button" class="help-link" @click="help = true">{{ $t('these columns') }}</button>.
        </p>
        <ImportPanel shelf="parts" @taken="read" />
      </aside>
    </main>
    <HelpDrawer v-model="help" :title="$t('Columns of the shelf files')" :page="formats" />
  </div>
</template>

<style scoped>
.kinds {
  padding: 10px 0 2px;
}
.open {
  padding: 0;
  text-align: left;
  white-space: nowrap;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  font: inherit;
  cursor: pointer;
}
.out th,
.out td {
  color: var(--quiet);
}
th small {
  font-weight: 420;
  color: var(--ochre);
}
h2 small {
  font-weight: 420;
  font-size: 15px;
}
tbody th {
  font-weight: 560;
}
article {
  padding-top: 20px;
}
article h2 {
  padding-bottom: 4px;
  font-size: 20px;
}
.grid {
  table-layout: fixed;
}
.grid th:first-child {
  width: 52px;
}
.shelf .grid thead th {
  text-align: center;
  padding: 3px 0;
}
.shelf .grid td {
  padding: 0;
  text-align: center;
}
.has {
  background: color-mix(in srgb, var(--plan) 10%, transparent);
}
.grid path {
  stroke: var(--plan);
  stroke-width: 2;
}
.grid circle {
  fill: var(--plan);
}
.help-link {
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--quiet);
  background: none;
  color: inherit;
  cursor: pointer;
}
</style>
