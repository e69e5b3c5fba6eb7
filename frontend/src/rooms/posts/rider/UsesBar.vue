<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Sheet } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'
import TypedBox from '@/shared/ui/TypedBox.vue'
import { held, USE_LABELS, useLabel, useNote } from './record'

/** The shares of use as one bar; an edge dragged, or moved by arrow keys, changes its two neighbours alone. */
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const bar = ref<HTMLElement>()
const drag = ref<{ edge: number; from: number; by: number } | null>(null)
const editing = ref<number | null>(null)
const uses = computed(() => props.sheet.rider.profile.uses ?? [])
const kept = computed(() => uses.value.map((u) => u.share))
const shares = computed(() => (drag.value ? held(kept.value, drag.value.edge, drag.value.by) : kept.value))
const free = computed(() => Object.keys(USE_LABELS).filter((name) => !uses.value.some((u) => u.use === name)))
const sum = computed(() =>
  shares.value.length ? `${shares.value.join(' + ')} = ${shares.value.reduce((a, b) => a + b, 0)} %` : '',
)
const upTo = (i: number) => shares.value.slice(0, i + 1).reduce((a, b) => a + b, 0)

function down(event: PointerEvent, edge: number) {
  drag.value = { edge, from: event.clientX, by: 0 }
  ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
}
function move(event: PointerEvent) {
  if (!drag.value || !bar.value) return
  drag.value = { ...drag.value, by: Math.round(((event.clientX - drag.value.from) / bar.value.clientWidth) * 100) }
}
async function up() {
  const it = drag.value
  if (it?.by) await store.moveUse({ what: 'edge', at: it.edge, by_percent: it.by })
  drag.value = null
}
function key(event: KeyboardEvent, edge: number) {
  const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
  if (!by) return
  event.preventDefault()
  void store.moveUse({ what: 'edge', at: edge, by_percent: by * (event.shiftKey ? 5 : 1) })
}
function change(i: number, part: Record<string, unknown>) {
  void store.editRider({ uses: uses.value.map((u, k) => (k === i ? { ...u, ...part } : u)) }, 'uses', '')
}
const hours = (typed: string) => {
  const n = Number(typed.replace(',', '.').replace(/[^\d.]/g, ''))
  return n > 0 ? n : null
}
function takeOut() {
  void store.moveUse({ what: 'remove', at: editing.value! })
  editing.value = null
}
</script>

<template>
  <section class="uses">
    <h2>
      {{ $t('Uses') }} <span class="figure quiet">{{ sum }}</span>
      {{ ' ' }}
      <small v-if="uses.length > 1" class="quiet">{{ $t('drag an edge: its two neighbours share it') }}</small>
    </h2>
    <div v-if="uses.length" ref="bar" class="bar">
      <div
        v-for="(u, i) in uses"
        :key="u.use"
        class="share figure"
        :class="`k${i % 4}`"
        :style="{ width: `${shares[i]}%` }">
        {{ shares[i]! >= 4 ? shares[i] : '' }}
      </div>
      <button
        v-for="(u, i) in uses.slice(0, -1)"
        :key="`e${u.use}`"
        type="button"
        class="edge"
        role="slider"
        :style="{ left: `${upTo(i)}%` }"
        :aria-label="$t('Edge between {use} and {use2}', { use: useLabel(u.use), use2: useLabel(uses[i + 1]!.use) })"
        :aria-valuenow="shares[i]"
        aria-valuemin="1"
        aria-valuemax="99"
        @pointerdown="down($event, i)"
        @pointermove="move"
        @pointerup="up"
        @pointercancel="drag = null"
        @keydown="key($event, i)" />
    </div>
    <div class="names">
      <div v-for="(u, i) in uses" :key="u.use" class="use" :style="{ width: `${shares[i]}%` }">
        <button type="button" class="name" :aria-expanded="editing === i" @click="editing = editing === i ? null : i">
          {{ useLabel(u.use) }}
        </button>
        <small class="quiet">{{ useNote(u) }}</small>
      </div>
    </div>
    <div v-if="editing !== null && uses[editing]" class="edit">
      <b>{{ useLabel(uses[editing]!.use) }}</b>
      <label
        >{{ $t('hours an outing') }}
        <TypedBox
          :value="uses[editing]!.hours"
          inputmode="decimal"
          @keep="(t) => change(editing!, { hours: hours(t) })"
      /></label>
      <label
        >{{ $t('with whom, when') }}
        <TypedBox :value="uses[editing]!.note" maxlength="80" @keep="(t) => change(editing!, { note: t })"
      /></label>
      <button type="button" class="press low" @click="takeOut">{{ $t('Take out') }}</button>
    </div>
    <p v-if="free.length" class="add">
      <span class="quiet small">{{ uses.length ? $t('Also for') : $t('What will the bike be used for?') }}</span>
      {{ ' ' }}
      <button v-for="name in free" :key="name" type="button" @click="store.moveUse({ what: 'add', at: 0, use: name })">
        {{ useLabel(name) }}
      </button>
    </p>
  </section>
</template>

<style scoped>
.uses {
  padding-top: 14px;
}
h2 {
  display: flex;
  gap: 14px;
  align-items: baseline;
  padding-bottom: 5px;
  font-size: 18px;
}
h2 span {
  margin-left: auto;
  font-size: 14px;
  font-weight: 420;
}
h2 small {
  font-size: 13px;
  font-weight: 420;
}
.bar {
  position: relative;
  display: flex;
  height: 44px;
}
.share {
  display: grid;
  align-items: center;
  padding-left: 12px;
  overflow: hidden;
  font-size: 22px;
  font-weight: 560;
}
.k0 {
  background: color-mix(in srgb, var(--plan) 42%, var(--ink));
  color: var(--on-ink);
}
.k1 {
  background: color-mix(in srgb, var(--plan) 38%, var(--sheet));
  color: var(--ink);
}
.k2 {
  background: color-mix(in srgb, var(--plan) 18%, var(--sheet));
  color: var(--ink);
}
.k3 {
  background: var(--tyre);
  color: var(--ink);
}
.edge {
  position: absolute;
  top: -5px;
  width: 8px;
  height: 54px;
  margin-left: -4px;
  padding: 0;
  border: 1.6px solid var(--ink);
  border-radius: 3px;
  background: var(--sheet);
  cursor: ew-resize;
  touch-action: none;
}
.names {
  display: flex;
  padding-top: 7px;
}
.use {
  display: grid;
  align-content: start;
  min-width: 62px;
  padding: 0 4px 0 12px;
}
.name {
  padding: 0;
  border: 0;
  background: none;
  font-weight: 620;
  text-align: left;
  white-space: nowrap;
  cursor: pointer;
}
.use small {
  font-size: 12.5px;
  line-height: 1.3;
}
.edit {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 8px 12px;
  margin-top: 6px;
  background: var(--paper);
}
.edit input {
  width: 130px;
  height: 28px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.edit label:first-of-type input {
  width: 52px;
}
.add {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  align-items: baseline;
  padding-top: 6px;
}
.add button {
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  font-size: 13.5px;
  cursor: pointer;
}
</style>
