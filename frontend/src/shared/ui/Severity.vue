<script setup lang="ts">
import { h as draw } from 'vue'

/** How much something hurts, 0 to 5, drawn as boxes, not stars. */
defineProps<{ value: number; label: string }>()
defineEmits<{ pick: [severity: number] }>()
const Full = () => draw('i', { class: 'box full' })
const Empty = () => draw('i', { class: 'box' })
</script>

<template>
  <el-rate
    class="severity"
    :model-value="value"
    clearable
    :icons="[Full, Full, Full]"
    :void-icon="Empty"
    :aria-label="label"
    @change="(n: number) => $emit('pick', n)" />
</template>

<style scoped>
.severity {
  height: 22px;
  --el-rate-icon-margin: 3px;
  --el-rate-icon-size: 13px;
}
.severity :deep(.box) {
  display: block;
  width: 13px;
  height: 13px;
  border: 1.4px solid var(--ochre);
}
.severity :deep(.full) {
  background: var(--ochre);
}
</style>
