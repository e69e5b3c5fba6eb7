<script setup lang="ts">
import { computed } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { said, t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'
import Chip from '@/shared/ui/Chip.vue'
import WordField from '@/shared/ui/WordField.vue'
import { show, showSigned } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'

/** What was measured after the work: the marks, then the tape readings that check them against the plan. */
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
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
const checks = computed(() => props.sheet.setup?.checks ?? [])
const off = (c: (typeof checks.value)[number]) =>
  c.read_mm == null || c.should_mm == null
    ? ''
    : showSigned(Math.round(c.read_mm) - Math.round(c.should_mm), unit.value)
</script>

<template>
  <section>
    <h2>{{ $t('Measured after the work') }}</h2>
    <table>
      <thead>
        <tr>
          <th />
          <th class="plan-ink">{{ $t('Plan') }}</th>
          <th class="built-ink">{{ $t('Built') }}</th>
          <th class="off" />
        </tr>
      </thead>
      <tbody>
        <tr v-for="f in FIELDS" :key="f.name">
          <th scope="row">{{ labelOf(f) }}</th>
          <td class="figure plan-ink">{{ planOf(f.mark, f.name) }}</td>
          <td class="entry" colspan="2">
            <WordField
              :label="$t('{f}, built', { f: labelOf(f) })"
              :value="sheet.state.built?.[f.name]?.typed ?? ''"
              :fault="store.faults.get(`setup.built:${f.name}`)"
              :placeholder="$t('to check')"
              @keep="(typed) => store.change({ do: 'setup.built', mark: f.name, typed })" />
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
    <h3>{{ $t('The tape beside them') }}</h3>
    <p class="quiet small">{{ sheet.setup?.checked }}</p>
    <p v-for="slip in sheet.setup?.slips ?? []" :key="slip" class="slip">{{ slip }}</p>
    <table class="checks">
      <tbody>
        <tr v-for="c in checks" :key="c.key" :class="c.word">
          <th scope="row" :title="c.hint">{{ c.title }}</th>
          <td class="figure plan-ink">{{ c.should_mm == null ? '·' : show(c.should_mm, unit) }}</td>
          <td class="entry">
            <WordField
              :label="$t('{f}, built', { f: c.title })"
              :value="c.typed"
              :fault="store.faults.get(`setup.check:${c.key}`)"
              :placeholder="$t('to check')"
              @keep="(typed) => store.change({ do: 'setup.check', key: c.key, typed })" />
          </td>
          <td class="off figure">{{ off(c) }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  padding: 16px 24px;
  border-bottom: 1px solid var(--hair);
}
h2 {
  padding-bottom: 6px;
  font-size: 18px;
}
h3 {
  padding-top: 14px;
  font-size: 16px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
tr {
  height: 42px;
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
.checks tr {
  height: 38px;
}
.checks td {
  font-size: 16px;
}
.entry {
  width: 112px;
}
.off {
  width: 46px;
}
.suspect th,
.suspect .off,
.slip {
  color: var(--goal);
  font-weight: 620;
}
.result {
  padding-top: 10px;
}
.result .figure {
  font-size: 18px;
  font-weight: 600;
}
</style>
