<script setup lang="ts">
import { computed, ref } from 'vue'

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
const warnings = computed(() => props.sheet.setup?.warnings ?? [])
const asked = ref('')
/** A card that must not be built from is opened only after its reasons were read. */
function ask(event: Event, href: string) {
  if (!warnings.value.length) return
  event.preventDefault()
  asked.value = href
}
const pdf = computed(() => `/api/fits/${props.sheet.id}/card.pdf?unit=${unit.value}`)
const print = computed(() => `/fits/${props.sheet.id}/card`)
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
        :href="pdf"
        target="_blank"
        rel="noopener"
        @click="ask($event, pdf)"
        >{{ $t('Open the PDF') }}</a
      >
      <a
        class="press"
        :class="{ off: !planned }"
        :href="print"
        target="_blank"
        rel="noopener"
        @click="ask($event, print)"
        >{{ $t('Print view') }}</a
      >
      <a
        class="press"
        :href="`/api/fits/${sheet.id}/handout.pdf?unit=${unit}`"
        target="_blank"
        rel="noopener"
        :title="$t('One page in plain words, with the position as a code')"
        >{{ $t('For the rider') }}</a
      >
    </div>
    <div v-if="warnings.length" class="warned" role="status">
      <b>{{ $t('Not to be built from yet; the card says so in large letters.') }}</b>
      <p v-for="w in warnings" :key="w">{{ w }}</p>
    </div>
    <el-dialog
      :model-value="Boolean(asked)"
      :title="$t('Print a card that must not be built from?')"
      width="460"
      @update:model-value="asked = ''">
      <p v-for="w in warnings" :key="w">{{ w }}</p>
      <template #footer>
        <button type="button" class="press" @click="asked = ''">{{ $t('Go back') }}</button>
        {{ ' ' }}
        <a class="press solid" :href="asked" target="_blank" rel="noopener" @click="asked = ''">{{
          $t('Open it, marked')
        }}</a>
      </template>
    </el-dialog>
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
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 12px;
}
.warned {
  margin-top: 12px;
  padding: 8px 12px;
  border: 1px solid var(--goal);
  border-left-width: 4px;
  border-radius: 3px;
  font-size: 15px;
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
