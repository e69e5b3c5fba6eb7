<script setup lang="ts">
import { ref, watch } from 'vue'

import type { Sheet } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const notes = ref(props.sheet.state.notes ?? '')
watch(
  () => props.sheet.state.notes,
  (n) => (notes.value = n ?? ''),
)
const keep = () => {
  if (notes.value !== (props.sheet.state.notes ?? ''))
    void store.change({ do: 'file.describe', what: 'notes', words: notes.value })
}
</script>

<template>
  <article>
    <h1>{{ $t('Ride notes') }}</h1>
    <p class="quiet">
      {{ $t('What the rider says after the first rides.') }}
      {{ $t('One change at a time, small: saddle 5 mm at most, cleats 3, then ride again.') }}
    </p>
    <el-input
      v-model="notes"
      type="textarea"
      :autosize="{ minRows: 8, maxRows: 18 }"
      resize="none"
      maxlength="4000"
      :aria-label="$t('Ride notes')"
      :placeholder="$t('Where they rode, how long, what was better, what was worse')"
      @blur="keep" />
  </article>
</template>

<style scoped>
article {
  display: grid;
  gap: 12px;
  max-width: 760px;
  padding: 28px 40px;
}
h1 {
  font-size: 37px;
}
article :deep(textarea) {
  font-size: 18px;
  line-height: 1.5;
}
</style>
