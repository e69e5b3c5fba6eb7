<script setup lang="ts">
import type { Layer } from '@/shared/api/client'

withDefaults(defineProps<{ layer: Layer; x?: number; y?: number; size?: number; hollow?: boolean }>(), {
  x: 0,
  y: 0,
  size: 7,
  hollow: false,
})
// Four ticks about an open middle.
const cross = (from: number, to: number) => `M${-to} 0H${-from}M${from} 0H${to}M0 ${-to}V${-from}M0 ${from}V${to}`
</script>

<template>
  <g :transform="`translate(${x} ${y})`" class="sign" :class="[layer, { hollow }]">
    <circle v-if="layer === 'now'" :r="size * 0.85" class="open" />
    <template v-else-if="layer === 'goal'">
      <circle :r="size" class="open" />
      <circle :r="size * 0.26" class="full" />
      <path :d="cross(size * 0.62, size * 1.5)" class="tick" />
    </template>
    <path
      v-else-if="layer === 'plan'"
      :d="`M${size} 0L0 ${size}L${-size} 0L0 ${-size}Z`"
      :class="hollow ? 'open' : 'full'" />
    <rect v-else :x="-size * 0.8" :y="-size * 0.8" :width="size * 1.6" :height="size * 1.6" class="full" />
  </g>
</template>

<style scoped>
.now {
  --k: var(--now);
}
.goal {
  --k: var(--goal);
}
.plan {
  --k: var(--plan);
}
.built {
  --k: var(--built);
}
.open {
  fill: none;
  stroke: var(--k);
  stroke-width: 2;
}
.now .open,
.hollow .open {
  fill: var(--sheet);
}
.full {
  fill: var(--k);
  stroke: none;
}
.tick {
  stroke: var(--k);
  stroke-width: 1.6;
}
</style>
