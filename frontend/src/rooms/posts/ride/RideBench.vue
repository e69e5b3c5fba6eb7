<script setup lang="ts">
import type { Sheet } from '@/shared/api/client'

defineProps<{ sheet: Sheet }>()
defineEmits<{ history: [] }>()
</script>

<template>
  <section>
    <h2>{{ $t('What was changed') }}</h2>
    <ol>
      <li v-for="change in sheet.history.slice(0, 12)" :key="change.number">
        <span class="figure quiet">{{ change.number }}</span> {{ change.said }}
      </li>
    </ol>
    <button type="button" class="press low" @click="$emit('history')">{{ $t('Whole history') }}</button>
  </section>
</template>

<style scoped>
section {
  padding: 18px 24px;
  overflow: auto;
}
h2 {
  padding-bottom: 8px;
  border-bottom: 1px solid var(--ink);
  font-size: 18px;
}
ol {
  margin: 0 0 12px;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 36px 1fr;
  padding: 8px 0;
  border-bottom: 1px solid var(--hair);
}
</style>
