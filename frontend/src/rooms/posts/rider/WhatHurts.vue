<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas, Sheet } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'
import Severity from '@/shared/ui/Severity.vue'
import TypedBox from '@/shared/ui/TypedBox.vue'
import BodyOutline from './BodyOutline.vue'

type Hurt = Schemas['Hurt']
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const current = ref<number | null>(null)
const FEELINGS: Hurt['feeling'][] = ['pain', 'numb', 'tired', 'stiff', 'rubbed', 'swollen']
const hurts = () => props.sheet.rider.profile.hurts ?? []
const keep = (next: Hurt[]) => store.editRider({ hurts: next }, 'hurts', '')
async function add(view: 'front' | 'back', x: number, y: number) {
  const round = (v: number) => Math.round(v * 100) / 100
  await keep([
    ...hurts(),
    { view, x: round(x), y: round(y), what: 'It hurts here', feeling: 'pain', severity: 2, when: '' },
  ])
  current.value = hurts().length - 1
}
const change = (i: number, part: Partial<Hurt>) => keep(hurts().map((h, k) => (k === i ? { ...h, ...part } : h)))
async function remove(i: number) {
  current.value = null
  await keep(hurts().filter((_, k) => k !== i))
}
</script>

<template>
  <section class="hurts">
    <h2>
      {{ $t('What hurts') }} <span class="quiet">{{ $t('click the body where it does') }}</span>
    </h2>
    <BodyOutline :hurts="hurts()" :current="current" @add="add" @pick="(i) => (current = current === i ? null : i)" />
    <ol>
      <li v-for="(h, i) in hurts()" :key="i" :class="{ current: current === i }">
        <button
          type="button"
          class="number"
          :aria-expanded="current === i"
          :aria-label="`${i + 1}: ${h.what}`"
          @click="current = current === i ? null : i">
          {{ i + 1 }}
        </button>
        <div class="line">
          <template v-if="current === i">
            <TypedBox
              :value="h.what"
              maxlength="80"
              :label="$t('What hurts')"
              @keep="(t) => change(i, { what: t || h.what })" />
            <TypedBox
              :value="h.when"
              maxlength="120"
              :placeholder="$t('when, and how it goes')"
              :label="$t('When')"
              @keep="(t) => change(i, { when: t })" />
            <div class="feelings">
              <button
                v-for="f in FEELINGS"
                :key="f"
                type="button"
                :aria-pressed="h.feeling === f"
                @click="change(i, { feeling: f })">
                {{ $t(f!) }}</button><button type="button" class="out" @click="remove(i)">{{ $t('take out') }}</button>
            </div>
          </template>
          <template v-else
            ><b>{{ h.what }}</b
            ><small>{{ [h.feeling && $t(h.feeling), h.when].filter(Boolean).join(', ') }}</small></template
          >
        </div>
        <Severity
          :value="h.severity"
          :label="$t('How much: {severity} of 5', { severity: h.severity })"
          @pick="(severity) => change(i, { severity })" />
      </li>
    </ol>
  </section>
</template>

<style scoped>
.hurts {
  padding: 12px 24px 6px;
}
h2 {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  padding-bottom: 8px;
  border-bottom: 1px solid var(--rule);
  font-size: 21px;
}
h2 span {
  font-size: 13px;
  font-weight: 420;
}
svg {
  display: block;
  margin: 8px auto 4px;
  max-width: 100%;
}
ol {
  margin: 0;
  padding: 0;
  border-top: 1px solid var(--ink);
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 22px 1fr auto;
  gap: 8px;
  align-items: start;
  padding: 8px 0;
  border-bottom: 1px solid var(--hair);
}
.number {
  width: 21px;
  height: 21px;
  padding: 0;
  border: 0;
  border-radius: 50%;
  background: var(--ink);
  color: var(--on-ink);
  font-weight: 640;
  font-size: 12.5px;
  cursor: pointer;
}
.line {
  display: grid;
  gap: 3px;
  min-width: 0;
}
.line b {
  font-size: 16px;
  font-weight: 620;
  line-height: 1.25;
}
.line small {
  color: var(--quiet);
  font-size: 13.5px;
}
.line input {
  width: 100%;
  height: 30px;
  padding: 0 6px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.feelings {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 10px;
}
.feelings button {
  padding: 0 1px;
  border: 0;
  border-bottom: 2px solid transparent;
  background: none;
  color: var(--quiet);
  cursor: pointer;
}
.feelings button[aria-pressed='true'] {
  border-color: var(--ink);
  color: var(--ink);
  font-weight: 620;
}
.out {
  margin-left: auto;
  text-decoration: underline;
}
</style>
