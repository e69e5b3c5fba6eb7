<script setup lang="ts">
import type { Sheet } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'
import { DATES } from '@/shared/i18n'

defineProps<{ sheet: Sheet }>()
const open = defineModel<boolean>({ required: true })
const store = useSheet()
const when = (iso: string) =>
  new Date(iso).toLocaleString(DATES, { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <el-drawer v-model="open" :title="$t('History')" size="420px">
    <p class="quiet">{{ $t('Nothing is ever lost: an undo is a change like any other.') }}</p>
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
      <button type="button" class="press" :disabled="!sheet.undo" @click="store.undo()">{{ $t('Undo') }}</button>
      <button type="button" class="press" :disabled="!sheet.redo" @click="store.redo()">{{ $t('Bring back') }}</button>
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
