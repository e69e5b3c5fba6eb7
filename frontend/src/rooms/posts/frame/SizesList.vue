<script setup lang="ts">
import { computed } from 'vue'

import type { SizeOffer } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import Chip from '@/shared/ui/Chip.vue'

/** Every size looked at: the chosen and the held first, those that fail last, each with its reason. */
const props = defineProps<{ offers: SizeOffer[] }>()
const emit = defineEmits<{ pick: [id: number]; hold: [id: number] }>()
const listed = computed(() => [
  ...props.offers.filter((o) => o.chosen),
  ...props.offers.filter((o) => o.held && !o.chosen),
  ...props.offers.filter((o) => !o.chosen && !o.held),
])
</script>

<template>
  <ol class="sizes" tabindex="0" :aria-label="$t('All sizes looked at')">
    <li
      v-for="o in listed"
      :key="o.id"
      :class="{ chosen: o.chosen, held: o.held }"
      :data-offer="`${o.frame} ${o.size}`">
      <button type="button" class="pick" :aria-pressed="o.chosen" @click="emit('pick', o.id)">
        <svg width="18" height="18" viewBox="-9 -9 18 18" aria-hidden="true">
          <LayerSign v-if="o.chosen || o.held" layer="plan" :hollow="!o.chosen" :size="7" />
          <circle v-else r="4" fill="var(--ink)" />
        </svg>
        <span class="name">{{ o.frame }} {{ o.size }}</span>
        <span class="figure miss">{{ o.show_x }} {{ o.show_y }}</span>
        <Chip :word="o.verdict" />
      </button>
      <p>
        {{ o.sentence }} <span class="quiet">{{ o.build[0]!.toUpperCase() + o.build.slice(1) }}.</span>
        <button v-if="!o.chosen" type="button" class="hold" @click="emit('hold', o.id)">
          {{ o.held ? $t('let go') : $t('hold beside') }}
        </button>
      </p>
    </li>
  </ol>
</template>

<style scoped>
.sizes {
  flex: 1;
  min-height: 100px;
  overflow: auto;
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 6px 24px 7px;
  border-bottom: 1px solid var(--hair);
  border-left: 4px solid transparent;
  content-visibility: auto;
  contain-intrinsic-size: auto 64px;
}
li.chosen {
  background: var(--sheet);
  border-left-color: var(--plan);
}
.pick {
  display: grid;
  grid-template-columns: 24px 1fr auto auto;
  gap: 8px;
  align-items: center;
  width: 100%;
  padding: 0;
  border: 0;
  background: none;
  text-align: left;
  cursor: pointer;
}
.name {
  font-size: 17px;
  font-weight: 620;
}
.miss {
  font-size: 17px;
  font-weight: 560;
  color: var(--plan);
}
p {
  padding-left: 32px;
  font-size: 14px;
  line-height: 1.35;
}
.hold {
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid var(--quiet);
  background: none;
  font-size: 13px;
  cursor: pointer;
}
</style>
