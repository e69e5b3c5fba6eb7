<script setup lang="ts">
/** A day of the calendar, as the reader's own browser writes days; kept as files keep it, 2026-03-08. */
const day = defineModel<string>({ required: true })
defineProps<{ label: string }>()
</script>

<template>
  <input v-model="day" class="day" type="date" required :aria-label="label" />
</template>

<style scoped>
.day {
  height: 36px;
  width: 100%;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font: 420 15px var(--words);
}
</style>
