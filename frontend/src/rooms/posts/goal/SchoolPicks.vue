<script setup lang="ts">
import type { Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

/** What each school would take here, and why; the one that decides in this file is marked. */
type Pick = NonNullable<Sheet['goal']>['lines'][number]['picks'][number]
defineProps<{ picks: Pick[]; what: string; at: number }>()
const emit = defineEmits<{ take: [mm: number] }>()
const { unit } = useSettings()
</script>

<template>
  <ul class="picks" :aria-label="what">
    <li v-for="it in picks" :key="it.key" :class="{ taken: it.taken }">
      <button
        type="button"
        class="plain"
        :disabled="it.takes_mm === null || it.takes_mm === at"
        :title="it.reason"
        @click="it.takes_mm !== null && emit('take', it.takes_mm)">
        {{ it.label }}
      </button>
      <b class="figure">{{ it.takes_mm === null ? '·' : show(it.takes_mm, unit) }}</b>
      <span class="small quiet">{{ it.says }}{{ it.taken ? ` ${$t('Decides here.')}` : '' }}</span>
    </li>
  </ul>
</template>

<style scoped>
.picks {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0 8px;
  padding: 4px 0;
  border-top: 1px solid var(--hair);
}
li button {
  text-align: left;
  font-size: 14px;
}
li button:disabled {
  color: var(--ink);
  cursor: default;
}
.taken button,
.taken b {
  font-weight: 640;
}
.small {
  grid-column: 1 / -1;
}
</style>
