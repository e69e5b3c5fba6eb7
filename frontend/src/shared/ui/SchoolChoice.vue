<script setup lang="ts">
import { computed } from 'vue'

import Choices from '@/shared/ui/Choices.vue'

/** One question on which fitters differ: the answers side by side, the reason of the one taken, and whose it is. */
interface Answer {
  key: string
  label: string
  reason: string
}
const props = defineProps<{
  question: string
  taken: string
  house: string
  own: boolean
  choices: Answer[]
  whose: string
}>()
const emit = defineEmits<{ pick: [school: string | null] }>()
const reason = computed(() => props.choices.find((c) => c.key === props.taken)?.reason)
const houseLabel = computed(() => props.choices.find((c) => c.key === props.house)?.label)
</script>

<template>
  <Choices
    :label="question"
    :value="taken"
    :options="choices.map((c) => ({ value: c.key, label: c.label, title: c.reason }))"
    @pick="(picked) => emit('pick', picked)" />
  <p class="quiet small">
    {{ reason }}
    <template v-if="own">
      {{ whose }}
      <button type="button" class="plain" @click="emit('pick', null)">
        {{ $t('Back to {label}', { label: houseLabel ?? '' }) }}
      </button>
    </template>
  </p>
</template>

<style scoped>
p {
  margin: 0;
  padding-top: 3px;
}
</style>
