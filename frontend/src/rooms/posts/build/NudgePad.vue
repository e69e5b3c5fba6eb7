<script setup lang="ts">
import { computed } from 'vue'

import { t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'
import { told } from '@/shared/units'

/** So far forward and up: by arrow keys on the pad (shift: five), or by its presses. */
const props = defineProps<{ fore: number; up: number }>()
const emit = defineEmits<{ nudge: [fore: number, up: number] }>()
const { unit } = useSettings()
const MOST_MM = 60
const held = (mm: number) => Math.max(-MOST_MM, Math.min(MOST_MM, mm))
const move = (fore: number, up: number) => emit('nudge', held(props.fore + fore), held(props.up + up))
const ARROWS: Record<string, [number, number]> = {
  ArrowRight: [1, 0],
  ArrowLeft: [-1, 0],
  ArrowUp: [0, 1],
  ArrowDown: [0, -1],
}
function key(e: KeyboardEvent) {
  const way = ARROWS[e.key]
  if (!way) return
  e.preventDefault()
  e.stopPropagation()
  const step = e.shiftKey ? 5 : 1
  move(way[0] * step, way[1] * step)
}
const said = (mm: number) => (mm > 0 ? '+' : mm < 0 ? '−' : '') + told(Math.abs(mm), unit.value)
const rows = computed(() => [
  { name: t('Forward'), value: props.fore, by: (mm: number) => move(mm, 0) },
  { name: t('Up'), value: props.up, by: (mm: number) => move(0, mm) },
])
const STEPS = [-5, -1, 1, 5]
</script>

<template>
  <div class="pad" role="group" tabindex="0" :aria-label="$t('Nudge by the arrow keys')" @keydown="key">
    <div v-for="row in rows" :key="row.name" class="row">
      <span>{{ row.name }}</span>
      <button v-for="s in STEPS.slice(0, 2)" :key="s" type="button" class="press low" @click="row.by(s)">
        −{{ told(-s, unit) }}
      </button>
      <output class="figure">{{ said(row.value) }}</output>
      <button v-for="s in STEPS.slice(2)" :key="s" type="button" class="press low" @click="row.by(s)">
        +{{ told(s, unit) }}
      </button>
    </div>
  </div>
</template>

<style scoped>
.pad {
  display: grid;
  gap: 6px;
  padding: 8px 10px;
  border: 1px solid var(--hair);
  border-radius: 3px;
  background: var(--sheet);
}
.row {
  display: grid;
  grid-template-columns: 74px 52px 52px 1fr 52px 52px;
  gap: 6px;
  align-items: center;
  font-size: 15px;
}
output {
  font-size: 22px;
  font-weight: 600;
  text-align: center;
}
</style>
