<script setup lang="ts">
import type { Word } from '@/shared/api/client'

defineProps<{ word: Word }>()
</script>

<template>
  <span class="chip" :class="word">{{ $t(word) }}</span>
</template>

<style scoped>
.chip {
  display: inline-block;
  min-width: 38px;
  padding: 1px 8px;
  border-radius: 3px;
  font-size: 13px;
  font-weight: 640;
  line-height: 18px;
  text-align: center;
}
.in {
  border: 1px solid var(--plan);
  color: var(--plan);
}
.edge {
  border: 1px solid var(--ochre-tint);
  background: var(--ochre-tint);
  color: var(--ink);
}
.out {
  border: 1px solid var(--goal);
  background: var(--goal);
  color: var(--on-ink);
}
</style>
