<script setup lang="ts">
import { ref } from 'vue'

import { useSettings } from '@/shared/settings'

import { useSheet } from '@/rooms/files/useSheet'

/** The bike as built taken for the bike as it is, with a reason; what follows is measured and planned from there. */
const store = useSheet()
const { fitter: by } = useSettings()
const reason = ref('')
async function take() {
  if (!by.value.trim() || !reason.value.trim()) return
  await store.change({ do: 'setup.as_now', by: by.value, reason: reason.value })
  reason.value = ''
}
</script>

<template>
  <form class="as-now" @submit.prevent="take">
    <h2>{{ $t('It is the bike now') }}</h2>
    <p class="quiet small">
      {{
        $t('What was built becomes what is measured; the marks as they were stay among the set-ups, with the reason.')
      }}
    </p>
    <el-input v-model="reason" maxlength="200" :placeholder="$t('why it was built so')" :aria-label="$t('Reason')" />
    <div class="row">
      <el-input v-model="by" maxlength="80" :placeholder="$t('measured by')" :aria-label="$t('Measured by')" />
      <button type="submit" class="press low solid" :disabled="!by.trim() || !reason.trim()">
        {{ $t('Take it as now') }}
      </button>
    </div>
  </form>
</template>

<style scoped>
.as-now {
  display: grid;
  gap: 8px;
  padding: 16px 24px;
  border-bottom: 1px solid var(--hair);
}
h2 {
  font-size: 18px;
}
.row {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
}
</style>
