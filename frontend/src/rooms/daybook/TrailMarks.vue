<script setup lang="ts">
import type { Post } from '@/shared/api/client'

defineProps<{ posts: Post[] }>()
</script>

<template>
  <svg
    width="104"
    height="26"
    viewBox="0 0 104 26"
    role="img"
    :aria-label="posts.map((p) => `${p.label} ${p.state}`).join(', ')">
    <path d="M0 24.5H104" class="ground" />
    <g
      v-for="(post, i) in posts"
      :key="post.name"
      :transform="`translate(${7 + i * 15} 24)${post.state === 'stale' ? ' rotate(18)' : ''}`"
      :class="post.state">
      <path v-if="post.state === 'empty'" d="M0 0v-6" class="stub" />
      <path v-else-if="post.state === 'work'" d="M-3 0v-13l3 -5l3 5v13z" />
      <path v-else d="M-2.5 0v-9l2.5 -3l2.5 3v9z" />
    </g>
  </svg>
</template>

<style scoped>
.ground,
.stub {
  stroke: var(--ink);
  fill: none;
}
.stub {
  stroke: var(--rule);
}
path {
  fill: var(--ink);
}
.stale path {
  fill: var(--ochre);
}
</style>
