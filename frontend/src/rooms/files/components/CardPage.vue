<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'

defineProps<{ page: Schemas['Page'] }>()
</script>

<template>
  <svg
    class="paper-page"
    :viewBox="`0 0 ${page.width_mm} ${page.height_mm}`"
    role="img"
    :aria-label="$t('Workshop card')">
    <rect :width="page.width_mm" :height="page.height_mm" fill="#fff" />
    <g :transform="`translate(0 ${page.height_mm}) scale(1 -1)`">
      <template v-for="(it, i) in page.items" :key="i">
        <path v-if="it.d" :d="it.d" :class="it.s" />
        <circle v-else-if="it.r != null" :cx="it.x!" :cy="it.y!" :r="it.r" :class="it.s" />
        <text
          v-else
          transform="scale(1 -1)"
          :x="it.x!"
          :y="-it.y!"
          :font-size="it.size!"
          :text-anchor="it.anchor as 'start'"
          :class="it.s">
          {{ it.text }}
        </text>
      </template>
    </g>
  </svg>
</template>
