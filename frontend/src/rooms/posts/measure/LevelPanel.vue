<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'

import { useCallOut } from './useCallOut'

defineProps<{ level: Schemas['LevelView'] }>()
const call = useCallOut()
</script>

<template>
  <section class="level">
    <svg
      viewBox="-70 -22 140 44"
      width="76"
      height="30"
      role="img"
      :aria-label="
        level.known ? $t('{pitch_deg} degrees', { pitch_deg: level.pitch_deg.toFixed(1) }) : $t('not levelled')
      ">
      <path d="M-64 14H64" class="ground" />
      <g :transform="`rotate(${-Math.max(-8, Math.min(8, level.pitch_deg * 3))})`" :class="{ unknown: !level.known }">
        <circle cx="-40" cy="0" r="13" />
        <circle cx="40" cy="0" r="13" />
        <path d="M-40 0H40" />
      </g>
    </svg>
    <div>
      <p>
        <b>{{ level.says }}</b> <span class="quiet">{{ level.mattered }}</span>
      </p>
      <p v-if="!level.known">
        <button type="button" class="press low" @click="call.jump('front_axle')">{{ $t('Level it first') }}</button>
      </p>
    </div>
  </section>
</template>

<style scoped>
.level {
  display: grid;
  grid-template-columns: 76px 1fr;
  gap: 12px;
  align-items: start;
  padding: 9px 24px;
  border-bottom: 1px solid var(--hair);
}
svg {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.6;
}
.ground {
  stroke: var(--rule);
}
.unknown {
  stroke-dasharray: 2 3;
}
p {
  font-size: 14px;
  line-height: 1.35;
}
p + p {
  padding-top: 2px;
}
</style>
