<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'

import { useSettings } from '@/shared/settings'

import { useCallOut } from './useCallOut'

/** What does not agree, one card each: what the others say, what the slip may be, and what to do. */
defineProps<{ findings: Schemas['Finding'][] }>()
const call = useCallOut()
const { unit } = useSettings()
</script>

<template>
  <article
    v-for="it in findings"
    :key="it.kind + it.key"
    class="finding"
    :class="it.kind"
    role="group"
    :aria-label="`${it.title}: ${it.chip}`">
    <p class="head" role="status">
      <b>{{ it.title }}</b> <span class="figure">{{ it.value }}</span>
      {{ ' ' }}
      <span v-if="unit === 'in' && !it.value.includes('°')" class="quiet small">{{ $t('in mm') }}</span>
      {{ ' ' }}
      <span v-if="it.chip !== 'out' && it.chip !== 'edge'" class="chip">{{ it.chip }}</span>
    </p>
    <p>
      {{ it.says }} <b v-if="it.likely">{{ it.likely }}</b>
    </p>
    <p class="do">
      <button
        v-for="(r, i) in it.remedies"
        :key="r.what + r.key"
        type="button"
        class="press low"
        :class="{ solid: i === 0, bare: i > 0 && (r.what === 'kept' || r.what === 'dropped') }"
        @click="call.decide(r)">
        {{ r.label }}
      </button>
    </p>
  </article>
</template>

<style scoped>
.finding {
  display: grid;
  gap: 6px;
  padding: 12px 20px 12px 20px;
  border-left: 4px solid var(--goal);
  border-bottom: 1px solid var(--hair);
  background: var(--rust-tint);
}
.sides,
.unsettled {
  border-left-color: var(--ochre);
  background: color-mix(in srgb, var(--ochre-tint) 42%, var(--paper));
}
.head {
  display: flex;
  flex-wrap: wrap;
  align-items: baseline;
  gap: 2px 9px;
  font-size: 17px;
}
.head .figure {
  font-size: 20px;
  font-weight: 560;
}
.chip {
  padding: 1px 9px;
  border-radius: 3px;
  background: var(--goal);
  color: var(--on-ink);
  font-size: 13.5px;
  font-weight: 640;
  line-height: 20px;
}
.sides .chip {
  background: var(--ochre-tint);
  color: var(--ink);
}
.do {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 6px;
  padding-top: 4px;
}
.do .press {
  padding: 0 11px;
}
.do .bare {
  padding: 0 6px;
}
</style>
