<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

import { useCallOut } from './useCallOut'

/** Every reading with its bar: how far it lies from what all agree on, against what the tape does by itself. */
defineProps<{ lines: Schemas['Agreement'][]; checked: string }>()
const call = useCallOut()
const { unit } = useSettings()
const BOUND = 3.29
const HALF = 38
const bar = (w: number) => Math.max(-1.5, Math.min(1.5, w / BOUND)) * HALF
const figure = (it: Schemas['Agreement']) => (it.unit === '°' ? `${it.value.toFixed(1)}°` : show(it.value, unit.value))
function jump(key: string) {
  call.jump(call.asked.some((it) => it.key === key) ? key : `${key}.right`)
}
</script>

<template>
  <section class="agreement">
    <h2>
      {{ $t('Agreement') }} <span class="quiet">{{ $t('short') }}</span><span class="quiet">{{ $t('long') }}</span>
    </h2>
    <ul>
      <li v-for="it in lines" :key="it.key" :class="it.word.replace(' ', '-')">
        <button type="button" :title="it.says" @click="jump(it.key)">
          <span class="name">{{ it.title }}</span>
          <span class="figure value">{{ figure(it) }}</span>
          <svg width="122" height="25" viewBox="-61 -12.5 122 25" role="img" :aria-label="it.says">
            <rect :x="-HALF" y="-13" :width="2 * HALF" height="26" class="band" />
            <path d="M0 -13V13" class="zero" />
            <template v-if="it.standardised !== null && it.standardised !== undefined">
              <path
                v-if="it.word === 'suspect'"
                :d="`M0 -3.5H${Math.sign(it.off) * 50}V-8L${Math.sign(it.off) * 60} 0L${Math.sign(it.off) * 50} 8V3.5H0Z`"
                class="bar" />
              <rect
                v-else
                :x="Math.min(0, Math.sign(it.off) * Math.abs(bar(it.standardised)))"
                y="-4"
                :width="Math.max(1.5, Math.abs(bar(it.standardised)))"
                height="8"
                class="bar" />
            </template>
            <text v-else x="0" y="4" text-anchor="middle">
              {{ it.word === 'left out' ? $t('left out') : $t('not checked') }}
            </text>
          </svg>
        </button>
      </li>
    </ul>
    <p class="quiet small">{{ checked }}</p>
  </section>
</template>

<style scoped>
.agreement {
  padding: 10px 24px 14px;
}
h2 {
  display: grid;
  grid-template-columns: 1fr 61px 61px;
  align-items: baseline;
  padding-bottom: 5px;
  border-bottom: 1px solid var(--ink);
  font-size: 16px;
}
h2 span {
  font-size: 13px;
  font-weight: 420;
  padding-left: 8px;
}
h2 span:first-child {
  text-align: right;
  padding-right: 8px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  border-bottom: 1px solid var(--hair);
}
button {
  display: grid;
  grid-template-columns: 1fr auto 122px;
  align-items: center;
  gap: 10px;
  width: 100%;
  height: 26px;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
button:hover {
  background: var(--sheet);
}
.name {
  overflow: hidden;
  font-size: 14.5px;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.value {
  font-size: 15.5px;
  font-weight: 500;
}
.band {
  fill: color-mix(in srgb, var(--now) 20%, transparent);
}
.zero {
  stroke: var(--now);
  stroke-width: 1.6;
}
.bar {
  fill: var(--now);
}
.suspect .name,
.suspect .value {
  font-weight: 640;
}
.suspect .bar {
  fill: var(--goal);
}
.kept .bar {
  fill: var(--ochre);
}
.left-out {
  opacity: 0.55;
}
.left-out .name,
.left-out .value {
  text-decoration: line-through;
}
text {
  fill: var(--quiet);
  font: 420 11.5px var(--words);
}
p {
  padding-top: 8px;
}
</style>
