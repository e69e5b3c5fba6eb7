<script setup lang="ts">
import { computed, onMounted, ref } from 'vue'

import { api, Refused, type Schemas, take } from '@/shared/api/client'
import TopBar from '@/shared/ui/TopBar.vue'
import Pick from '@/shared/ui/Pick.vue'

import './shelf.css'

import { fieldName, LENGTH_KINDS, MATERIALS, type Use, USES } from './charts'
import { t } from '@/shared/i18n'

/** A chart pasted as it stands: what every row was taken for is shown, and can be changed, before it is kept. */
type Pasted = Schemas['Pasted']
const MOST = 200_000
const text = ref('')
const facts = ref({
  frame: '',
  kind: 'road' as Schemas['Paste']['kind'],
  material: 'carbon' as Schemas['Paste']['material'],
  source: '',
  dated: '',
})
const meaning = ref<Record<string, string>>({})
const unit = ref<Record<string, 'mm' | 'cm' | 'in' | 'deg'>>({})
const kinds = ref<Pick<Schemas['Paste'], 'front_centre_kind' | 'chainstay_kind' | 'fork_length_kind'>>({})
const effectiveAt = ref('')
const seen = ref<Pasted | null>(null)
const trouble = ref('')
const done = ref('')
onMounted(() => (document.title = t('Paste a chart, Waymark')))

const tooLong = (letters: number) =>
  [
    t('That is a book, not a chart: {letters} letters, where a chart has at most {most}.', {
      letters: letters.toLocaleString('en'),
      most: MOST.toLocaleString('en'),
    }),
    t('Nothing was taken; paste the table alone.'),
  ].join(' ')

async function look(apply = false) {
  trouble.value = ''
  done.value = ''
  if (text.value.length > MOST) {
    trouble.value = tooLong(text.value.length)
    seen.value = null
    return
  }
  if (!text.value.trim()) return
  const at = Number(effectiveAt.value.replace(',', '.'))
  const effective_at_mm = effectiveAt.value.trim() && Number.isFinite(at) ? at : null
  try {
    seen.value = await take(
      api.POST('/api/shelves/frames/paste', {
        body: {
          text: text.value,
          ...facts.value,
          ...kinds.value,
          effective_at_mm,
          meaning: meaning.value,
          unit: unit.value,
          tags: [],
          apply,
        },
      }),
    )
    if (apply)
      done.value = t('{added} sizes added, {replaced} replaced.', {
        added: seen.value.added,
        replaced: seen.value.replaced,
      })
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    if (!apply) seen.value = null
    trouble.value = wrong.body.message + (wrong.body.allowed ? ` Allowed: ${wrong.body.allowed}.` : '')
  }
}
function pasted(event: ClipboardEvent) {
  const clip = event.clipboardData?.getData('text/plain') ?? ''
  if (clip.length > MOST) {
    event.preventDefault()
    trouble.value = tooLong(clip.length)
    return
  }
  meaning.value = {}
  unit.value = {}
  setTimeout(() => void look())
}
const good = computed(() => seen.value?.sizes.filter((s) => s.made) ?? [])
function mean(row: number, to: string) {
  meaning.value = { ...meaning.value, [row]: to }
  void look()
}
const said = computed(() =>
  LENGTH_KINDS.flatMap((k) =>
    k.ways.filter(([way]) => kinds.value[k.field] === way).map(([, words]) => `${k.label.toLowerCase()} ${words}`),
  ),
)
function measured(field: (typeof LENGTH_KINDS)[number]['field'], way: string) {
  kinds.value = { ...kinds.value, [field]: way || null }
  void look()
}
function measure(row: number, to: string) {
  unit.value = { ...unit.value, [row]: to as 'mm' }
  void look()
}
const figure = (value: number | null | undefined) => (value == null ? '·' : String(Math.round(value * 10) / 10))
// One line a size: what contradicts, and every single number that would mend it.
const says = (first: string, others: string[]) =>
  others.length ? t('{first}; else {or}', { first, or: others.join(', or ') }) : first
const marked = computed(() =>
  good.value
    .filter((s) => s.made!.audit.length)
    .map((s) => {
      const mends = s.made!.audit.filter((a) => a.mends_all)
      const [first, ...others] = (mends.length ? mends : s.made!.audit).map((a) =>
        t('{number} {computed} for {given}', {
          number: fieldName(a.field).toLowerCase(),
          computed: figure(a.computed),
          given: figure(a.given),
        }),
      )
      return {
        label: s.label,
        words: [mends.length ? 'likely' : 'more than one number is wrong, likely', says(first!, others)].join(' '),
      }
    }),
)
const made = (s: Pasted['sizes'][number]) => s.made!.size.chart
const SHOWN = [
  'stack_mm',
  'reach_mm',
  'head_angle_deg',
  'seat_angle_deg',
  'ett_mm',
  'head_tube_mm',
  'front_centre_mm',
  'wheelbase_mm',
  'fork_length_mm',
] as const
const isDerived = (s: Pasted['sizes'][number], n: string) => made(s).derived?.includes(n)
const isAssumed = (s: Pasted['sizes'][number], n: string) => made(s).assumed?.includes(n)
function useFor(kind: Use | '') {
  if (!kind) return
  facts.value.kind = kind
  void look()
}
</script>

<template>
  <div class="shelf">
    <TopBar />
    <main>
      <section class="list" tabindex="0" :aria-label="$t('The chart')">
        <h1>{{ $t('Paste a chart') }}</h1>
        <label class="area"
          ><span class="visually-hidden">{{ $t('The chart as it stands on the page') }}</span>
          <textarea
            v-model="text"
            rows="7"
            spellcheck="false"
            :placeholder="
              $t('Copy the table from a page or a spreadsheet and paste it here. Sizes across or down, any unit.')
            "
            @paste="pasted"
            @change="look()" />
        </label>
        <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
        <template v-if="seen">
          <h2>
            {{ $t('What each row was taken for') }}
            <small class="quiet">{{
              $t('sizes {down}; a unit in ochre was guessed from the figures; nothing is kept yet', {
                down: seen.across ? $t('across') : $t('down'),
              })
            }}</small>
          </h2>
          <table class="mapping">
            <thead>
              <tr>
                <th>{{ $t('As it stands') }}</th>
                <th>{{ $t('Taken for') }}</th>
                <th>{{ $t('Unit') }}</th>
                <th v-for="s in seen.sizes" :key="s.label" class="figure">{{ s.label }}</th>
              </tr>
            </thead>
            <tbody>
              <tr v-for="(row, i) in seen.rows" :key="i" :class="{ left: !row.quantity }">
                <th scope="row">
                  {{ row.heading }}<small v-if="row.note" class="note">{{ row.note }}</small>
                </th>
                <td class="pickers">
                  <Pick
                    :label="$t('{heading} is taken for', { heading: row.heading })"
                    :value="row.quantity ?? ''"
                    :placeholder="$t('left out')"
                    clearable
                    :options="seen.quantities.map((q) => ({ value: q, label: fieldName(q) }))"
                    @pick="(v) => mean(i, v)" />
                </td>
                <td class="pickers">
                  <Pick
                    v-if="row.quantity && row.unit !== 'deg'"
                    :label="$t('unit of {heading}', { heading: row.heading })"
                    :class="['unit', { guessed: row.guessed }]"
                    :value="row.unit ?? ''"
                    :options="['mm', 'cm', 'in'].map((u) => ({ value: u, label: u }))"
                    @pick="(v) => measure(i, v)" /><template v-else-if="row.quantity">°</template>
                </td>
                <td v-for="(cell, j) in row.cells" :key="j" class="figure" :title="cell">
                  {{ row.quantity ? figure(row.values[j]) : cell.slice(0, 8) }}
                </td>
              </tr>
            </tbody>
          </table>
          <p v-if="seen.effective_note" class="effective" role="status">
            {{ seen.effective_note }}
            <label
              >{{ $t('Holds at') }}
              <input
                v-model="effectiveAt"
                inputmode="decimal"
                :placeholder="$t('stack')"
                :aria-label="$t('Height at which the effective seat angle holds, mm above the BB')"
                @change="look()" />
              {{ $t('mm above the BB') }}</label
            >
          </p>
        </template>
      </section>
      <aside>
        <h2>{{ $t('What it is of') }}</h2>
        <label class="row"
          ><span>{{ $t('Frame') }}</span
          ><input v-model="facts.frame" maxlength="120"
        /></label>
        <label class="row"
          ><span>{{ $t('Use') }}</span
          ><Pick
            :label="$t('Use')"
            :value="facts.kind ?? ''"
            :options="USES.map((value) => ({ value, label: value }))"
            @pick="useFor"
        /></label>
        <label class="row"
          ><span>{{ $t('Material') }}</span
          ><Pick
            :label="$t('Material')"
            :value="facts.material ?? ''"
            :options="MATERIALS.map((value) => ({ value, label: value }))"
            @pick="(v) => v && (facts.material = v)"
        /></label>
        <label class="row"
          ><span>{{ $t('Source') }}</span
          ><input v-model="facts.source" maxlength="200" :placeholder="$t('whose chart')"
        /></label>
        <label class="row"
          ><span>{{ $t('Dated') }}</span
          ><input v-model="facts.dated" maxlength="10" placeholder="2026-03"
        /></label>
        <details class="ways">
          <summary>
            {{ $t('How it measures: {agrees}', { agrees: said.length ? said.join(', ') : $t('as the chart agrees') }) }}
          </summary>
          <label v-for="k in LENGTH_KINDS" :key="k.field" class="row"
            ><span>{{ k.label }}</span
            ><Pick
              :label="k.label"
              :value="kinds[k.field] ?? ''"
              :placeholder="$t('as the chart agrees')"
              clearable
              :options="k.ways.map(([value, label]) => ({ value, label }))"
              @pick="(v) => measured(k.field, v)"
          /></label>
        </details>
        <template v-if="seen">
          <h2>{{ $t('Audit') }}</h2>
          <p v-if="!marked.length" class="quiet">
            {{ $t('What can be checked agrees, in each size and from one to the next.') }}
          </p>
          <ul v-else class="audit">
            <li v-for="m in marked" :key="m.label">
              <b>{{ m.label }}</b> {{ m.words }}.
            </li>
          </ul>
          <button type="button" class="press solid" :disabled="!good.length || !facts.frame" @click="look(true)">
            {{ $t('Keep {good} {sizes}', { good: good.length, sizes: good.length === 1 ? $t('size') : $t('sizes') }) }}
          </button>
          <p v-if="!facts.frame" class="small quiet">{{ $t('Name the frame first.') }}</p>
          <p v-if="done" role="status">
            <b>{{ done }}</b> <router-link to="/frames">{{ $t('To the shelf') }}</router-link>
          </p>
          <h2>{{ $t('Sizes it gives') }}</h2>
          <ul class="sizes">
            <li v-for="s in seen.sizes" :key="s.label">
              <b>{{ s.label }}</b>
              <template v-if="s.made">
                <span
                  v-for="n in SHOWN"
                  :key="n"
                  class="given"
                  :class="{ derived: isDerived(s, n), assumed: isAssumed(s, n) }"
                  >{{ fieldName(n).toLowerCase() }} {{ figure(made(s)[n]) }}</span
                >
              </template>
              <span v-else class="ochre-ink">{{ s.trouble }}</span>
            </li>
          </ul>
          <p class="small quiet">
            <span class="given derived">{{ $t('underlined') }}</span> {{ $t('follows from the rest;') }}
            <span class="given assumed">{{ $t('dotted') }}</span> {{ $t('is assumed: ask the maker.') }}
          </p>
        </template>
      </aside>
    </main>
  </div>
</template>

<style scoped>
.area textarea {
  width: 100%;
  margin: 8px 0 12px;
  padding: 10px 12px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--paper);
  font: 420 14px/1.45 var(--figures);
  resize: vertical;
  white-space: pre;
}
.trouble {
  padding: 10px 14px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
h2 small {
  font-weight: 420;
  font-size: 14px;
}
.mapping {
  margin-top: 4px;
}
.shelf .list .mapping tbody th {
  max-width: 190px;
  font-weight: 560;
  font-size: 14px;
  padding: 3px 8px 3px 0;
}
.effective {
  padding: 8px 12px;
  background: var(--ochre-tint);
  color: var(--on-tint, #1e2a2f);
  font-size: 14px;
}
.effective label {
  white-space: nowrap;
}
.effective input {
  width: 64px;
  height: 26px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  font-family: var(--figures);
  text-align: right;
}
.ways {
  font-size: 14px;
}
.ways summary {
  cursor: pointer;
  color: var(--quiet);
}
.ways .row {
  margin-top: 6px;
}
.note {
  display: block;
  font-weight: 420;
  color: var(--ochre);
}
.left {
  color: var(--quiet);
}
.shelf .list .pickers {
  text-align: left;
}
.pickers .pick {
  width: 170px;
}
td .pick.unit {
  width: 76px;
}
.guessed :deep(.el-select__wrapper) {
  background: var(--ochre-tint);
}
.shelf .list .mapping thead th:nth-child(-n + 3) {
  text-align: left;
}
.row {
  display: grid;
  grid-template-columns: 88px minmax(0, 1fr);
  align-items: center;
  gap: 8px;
  font-size: 14px;
}
.row input:not(.el-select__input) {
  height: 32px;
  min-width: 0;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.sizes,
.audit {
  margin: 0;
  padding: 0;
  list-style: none;
  display: grid;
  gap: 6px;
  font-size: 13.5px;
}
.sizes b {
  margin-right: 6px;
  font-size: 15px;
}
.given {
  display: inline-block;
  margin-right: 9px;
}
.derived {
  text-decoration: underline;
}
.assumed {
  text-decoration: underline dotted;
  color: var(--ochre);
}
.audit li {
  padding: 4px 10px;
  background: var(--ochre-tint);
  color: var(--on-tint, #1e2a2f);
}
</style>
