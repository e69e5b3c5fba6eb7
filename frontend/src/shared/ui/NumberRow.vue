<script setup lang="ts">
/** A labelled number with its steps, held inside its bounds; emptied it goes back to what it was. */
const props = defineProps<{ label: string; value: number; least: number; most: number; step?: number }>()
const emit = defineEmits<{ keep: [value: number] }>()
function keep(value: number | undefined) {
  if (value === undefined || value === props.value) return
  emit('keep', Math.min(props.most, Math.max(props.least, value)))
}
</script>

<template>
  <label class="number">
    {{ label }}
    <el-input-number
      size="small"
      :model-value="value"
      :min="least"
      :max="most"
      :step="step ?? 1"
      :aria-label="label"
      @change="keep" />
  </label>
</template>

<style scoped>
.number {
  display: flex;
  align-items: center;
  justify-content: space-between;
  gap: 8px;
  font-size: 14px;
}
</style>
