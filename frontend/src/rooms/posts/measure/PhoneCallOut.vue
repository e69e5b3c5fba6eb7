<script setup lang="ts">
import { computed, onMounted, ref, watch } from 'vue'

import type { Schemas, Sheet } from '@/shared/api/client'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { fit, toScreen } from '@/shared/drawing/screen'
import { useSettings } from '@/shared/settings'

import { read, titleOf } from './callout'
import CallOutEntry from './CallOutEntry.vue'
import Findings from './Findings.vue'
import PromptsDialog from './PromptsDialog.vue'
import { useCallOut } from './useCallOut'

/** The call-out at a phone's width: one prompt, large keys, and a word on the reading before. */
const props = defineProps<{ sheet: Sheet }>()
const call = useCallOut()
const { unit, toggleUnit } = useSettings()
const all = ref(false)
onMounted(() => {
  call.begin(props.sheet.id)
  void call.findInstruments()
})
watch(
  () => props.sheet.id,
  (id) => call.begin(id),
)

const WIDE = 390
const HIGH = 168
const asked = computed(() => props.sheet.measure!.dimensions.find((d) => d.key === call.current))
const frame = computed(() => {
  const [x0, , x1, y1] = props.sheet.picture!.bounds as [number, number, number, number]
  // The upper half of the bike, where the tape lies; all of it where the floor is asked for.
  const floor = asked.value && asked.value.y_mm < 250
  const bottom = floor ? props.sheet.picture!.bounds[1]! : Math.min(330, asked.value ? asked.value.y_mm - 150 : 330)
  return fit(
    [x0 + 160, bottom, x1 - 130, Math.max(y1, 820)],
    { width: WIDE, height: HIGH },
    { left: 6, right: 6, top: 4, bottom: 4 },
  )
})
const at = (x: number, y: number) => toScreen(frame.value, x, y)
const place = computed(() => call.turn.findIndex((it) => it.key === call.current) + 1)
const before = computed(() => call.asked.find((it) => it.key === call.before))
// A reading also brings up what it parts from: bar and tape are told with whichever of them came last.
const speaksOf = (f: Schemas['Finding'], key: string) =>
  f.key.split('#')[0] === key || f.remedies.some((r) => r.key === key)
const finding = computed(() =>
  props.sheet.measure!.findings.filter((f) => before.value && speaksOf(f, before.value.key)),
)
const verdict = computed(() => {
  const line = props.sheet.measure!.agreement.find((a) => a.key === call.before || a.key === call.before?.split('.')[0])
  return line?.word ?? null
})
const others = computed(() => props.sheet.measure!.findings.filter((f) => !finding.value.includes(f)))
// What is still to be settled waits behind one line, so that the drawing stays while the tape goes on.
const open = ref(false)
const settling = computed(() =>
  finding.value.length ? finding.value : open.value || !before.value ? others.value.slice(0, open.value ? 9 : 1) : [],
)
watch(
  () => call.current,
  () => (open.value = false),
)
// Halves are of inches; in mm and degrees the sign is wanted.
const KEYS = computed(() => [
  '7',
  '8',
  '9',
  '⌫',
  '4',
  '5',
  '6',
  '=',
  '1',
  '2',
  '3',
  'keep',
  ',',
  '0',
  unit.value === 'in' && call.prompt?.unit === 'mm' ? '½' : '−',
])
function press(key: string) {
  if (key === '⌫') call.draft = call.draft.slice(0, -1)
  else if (key === '=') void call.again()
  else if (key === 'keep') void call.keep()
  else if (key === '½') call.draft += ' 1/2'
  else if (key === '−') call.draft = call.draft.startsWith('-') ? call.draft.slice(1) : `-${call.draft}`
  else call.draft += key
}
// The question stays on the picture, wherever its place is.
const inside = ({ x, y }: { x: number; y: number }) =>
  `translate(${Math.min(WIDE - 40, Math.max(40, x))} ${Math.min(HIGH - 18, Math.max(18, y))})`
</script>

<template>
  <main v-if="sheet.measure && sheet.picture" class="phone">
    <header>
      <router-link to="/" :aria-label="$t('Day book')"
        ><svg width="18" height="22" viewBox="0 0 18 22" aria-hidden="true"><path d="M14 3L5 11l9 8" /></svg
      ></router-link>
      <div class="who">
        <b>{{ sheet.rider.name }}</b><small>{{
          $t('Measure, {group} {place} of {turn}', {
            group: (call.prompt?.group ?? '').toLowerCase(),
            place,
            turn: call.turn.length,
          })
        }}</small>
      </div>
      <div class="units" role="group" :aria-label="$t('Units')">
        <button
          v-for="u in ['mm', 'in'] as const"
          :key="u"
          type="button"
          :aria-pressed="unit === u"
          @click="unit !== u && toggleUnit()">
          {{ u }}
        </button>
      </div>
    </header>
    <svg
      class="stakes"
      :viewBox="`0 0 ${Math.max(1, call.turn.length) * 14} 18`"
      preserveAspectRatio="none"
      aria-hidden="true">
      <path
        v-for="(it, i) in call.turn"
        :key="it.key"
        :d="`M${i * 14 + 4} 18V${it.key === call.current ? 3 : 8}l3 -3l3 3V18`"
        :class="{ full: read(it) || it.key === call.current }" />
    </svg>
    <svg
      v-if="!settling.length"
      class="strip"
      :viewBox="`0 0 ${WIDE} ${HIGH}`"
      role="img"
      :aria-label="call.prompt ? titleOf(call.prompt) : ''">
      <g
        class="draw"
        :class="{ sketch: sheet.picture.sketch }"
        :transform="`translate(${frame.left} ${frame.top}) scale(${frame.scale} ${-frame.scale})`">
        <g class="bike">
          <ShapeList :shapes="sheet.picture.far" />
          <ShapeList :shapes="sheet.picture.bike" />
          <ShapeList :shapes="sheet.picture.crank" />
        </g>
        <path v-for="(l, i) in asked?.lines ?? []" :key="i" :d="l.d" :class="`asked-${l.s}`" />
      </g>
      <g v-if="asked" :transform="inside(at(asked.x_mm, asked.y_mm))">
        <rect x="-32" y="-15" width="64" height="30" rx="3" />
        <text y="6.5" text-anchor="middle">{{ call.draft ? `${call.draft.slice(0, 5)}…` : '?' }}</text>
      </g>
    </svg>
    <p v-if="before && !settling.length" class="before">
      <span class="quiet">{{ $t('Before') }}</span> {{ titleOf(before) }}
      <b class="figure">{{ before.typed.join(', ') }}</b><span
        v-if="verdict"
        class="chip"
        :class="verdict.replace(' ', '-')"
        >{{ verdict }}</span
      >
    </p>
    <p v-else-if="!settling.length" class="before quiet">{{ $t('Read it, type it, keep it.') }}</p>
    <button v-if="before && others.length && !finding.length" type="button" class="waiting" @click="open = !open">
      <b>{{ $t('To settle') }}</b> {{ others[0]!.title
      }}<template v-if="others.length > 1">, {{ $t('{n} more', { n: others.length - 1 }) }}</template>
    </button>
    <div v-if="settling.length" class="settle">
      <Findings :findings="settling" />
    </div>
    <CallOutEntry phone />
    <div class="pad">
      <button
        v-for="k in KEYS"
        :key="k"
        type="button"
        :class="{ keep: k === 'keep', small: k === '=' }"
        :aria-label="
          k === '⌫'
            ? $t('Delete')
            : k === '='
              ? $t('Second reading')
              : k === 'keep'
                ? $t('Keep')
                : k === '−'
                  ? $t('Sign')
                  : undefined
        "
        :disabled="k === 'keep' && !call.draft"
        @click="press(k)">
        <template v-if="k === '='">{{ $t('second') }}<br />{{ $t('reading') }}</template
        ><template v-else-if="k === 'keep'">{{ $t('Keep') }}</template
        ><template v-else>{{ k }}</template>
      </button>
    </div>
    <footer>
      <button type="button" @click="call.later()">{{ $t('Later') }}</button>
      <button type="button" @click="call.step(-1)">{{ $t('Back') }}</button>
      <button v-if="call.instrument" type="button" @click="call.press()">{{ call.instrument.label }}</button>
      <button type="button" @click="all = true">{{ $t('All {turn}', { turn: call.turn.length }) }}</button>
    </footer>
    <PromptsDialog v-model="all" />
  </main>
</template>

<style scoped>
.phone {
  display: flex;
  flex-direction: column;
  height: 100%;
  max-width: 480px;
  margin: 0 auto;
  background: var(--sheet);
  overflow: auto;
}
header {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 10px 20px 6px;
  background: var(--paper);
}
header a {
  display: grid;
  place-items: center;
  width: 32px;
  height: 40px;
}
header path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2.4;
}
.who {
  display: grid;
  flex: 1;
  min-width: 0;
}
.who b {
  font-size: 17px;
  font-weight: 640;
}
.who small {
  overflow: hidden;
  color: var(--quiet);
  text-overflow: ellipsis;
  white-space: nowrap;
}
.units {
  display: flex;
  border: 1px solid var(--ink);
  border-radius: 3px;
}
.units button {
  width: 44px;
  height: 34px;
  border: 0;
  background: none;
  cursor: pointer;
}
.units button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--on-ink);
  font-weight: 620;
}
.stakes {
  flex: none;
  width: 100%;
  height: 16px;
  padding: 0 18px;
  border-bottom: 1px solid var(--ink);
  background: var(--paper);
}
.stakes path {
  fill: none;
  stroke: var(--rule);
  stroke-width: 1;
}
.stakes .full {
  fill: var(--ink);
  stroke: var(--ink);
}
.strip {
  flex: none;
  width: 100%;
  height: 168px;
  border-bottom: 1px solid var(--hair);
}
.strip path.asked-dim {
  stroke: var(--ink);
  stroke-width: 2.4;
}
.strip path.asked-help {
  stroke: var(--ink);
  stroke-width: 0.9;
  stroke-dasharray: 1 3;
}
.strip rect {
  fill: var(--ink);
}
.strip text {
  fill: var(--on-ink);
  font: 620 17px var(--figures);
}
.waiting {
  flex: none;
  min-height: 40px;
  padding: 6px 20px;
  border: 0;
  border-left: 4px solid var(--ochre);
  border-bottom: 1px solid var(--hair);
  background: var(--ochre-tint);
  text-align: left;
  cursor: pointer;
}
.settle {
  flex: none;
  max-height: 250px;
  overflow: auto;
}
.before {
  display: flex;
  align-items: center;
  gap: 7px;
  min-height: 42px;
  padding: 6px 20px;
  border-bottom: 1px solid var(--ink);
  background: var(--paper);
  line-height: 1.2;
}
.before b {
  font-size: 18px;
  font-weight: 560;
}
.chip {
  margin-left: auto;
  padding: 1px 9px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  font-size: 13px;
  font-weight: 620;
  white-space: nowrap;
}
.chip.fits {
  border-color: var(--plan);
  color: var(--plan);
}
.chip.suspect {
  border-color: var(--goal);
  background: var(--goal);
  color: var(--on-ink);
}
.pad {
  display: grid;
  flex: 1 0 auto;
  grid-template-columns: repeat(4, 1fr);
  grid-auto-rows: minmax(50px, 56px);
  gap: 6px;
  padding: 6px 20px;
  align-content: start;
}
.pad button {
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--paper);
  font: 480 27px var(--figures);
  cursor: pointer;
}
.pad .small {
  font: 520 13px/1.2 var(--words);
}
.pad .keep {
  grid-row: span 2;
  grid-column: 4;
  border-color: var(--ink);
  background: var(--ink);
  color: var(--on-ink);
  font: 640 18px var(--words);
}
.pad .keep:disabled {
  opacity: 0.5;
}
footer {
  display: flex;
  justify-content: space-between;
  padding: 6px 20px 12px;
}
footer button {
  height: 40px;
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--rule);
  background: none;
  font-weight: 560;
  cursor: pointer;
}
</style>
