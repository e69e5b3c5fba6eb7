<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

/** A block a slider: the figure to dial in, tall enough for two metres, and what it and its neighbours leave. */
defineProps<{ set: Schemas['Settings'] }>()
const { unit } = useSettings()
const size = (label: string) => (label.length > 4 ? 54 : label.length > 2 ? 72 : 96)
const left = (mm: number) => {
  const text = show(Math.abs(mm), unit.value)
  return Number.parseFloat(text) === 0 ? '0' : `${mm > 0 ? '+' : '−'}${text}`
}
</script>

<template>
  <ol class="blocks">
    <li v-for="b in set.blocks" :key="b.number">
      <p class="what">
        <i>{{ b.number }}</i> {{ b.name }}
      </p>
      <b class="figure" :style="{ fontSize: `${size(b.label)}px` }">{{ b.label }}</b>
      <ul>
        <li v-for="n in [...b.beside].reverse()" v-show="n.mm > b.mm" :key="`u${n.mm}`">
          <span class="figure">{{ n.label }}</span> <span class="figure quiet">{{ left(n.off_mm) }}</span>
        </li>
        <li class="on">
          <span class="figure">{{ b.label }}</span> <span class="figure">{{ left(b.off_mm) }}</span>
          <small>{{ b.lies }}</small>
        </li>
        <li v-for="n in b.beside" v-show="n.mm < b.mm" :key="`d${n.mm}`">
          <span class="figure">{{ n.label }}</span> <span class="figure quiet">{{ left(n.off_mm) }}</span>
        </li>
      </ul>
    </li>
  </ol>
</template>

<style scoped>
.blocks {
  display: grid;
  grid-auto-rows: 1fr;
  margin: 0;
  padding: 0;
  border-left: 1px solid var(--hair);
  list-style: none;
}
.blocks > li {
  display: grid;
  grid-template: auto 1fr / 1fr 170px;
  padding: 10px 16px;
  border-bottom: 1px solid var(--hair);
}
.what {
  grid-column: 1 / -1;
  font-size: 17px;
  font-weight: 620;
}
.what i {
  display: inline-grid;
  width: 20px;
  height: 20px;
  border-radius: 50%;
  background: var(--ink);
  color: var(--on-ink);
  font: 620 13px var(--words);
  place-items: center;
}
.blocks > li > .figure {
  align-self: center;
  color: var(--plan);
  font-weight: 640;
  line-height: 1;
}
ul {
  align-self: center;
  margin: 0;
  padding: 0;
  list-style: none;
}
ul li {
  display: grid;
  grid-template-columns: 52px 44px 1fr;
  gap: 6px;
  align-items: baseline;
  font-size: 14px;
}
ul .on {
  color: var(--plan);
  font-weight: 700;
}
ul .figure {
  text-align: right;
}
</style>
