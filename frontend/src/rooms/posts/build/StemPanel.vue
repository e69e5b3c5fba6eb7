<script setup lang="ts">
import { computed } from 'vue'

import type { BuildView, Sheet } from '@/shared/api/client'
import Chip from '@/shared/ui/Chip.vue'

import { useSheet } from '@/rooms/files/useSheet'

import CostLadder from './CostLadder.vue'
import RailList from './RailList.vue'
import { useRails } from './rails'
import SteererStack from './SteererStack.vue'

/** The steerer: spacers, stem and what turning it over does, and the cheapest way to a front end that fits. */
const props = defineProps<{ build: BuildView; sheet: Sheet; stale: boolean }>()
const store = useSheet()
const { looked, look, take } = useRails(() => props.sheet)
const handToClamp = computed(() => ({ x: props.build.hand_off_clamp.x_mm, y: props.build.hand_off_clamp.y_mm }))
const lookOver = (on: boolean) => look('over', on ? props.build.over : null)
const turn = () => props.build.over && store.change({ do: 'build.turn_stem', over: !props.build.turned_over })
</script>

<template>
  <SteererStack
    :build="build"
    :preview="looked?.stop ?? null"
    :hand-to-clamp="handToClamp"
    @spacer="(mm) => store.change({ do: 'build.spacers', height_mm: mm })"
    @over="turn" />
  <div class="scroll">
    <RailList :rails="build.rails" :looked="looked" :sheet="sheet" mark="hand" @look="look" @take="take" />
    <div class="acts">
      <button
        type="button"
        class="press solid"
        :disabled="build.best_is_now && !stale"
        @click="store.change({ do: 'build.best' })">
        {{ $t('As recommended') }}
      </button>
      <router-link class="press" :to="`/fits/${sheet.id}/setup`">{{ $t('Card') }}</router-link>
      <span v-if="build.best_is_now && !stale" class="quiet small">{{ $t('this is the recommended build') }}</span>
    </div>
    <CostLadder :build="build" :sheet="sheet" />
    <div class="over">
      <button
        type="button"
        class="press low"
        :disabled="!build.over"
        @mouseenter="lookOver(true)"
        @mouseleave="lookOver(false)"
        @focus="lookOver(true)"
        @blur="lookOver(false)"
        @click="turn">
        {{ $t('Turn the stem over') }}
      </button>
      <span v-if="build.over" class="figure small"
        >{{ build.over.show_x }} {{ build.over.show_y }} <Chip :word="build.over.verdict"
      /></span>
      <p class="small quiet">{{ build.over_says }}</p>
    </div>
    <p v-for="w in build.warnings" :key="w" class="warn">{{ w }}</p>
  </div>
</template>

<style scoped>
.over {
  display: grid;
  grid-template-columns: auto 1fr;
  gap: 4px 12px;
  align-items: center;
  padding: 6px 0 8px;
}
.over p {
  grid-column: 1 / -1;
}
.acts {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 4px 0 8px;
  border-bottom: 1px solid var(--hair);
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
</style>
