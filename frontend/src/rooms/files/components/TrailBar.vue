<script setup lang="ts">
import { ref } from 'vue'

import type { PostName } from '@/shared/api/lists'
import type { Post } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import Guidepost from '@/shared/ui/Guidepost.vue'

defineProps<{ rider: string; under: string; posts: Post[]; current: PostName; fit: number }>()
const emit = defineEmits<{ keys: []; find: [] }>()
const { unit, sheet, toggleUnit, toggleSheet } = useSettings()
const told = ref<string | null>(null)
</script>

<template>
  <header class="trail">
    <router-link to="/" class="who" :title="$t('Day book')">
      <Guidepost />
      <span
        ><b>{{ rider }}</b
        ><small>{{ under }}</small></span
      >
    </router-link>
    <nav :aria-label="$t('Trail')">
      <router-link
        v-for="(post, i) in posts"
        :key="post.name"
        :to="`/fits/${fit}/${post.name}`"
        class="post"
        :class="[post.state, { current: post.name === current }]"
        :aria-current="post.name === current ? 'step' : undefined"
        :title="post.reason ?? $t('Alt+{i}', { i: i + 1 })"
        @click="told = post.reason ?? null">
        <svg class="stake" viewBox="0 0 12 30" width="12" height="30" aria-hidden="true">
          <g :transform="post.state === 'stale' ? 'rotate(16 6 30)' : undefined">
            <path v-if="post.name === current" d="M1.5 30V9.5L6 5l4.5 4.5V30z" class="body" />
            <path v-else d="M2.5 30V13l3.5-3.5L9.5 13v17z" class="body" />
            <path v-if="post.state !== 'empty' || post.name === current" d="M1 14h10v3H1z" class="band" />
          </g>
        </svg>
        <span
          ><b>{{ post.label }}</b
          ><small>{{ post.note }}</small></span
        >
      </router-link>
    </nav>
    <div class="keys">
      <button type="button" :title="$t('Find a rider')" @click="emit('find')"><kbd>/</kbd> {{ $t('find') }}</button>
      <button type="button" :title="$t('Shown in {unit}; press to change', { unit })" @click="toggleUnit">
        <kbd>U</kbd> {{ unit }}
      </button>
      <button
        type="button"
        :aria-label="$t('{sheet} sheet. Change', { sheet })"
        :title="$t('{sheet} sheet', { sheet })"
        @click="toggleSheet">
        <kbd aria-hidden="true">{{ sheet === 'light' ? '☾' : '☀' }}</kbd>
      </button>
      <button type="button" :aria-label="$t('Keys')" @click="emit('keys')"><kbd aria-hidden="true">?</kbd></button>
    </div>
    <p v-if="told" class="told" role="status">
      {{ told }} <button type="button" class="press bare low" @click="told = null">{{ $t('Seen') }}</button>
    </p>
  </header>
</template>

<style scoped>
.trail {
  position: relative;
  display: grid;
  grid-template-columns: 224px 1fr auto;
  height: 52px;
  padding: 0 20px 0 20px;
  border-bottom: 1px solid var(--ink);
  background: var(--paper);
}
.who {
  display: flex;
  align-items: center;
  gap: 10px;
  text-decoration: none;
  min-width: 0;
}
.who span,
.post span {
  display: grid;
  min-width: 0;
}
b {
  font-weight: 620;
  font-size: 16px;
  line-height: 18px;
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
}
small {
  font-size: 13px;
  line-height: 16px;
  color: var(--quiet);
  white-space: nowrap;
  overflow: hidden;
  text-overflow: ellipsis;
  min-height: 16px;
}
nav {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  min-width: 0;
}
.post {
  position: relative;
  display: flex;
  align-items: flex-start;
  gap: 6px;
  padding: 9px 4px 0 8px;
  text-decoration: none;
  min-width: 0;
}
.stake {
  position: absolute;
  left: 6px;
  bottom: 0;
}
.post span {
  padding-left: 16px;
}
.body {
  fill: var(--ink);
  stroke: var(--ink);
  stroke-width: 1;
}
.empty .body {
  fill: none;
  stroke: var(--rule);
  stroke-width: 1.2;
}
.empty.current .body {
  fill: var(--ink);
  stroke: var(--ink);
}
.band {
  fill: var(--paper);
}
.empty b {
  color: var(--quiet);
  font-weight: 420;
}
.current b {
  color: var(--ink);
  font-weight: 640;
}
.current::after {
  content: '';
  position: absolute;
  left: 0;
  right: 6px;
  bottom: 0;
  height: 3px;
  background: var(--ink);
}
.stale .body {
  fill: var(--ochre);
  stroke: var(--ochre);
}
.stale b,
.stale small {
  color: var(--ochre);
}
.keys {
  display: flex;
  align-items: center;
  gap: 8px;
  padding-left: 10px;
}
.keys button {
  padding: 4px 0;
  border: 0;
  background: none;
  color: var(--quiet);
  font-size: 14px;
  cursor: pointer;
}
.told {
  position: absolute;
  z-index: 5;
  top: 52px;
  left: 232px;
  padding: 8px 8px 8px 16px;
  border: 1px solid var(--ochre);
  border-radius: 0 0 3px 3px;
  background: var(--ochre-tint);
  color: var(--ink);
}
@media (max-width: 1180px) {
  .trail {
    grid-template-columns: 176px 1fr auto;
  }
  .keys button {
    font-size: 0;
    gap: 0;
  }
  .keys kbd {
    font-size: 12px;
  }
}
</style>
