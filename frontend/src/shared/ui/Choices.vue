<script setup lang="ts" generic="T extends string | number | boolean">
/** One of several, side by side: arrow keys go from one to the next, as in any group of radio buttons. */
defineProps<{
  label: string
  value: T | null
  options: readonly { value: T; label: string; title?: string }[]
  large?: boolean
}>()
const emit = defineEmits<{ pick: [value: T] }>()
</script>

<template>
  <el-radio-group
    class="choices"
    :class="{ large }"
    :model-value="value ?? undefined"
    :aria-label="label"
    @change="(v) => emit('pick', v as T)">
    <el-radio-button v-for="it in options" :key="String(it.value)" :value="it.value" :title="it.title">{{
      it.label
    }}</el-radio-button>
  </el-radio-group>
</template>

<style scoped>
.choices {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
.choices :deep(.el-radio-button) {
  border: 0;
  background: none;
  box-shadow: none;
}
.choices :deep(.el-radio-button__inner) {
  height: 28px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  color: var(--ink);
  font-size: 14px;
  font-weight: 420;
  line-height: 26px;
  box-shadow: none;
  outline: none;
}
.choices.large :deep(.el-radio-button__inner) {
  height: 32px;
  padding: 0 11px;
  font-size: 15px;
  line-height: 30px;
}
.choices :deep(.el-radio-button__inner:hover) {
  border-color: var(--ink);
  color: var(--ink);
}
.choices :deep(.is-active .el-radio-button__original-radio:not(:disabled) + .el-radio-button__inner) {
  border-color: var(--ink);
  background: var(--ink);
  color: var(--on-ink);
  font-weight: 620;
  box-shadow: none;
}
.choices :deep(.el-radio-button__original-radio:focus-visible + .el-radio-button__inner) {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
</style>
