<script setup lang="ts">
import type { Shape } from '@/shared/api/client'

defineProps<{ shapes: Shape[] }>()
</script>

<template>
  <template v-for="(it, i) in shapes" :key="i">
    <path v-if="it.d" :d="it.d" :class="it.s" />
    <circle v-else :cx="it.x ?? 0" :cy="it.y ?? 0" :r="it.r ?? 0" :class="it.s" />
  </template>
</template>
