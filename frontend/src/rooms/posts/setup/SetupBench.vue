<script setup lang="ts">
import { computed } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { said, t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'
import Chip from '@/shared/ui/Chip.vue'
import WordField from '@/shared/ui/WordField.vue'

import { useSheet } from '@/rooms/files/useSheet'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const planned = computed(() => Boolean(props.sheet.state.build?.stem))
const FIELDS = [
  { mark: 'saddle', name: 'saddle_x', way: said('fore') },
  { mark: 'saddle', name: 'saddle_y', way: said('up') },
  { mark: 'hand', name: 'hand_x', way: said('fore') },
  { mark: 'hand', name: 'hand_y', way: said('up') },
] as const
const labelOf = (f: (typeof FIELDS)[number]) =>
  `${props.sheet.ledger.find((r) => r.mark === f.mark)?.label ?? f.mark}, ${t(f.way)}`
const planOf = (mark: string, name: string) => {
  const cell = props.sheet.ledger.find((r) => r.mark === mark)?.cells.plan
  return cell ? (name.endsWith('_x') ? cell.show_x : cell.show_y) : '·'
}
const rows = computed(() => props.sheet.ledger.filter((r) => r.miss?.of === 'built'))
</script>

<template>
  <header>
    <h1>{{ $t('Workshop card') }}</h1>
    <p class="quiet">
      {{ $t('One page, in the order of work. Torque is never filled in: it is printed on the part.') }}
    </p>
    <div class="acts">
      <a
        class="press solid"
        :class="{ off: !planned }"
        :href="`/api/fits/${sheet.id}/card.pdf?unit=${unit}`"
        target="_blank"
        rel="noopener"
        >{{ $t('Open the PDF') }}</a
      >
      <router-link class="press" :class="{ off: !planned }" :to="`/fits/${sheet.id}/card`" target="_blank">{{
        $t('Print view')
      }}</router-link>
    </div>
  </header>
  <section>
    <h2>{{ $t('Measured after the work') }}</h2>
    <table>
      <thead>
        <tr>
          <th />
          <th class="plan-ink">{{ $t('Plan') }}</th>
          <th class="built-ink">{{ $t('Built') }}</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in FIELDS" :key="f.name">
          <th scope="row">{{ labelOf(f) }}</th>
          <td class="figure plan-ink">{{ planOf(f.mark, f.name) }}</td>
          <td class="entry">
            <WordField
              :label="$t('{f}, built', { f: labelOf(f) })"
              :value="sheet.state.built?.[f.name]?.typed ?? ''"
              :fault="store.faults.get(`setup.built:${f.name}`)"
              :placeholder="$t('to check')"
              @keep="(t) => store.change({ do: 'setup.built', mark: f.name, typed: t })" />
          </td>
        </tr>
      </tbody>
    </table>
    <p v-for="row in rows" :key="row.mark" class="result">
      <b>{{ row.label }}</b> {{ $t('built less goal') }}
      <span class="figure built-ink">{{ row.miss!.show_x }} {{ row.miss!.show_y }}</span>
      {{ ' ' }}
      <Chip :word="row.miss!.verdict" />
    </p>
  </section>
  <section class="grow" tabindex="0" :aria-label="$t('Care')">
    <h2>{{ $t('Care') }}</h2>
    <ul>
      <li v-for="c in sheet.setup?.cautions ?? []" :key="c">{{ c }}</li>
    </ul>
  </section>
  <section>
    <a class="press low" :href="`/api/fits/${sheet.id}/file`" :download="`fit-${sheet.id}.waymark.json`">{{
      $t('Export the fit file')
    }}</a>
  </section>
</template>

<style scoped>
header,
section {
  padding: 16px 24px;
  border-bottom: 1px solid var(--hair);
}
.grow {
  overflow: auto;
  min-height: 80px;
}
h1 {
  font-size: 30px;
}
h2 {
  padding-bottom: 6px;
  font-size: 18px;
}
.acts {
  display: flex;
  gap: 12px;
  padding-top: 12px;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
.off {
  opacity: 0.45;
  pointer-events: none;
}
table {
  width: 100%;
  border-collapse: collapse;
}
tr {
  height: 44px;
  border-bottom: 1px solid var(--hair);
}
thead tr {
  height: 28px;
}
th {
  text-align: left;
  font-weight: 420;
}
thead th {
  text-align: right;
  font-weight: 640;
  padding-right: 8px;
}
td {
  text-align: right;
  font-size: 19px;
  font-weight: 560;
}
.entry {
  width: 130px;
}
.result {
  padding-top: 10px;
}
.result .figure {
  font-size: 18px;
  font-weight: 600;
}
ul {
  margin: 0;
  padding-left: 18px;
  font-size: 14px;
}
li {
  padding-bottom: 4px;
}
</style>
