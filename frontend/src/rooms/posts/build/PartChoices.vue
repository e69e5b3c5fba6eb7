<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas } from '@/shared/api/client'
import Pick from '@/shared/ui/Pick.vue'

/** Kinds of part to choose from the shelf, each with what speaks against the one chosen. */
type Kind = Schemas['PartChoice']['kind']
const props = defineProps<{ kinds: { kind: Kind; name: string }[]; choices: Schemas['PartChoice'][]; before: string }>()
const emit = defineEmits<{ put: [part: number]; before: [kind: Kind] }>()
const rows = computed(() =>
  props.kinds.map(({ kind, name }) => {
    const found = props.choices.filter((c) => c.kind === kind)
    return { kind, name, found, chosen: found.find((c) => c.chosen) }
  }),
)
const options = (found: Schemas['PartChoice'][]) =>
  found.map((c) => ({ value: c.part, label: c.against ? `${c.name}: ${c.against}` : c.name }))
const put = (kind: Kind, part: number | '') => (part === '' ? emit('before', kind) : emit('put', part))
</script>

<template>
  <div v-for="row in rows" :key="row.kind" class="choice">
    <span>{{ row.name }}</span>
    <Pick
      :label="row.name"
      :value="row.chosen?.part ?? null"
      :options="options(row.found)"
      :placeholder="before"
      clearable
      @pick="(part) => put(row.kind, part)" />
    <p v-if="row.chosen" class="small">
      {{ row.chosen.figures
      }}<template v-if="row.chosen.against"
        >. <b>{{ row.chosen.against }}</b></template
      >
    </p>
  </div>
</template>

<style scoped>
.choice {
  display: grid;
  grid-template-columns: 64px 1fr;
  gap: 0 8px;
  align-items: center;
  padding: 5px 0;
  font-size: 15px;
}
.choice p {
  grid-column: 2;
  padding-top: 2px;
}
</style>
