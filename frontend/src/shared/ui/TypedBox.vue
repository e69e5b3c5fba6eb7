<script setup lang="ts">
import { ref, watch } from 'vue'

/** A text box whose typing outlasts a redraw: it takes on what is kept elsewhere only while nobody types in it. */
const props = withDefaults(
  defineProps<{ value: string | number | null | undefined; label?: string; tall?: boolean }>(),
  { label: undefined, tall: false },
)
const emit = defineEmits<{ keep: [typed: string] }>()

const kept = () => String(props.value ?? '')
const draft = ref(kept())
let typing = false
watch(kept, (now) => {
  if (!typing) draft.value = now
})
function onInput(event: Event) {
  typing = true
  draft.value = (event.target as HTMLInputElement).value
}
function onChange() {
  typing = false
  emit('keep', draft.value.trim())
}
</script>

<template>
  <component
    :is="tall ? 'textarea' : 'input'"
    :value="draft"
    :aria-label="label"
    @input="onInput"
    @change="onChange"
    @blur="typing = false" />
</template>
