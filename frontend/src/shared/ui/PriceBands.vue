<script setup lang="ts">
/** A price in the house's bands, 1 to 5, as so many bars. */
defineProps<{ bands: number }>()
</script>

<template>
  <span class="bands" role="img" :aria-label="$t('price {n} of the house’s bands', { n: bands })"
    ><i v-for="n in Math.round(bands)" :key="n"
  /></span>
</template>

<style scoped>
.bands {
  display: inline-flex;
  gap: 2px;
  margin-left: 8px;
  vertical-align: 1px;
}
i {
  width: 5px;
  height: 9px;
  background: var(--ink);
}
</style>
