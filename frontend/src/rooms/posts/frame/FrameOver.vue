<script setup lang="ts">
import { computed } from 'vue'

import type { Sheet } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'

import FrameTable from './FrameTable.vue'

const props = defineProps<{ sheet: Sheet }>()
const frame = computed(() => props.sheet.state.frame)
</script>

<template>
  <div v-if="frame?.chosen" class="named">
    <p class="chosen">
      <svg width="24" height="24" viewBox="-12 -12 24 24" aria-hidden="true"><LayerSign layer="plan" :size="9" /></svg
      >{{ frame.chosen.frame }} {{ frame.chosen.size }}
    </p>
    <p v-if="frame.held">
      <svg width="24" height="20" viewBox="-12 -10 24 20" aria-hidden="true">
        <LayerSign layer="plan" hollow :size="7" /></svg
      >{{ frame.held.frame }} {{ frame.held.size }} <span class="quiet">{{ $t('held, dashed') }}</span>
    </p>
  </div>
  <FrameTable class="table" :sheet="sheet" />
</template>

<style scoped>
.named {
  position: absolute;
  top: 14px;
  left: 58px;
  pointer-events: none;
}
.named p {
  display: flex;
  align-items: center;
  gap: 8px;
  font-weight: 560;
  font-size: 16px;
}
.named .chosen {
  font-size: 27px;
  font-weight: 640;
  line-height: 1.25;
}
.named .quiet {
  font-weight: 420;
}
.table {
  position: absolute;
  top: 20px;
  right: 20px;
}
</style>
