<script setup lang="ts">
import type { Sheet } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'

defineProps<{ sheet: Sheet }>()
const open = defineModel<boolean>({ required: true })
const store = useSheet()
const when = (iso: string) =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <el-drawer v-model="open" title="History" size="420px">
    <p class="quiet">Nothing is ever lost: an undo is a change like any other.</p>
    <ol>
      <li v-for="change in sheet.history" :key="change.number">
        <span class="figure quiet">{{ change.number }}</span>
        <span
          >{{ change.said
          }}<small class="quiet">{{ when(change.made_at) }}{{ change.by ? `, ${change.by}` : '' }}</small></span
        >
      </li>
    </ol>
    <template #footer>
      <button type="button" class="press" :disabled="!sheet.undo" @click="store.undo()">Undo</button>
      <button type="button" class="press" :disabled="!sheet.redo" @click="store.redo()">Bring back</button>
    </template>
  </el-drawer>
</template>

<style scoped>
ol {
  list-style: none;
  margin: 12px 0 0;
  padding: 0;
}
li {
  display: grid;
  grid-template-columns: 40px 1fr;
  padding: 8px 0;
  border-bottom: 1px solid var(--hair);
}
small {
  display: block;
}
.press {
  margin-left: 8px;
}
</style>
