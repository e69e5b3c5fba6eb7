<script setup lang="ts">
import { said } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'

import Guidepost from './Guidepost.vue'

const { unit, sheet, toggleUnit, toggleSheet } = useSettings()
const ROOMS = [
  { to: '/', name: said('Day book') },
  { to: '/frames', name: said('Frames') },
  { to: '/parts', name: said('Parts') },
  { to: '/trainers', name: said('Trainers') },
  { to: '/claims', name: said('What they say') },
  { to: '/house', name: said('House rules') },
]
</script>

<template>
  <header class="top">
    <router-link to="/" class="brand"
      ><Guidepost /><b>{{ $t('Waymark') }}</b></router-link
    >
    <nav :aria-label="$t('Rooms')">
      <router-link
        v-for="room in ROOMS"
        :key="room.to"
        :to="room.to"
        :class="{ here: room.to !== '/' && $route.path.startsWith(room.to) }"
        >{{ $t(room.name) }}</router-link
      >
    </nav>
    <slot />
    <div class="keys">
      <button type="button" :title="$t('Shown in {unit}; press to change', { unit })" @click="toggleUnit">
        <kbd>U</kbd> {{ unit }}
      </button>
      <button type="button" :aria-label="$t('{sheet} sheet. Change', { sheet })" @click="toggleSheet">
        <kbd aria-hidden="true">{{ sheet === 'light' ? '☾' : '☀' }}</kbd>
      </button>
    </div>
  </header>
</template>

<style scoped>
.top {
  display: flex;
  align-items: center;
  height: 52px;
  padding: 0 20px;
  border-bottom: 1px solid var(--ink);
  background: var(--paper);
}
.brand {
  display: flex;
  gap: 10px;
  align-items: center;
  width: 224px;
  text-decoration: none;
  font-size: 18px;
}
nav {
  display: flex;
  gap: 30px;
  height: 100%;
  flex: 1;
}
nav a {
  display: grid;
  align-items: center;
  text-decoration: none;
  font-size: 16px;
  border-bottom: 3px solid transparent;
  border-top: 3px solid transparent;
}
nav a.router-link-exact-active,
nav a.here {
  border-bottom-color: var(--ink);
  font-weight: 640;
}
.keys {
  display: flex;
  gap: 10px;
  padding-left: 16px;
}
.keys button {
  border: 0;
  background: none;
  color: var(--quiet);
  cursor: pointer;
}
</style>
