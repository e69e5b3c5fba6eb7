<script setup lang="ts">
/** A labelled number with its steps, held inside its bounds; emptied it goes back to what it was, or where `blank` says
 * what none means it is none. */
const props = defineProps<{
  label: string
  value: number | null
  least: number
  most: number
  step?: number
  blank?: string
}>()
const emit = defineEmits<{ keep: [value: number | null] }>()
function keep(value: number | null | undefined) {
  if ((value ?? null) === props.value) return
  if (value === undefined || value === null) {
    if (props.blank !== undefined) emit('keep', null)
    return
  }
  emit('keep', Math.min(props.most, Math.max(props.least, value)))
}
</script>

<template>
  <label class="number">
    {{ label }}
    <el-input-number
      size="small"
      :model-value="value ?? undefined"
      :value-on-clear="blank === undefined ? undefined : null"
      :placeholder="blank"
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
