<script setup lang="ts">
import { computed, nextTick, onMounted, ref, watch } from 'vue'

import { useSettings } from '@/shared/settings'

import { repeats, soundsLikeAName, titleOf } from './callout'
import { useCallOut } from './useCallOut'

/** One prompt, large enough to be read at arm's length: type, Enter, next. */
const props = defineProps<{ phone?: boolean }>()
const emit = defineEmits<{ all: [] }>()
const call = useCallOut()
const { unit } = useSettings()
const input = ref<HTMLInputElement>()

// What is typed as a prompt's name is words, not figures: it shrinks and shows where it leads.
const naming = computed(() => Boolean(call.prompt && soundsLikeAName(call.draft, call.prompt.unit)))

const focus = () => nextTick(() => (props.phone ? undefined : input.value?.focus()))
onMounted(focus)
watch(() => call.current, focus)

function onKey(event: KeyboardEvent) {
  const act: Record<string, () => unknown> = {
    Enter: () => call.keep(),
    '=': () => call.again(),
    PageDown: () => call.step(1),
    PageUp: () => call.step(-1),
    ArrowDown: () => call.step(1),
    ArrowUp: () => call.step(-1),
    '*': () => call.press(),
    Delete: () => call.takeBack(),
    Escape: () => (call.draft ? call.clear() : input.value?.blur()),
  }
  const work = act[event.key]
  if (!work || event.ctrlKey || event.metaKey || event.altKey) return
  if (call.prompt?.unit === 'words' && ['=', '*'].includes(event.key)) return
  if (event.key === 'Delete' && (call.draft || !call.prompt?.typed.length)) return
  event.preventDefault()
  event.stopPropagation()
  void work()
}
</script>

<template>
  <section
    v-if="call.prompt"
    class="entry"
    :class="{ handheld: phone, words: call.prompt.unit === 'words', name: naming }"
    :aria-label="$t('Call-out')">
    <h1 id="asked" aria-live="polite">{{ titleOf(call.prompt) }}</h1>
    <p class="hint quiet">{{ call.prompt.hint }}</p>
    <div class="line" :class="{ wrong: call.fault }">
      <input
        ref="input"
        v-model="call.draft"
        class="figure"
        type="text"
        autocomplete="off"
        autocapitalize="off"
        spellcheck="false"
        maxlength="60"
        aria-labelledby="asked"
        :inputmode="phone ? 'none' : undefined"
        :aria-invalid="call.fault ? 'true' : undefined"
        @keydown="onKey" />
      <span v-if="call.prompt.unit !== 'words'" class="unit figure quiet">{{
        call.prompt.unit === '°' ? '°' : unit
      }}</span>
      <span v-if="call.prompt.typed.length && !call.draft" class="was figure quiet" :class="{ adding: call.adding }">{{
        call.adding ? $t('after {typed}', { typed: call.prompt.typed.join(', ') }) : call.prompt.typed.join(', ')
      }}</span>
    </div>
    <p v-if="call.fault" class="fault" role="alert">
      {{ call.fault.message
      }}<template v-if="call.fault.allowed"
        >{{ ' ' }}{{ $t('Allowed: {allowed}.', { allowed: call.fault.allowed }) }}</template
      >
    </p>
    <p v-else-if="call.deviceTrouble" class="fault" role="alert">{{ call.deviceTrouble }}</p>
    <ul v-else-if="call.matches.length" class="names" :aria-label="$t('Jump to')">
      <li v-for="(it, i) in call.matches" :key="it.key">
        <button type="button" @click="call.jump(it.key)">
          <kbd v-if="i === 0">{{ $t('Enter') }}</kbd> {{ titleOf(it) }}
        </button>
      </li>
    </ul>
    <p v-else-if="repeats(call.prompt)" class="quiet small">{{ repeats(call.prompt) }}</p>
    <p v-else-if="call.source" class="quiet small">
      {{ $t('From the {source}; Enter keeps it.', { source: call.source }) }}
    </p>
    <div v-if="!phone" class="keys quiet">
      <button type="button" @click="call.keep()">
        <kbd>{{ $t('Enter') }}</kbd> {{ call.draft ? $t('keep') : $t('later') }}
      </button>
      <button type="button" @click="call.again()"><kbd>=</kbd> {{ call.adding ? $t('adding') : $t('again') }}</button>
      <button v-if="call.prompt.typed.length && !call.draft" type="button" @click="call.takeBack()">
        <kbd>{{ $t('Del') }}</kbd> {{ $t('take back') }}
      </button>
      <button type="button" :aria-label="$t('Back and on')" @click="call.step(-1)"><kbd>↑</kbd><kbd>↓</kbd></button>
      <button type="button" class="all" @click="emit('all')">{{ $t('All {turn}', { turn: call.turn.length }) }}</button>
      <button
        v-if="call.instrument"
        type="button"
        :title="
          call.instrument.simulated ? $t('{label}, simulated', { label: call.instrument.label }) : call.instrument.label
        "
        @click="call.press()">
        <kbd>*</kbd> {{ call.instrument.label.toLowerCase() }}
      </button>
    </div>
  </section>
</template>

<style scoped>
.entry {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  padding: 12px 24px 10px;
  background: var(--sheet);
  border-bottom: 1px solid var(--hair);
}
h1 {
  font-size: 32px;
  font-weight: 640;
  line-height: 1.1;
  text-wrap: balance;
}
.hint {
  min-height: 21px;
  line-height: 1.35;
}
.line {
  position: relative;
  display: flex;
  align-items: flex-end;
  border-bottom: 3px solid var(--ink);
}
.line.wrong {
  border-color: var(--goal);
  background: var(--rust-tint);
}
input {
  flex: 1 1 0;
  width: 0;
  min-width: 0;
  height: 100px;
  padding: 0;
  border: 0;
  background: none;
  font-size: 104px;
  font-weight: 560;
  letter-spacing: -0.03em;
  line-height: 1;
  caret-color: var(--ink);
}
input:focus {
  outline: none;
}
.line:focus-within {
  box-shadow: 0 2px 0 0 var(--ink);
}
.unit {
  padding: 0 0 18px 8px;
  font-size: 26px;
}
.was {
  position: absolute;
  left: 4px;
  bottom: 16px;
  max-width: 78%;
  overflow: hidden;
  font-size: 62px;
  font-weight: 420;
  letter-spacing: -0.02em;
  opacity: 0.38;
  pointer-events: none;
  text-overflow: ellipsis;
}
.was.adding {
  font-size: 24px;
  opacity: 0.8;
}
.words input {
  height: 64px;
  font-family: var(--words);
  font-size: 34px;
  letter-spacing: 0;
}
.words .was {
  font-family: var(--words);
  font-size: 30px;
  bottom: 12px;
}
/* A name stands as high as the figure did, so that nothing below jumps. */
.name input {
  padding-top: 40px;
  font-family: var(--words);
  font-size: 34px;
  letter-spacing: 0;
}
.name .unit {
  display: none;
}
.fault {
  padding-top: 6px;
  color: var(--goal);
  font-size: 14px;
  line-height: 1.35;
}
.names {
  margin: 6px 0 0;
  padding: 0;
  list-style: none;
  columns: 2;
}
.names button {
  border: 0;
  background: none;
  padding: 2px 0;
  text-align: left;
  cursor: pointer;
}
.names button:hover {
  text-decoration: underline;
}
.keys {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 14px;
  padding-top: 10px;
  font-size: 13.5px;
}
.keys button {
  padding: 0;
  border: 0;
  background: none;
  color: inherit;
  cursor: pointer;
  white-space: nowrap;
}
.keys .all {
  order: 1;
  margin-left: auto;
  border-bottom: 1px solid var(--rule);
}
.entry > p.small {
  padding-top: 6px;
}
.handheld {
  padding: 10px 20px 6px;
  border: 0;
}
.handheld h1 {
  font-size: 28px;
}
.handheld input {
  height: 92px;
  font-size: 92px;
}
.handheld.words input {
  height: 60px;
  font-size: 30px;
}
</style>
