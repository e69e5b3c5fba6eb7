<script setup lang="ts" generic="T extends string | number">
/** One of a list that is too long to stand side by side. */
withDefaults(
  defineProps<{
    label: string
    value: T | '' | null
    options: readonly { value: T; label: string }[]
    placeholder?: string
    clearable?: boolean
  }>(),
  { placeholder: '', clearable: false },
)
const emit = defineEmits<{ pick: [value: T | ''] }>()
</script>

<template>
  <el-select
    class="pick"
    :model-value="value || undefined"
    :aria-label="label"
    :placeholder="placeholder"
    :clearable="clearable"
    filterable
    :empty-values="[null, undefined, '']"
    :value-on-clear="''"
    @change="(v: T | '' | undefined) => emit('pick', v ?? '')">
    <el-option v-for="it in options" :key="it.value" :value="it.value" :label="it.label" />
  </el-select>
</template>

<style scoped>
.pick {
  min-width: 0;
}
</style>
