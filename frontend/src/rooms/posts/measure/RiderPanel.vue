<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { t } from '@/shared/i18n'
import { show, showDeg } from '@/shared/units'

import { useCallOut } from './useCallOut'

/** The rider on the measured bike: angles that can be read, what the model is set to, the lengths it stands on. */
const props = defineProps<{ body: Schemas['BodyView'] | null }>()
const call = useCallOut()
const { unit } = useSettings()
// Each angle on a scale of its own about the usual one.
const HALF = 46
const PER_DEG = 2.6
const at = (deg: number, about: number) => Math.max(-HALF, Math.min(HALF, (deg - about) * PER_DEG))
const rows = computed(() => props.body?.angles ?? [])
// Where both were read the model is set to their mean.
const sides = computed(
  () =>
    new Map(
      (props.body?.sides ?? []).map((it) => [
        it.key,
        t('left {left}, right {right}', { left: showDeg(it.left_deg), right: showDeg(it.right_deg) }),
      ]),
    ),
)
// The right side is asked first.
const keyOf = (key: string) => (call.asked.some((it) => it.key === key) ? key : `${key}.right`)
</script>

<template>
  <section class="read-off">
    <template v-if="body">
      <p>
        <b>{{ body.says }}</b>
      </p>
      <p v-if="body.legs">{{ body.legs }}</p>
      <p v-if="body.trouble" class="wrong" role="alert">{{ body.trouble }}</p>
      <h2>
        {{ $t('Angles') }}<span>{{ $t('read') }}</span
        ><span>{{ $t('model') }}</span
        ><span></span>
      </h2>
      <ul>
        <li v-for="it in rows" :key="it.key">
          <button type="button" @click="call.jump(keyOf(it.key))">
            <span class="name"
              >{{ it.name }}<small v-if="sides.get(it.key)">{{ sides.get(it.key) }}</small></span
            >
            <span v-if="it.read_deg != null" class="figure read">{{ showDeg(it.read_deg) }}</span>
            <span v-else class="ask">{{ $t('read it') }}</span>
            <span class="figure">{{ showDeg(it.now_deg) }}</span>
            <svg width="96" height="22" viewBox="-48 -11 96 22" aria-hidden="true">
              <rect
                :x="at(it.now_deg - it.sd_deg, it.before_deg)"
                y="-7"
                :width="
                  Math.max(2, at(it.now_deg + it.sd_deg, it.before_deg) - at(it.now_deg - it.sd_deg, it.before_deg))
                "
                height="14"
                class="band" />
              <path d="M-48 0H48" class="line" />
              <circle v-if="it.read_deg != null" cx="0" cy="0" r="3.6" class="usual" />
              <path :d="`M${at(it.now_deg, it.before_deg)} -9V9`" class="now" />
            </svg>
            <span class="figure sure">±{{ it.sd_deg.toFixed(0) }}°</span>
          </button>
        </li>
      </ul>
      <h2>
        {{ $t('Lengths') }}<span>{{ $t('taken') }}</span
        ><span>{{ $t('model') }}</span
        ><span></span>
      </h2>
      <ul>
        <li v-for="it in body.lengths" :key="it.name" class="length">
          <span class="name">{{ it.name }}</span>
          <span class="figure">{{ show(it.mm, unit) }}</span>
          <span class="figure">{{ show(it.now_mm, unit) }}</span>
          <span class="quiet how">{{ it.taped ? $t('measured') : $t('from the height') }}</span>
        </li>
      </ul>
      <p class="quiet small">
        {{ $t('The band is how sure an angle is, one standard deviation.') }}
        {{ $t('What is read is met; the rest is turned as little as does it.') }}
      </p>
    </template>
    <p v-else class="quiet">{{ $t('Angles of the rider are read once saddle and hand are placed.') }}</p>
  </section>
</template>

<style scoped>
.read-off {
  padding: 10px 24px 14px;
}
p {
  font-size: 14px;
  line-height: 1.35;
}
.wrong {
  margin-top: 6px;
  padding: 6px 10px;
  border-left: 4px solid var(--goal);
  background: var(--goal-tint);
}
h2,
button,
.length {
  display: grid;
  grid-template-columns: 1fr 46px 52px 96px 34px;
  gap: 8px;
  align-items: center;
}
h2 {
  padding: 12px 0 4px;
  border-bottom: 1px solid var(--ink);
  font-size: 16px;
}
h2 span {
  font-size: 13px;
  font-weight: 420;
  text-align: right;
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
  width: 100%;
  min-height: 28px;
  padding: 2px 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
button:hover {
  background: var(--sheet);
}
.name small {
  display: block;
  color: var(--quiet);
  font-size: 12.5px;
}
.name {
  font-size: 14.5px;
}
.figure,
.ask {
  font-size: 15px;
  text-align: right;
}
.read {
  color: var(--goal);
  font-weight: 600;
}
.ask {
  color: var(--quiet);
  font-size: 13px;
  text-decoration: underline;
}
.sure {
  color: var(--quiet);
  font-size: 13px;
}
.length {
  min-height: 26px;
}
.how {
  grid-column: 4 / -1;
  font-size: 13px;
}
.band {
  fill: color-mix(in srgb, var(--now) 20%, transparent);
}
.line {
  stroke: var(--rule);
}
.usual {
  fill: var(--sheet);
  stroke: var(--now);
  stroke-width: 1.6;
}
.now {
  stroke: var(--ink);
  stroke-width: 2;
}
</style>
