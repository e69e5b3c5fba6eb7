<script setup lang="ts">
import { computed } from 'vue'

import { titleOf } from '@/rooms/posts/measure/callout'

import { commandWords } from '../words'
import { useSheet } from '../useSheet'

const store = useSheet()
const open = computed({
  get: () => store.conflict !== null,
  set: (v) => {
    if (!v) void store.settle(false)
  },
})
// What the other window did since the revision this one stands on.
const theirs = computed(() => {
  const met = store.conflict
  if (!met || !store.sheet) return []
  return met.theirs.history.filter((change) => change.number > store.sheet!.revision)
})
const titles = computed(() => new Map((store.sheet?.measure?.asked ?? []).map((it) => [it.key, titleOf(it)])))
</script>

<template>
  <el-dialog
    v-model="open"
    :title="$t('This file was changed in another window')"
    width="560"
    :close-on-click-modal="false">
    <div v-if="store.conflict" class="both">
      <section :aria-label="$t('Theirs')">
        <h3>{{ $t('In the other window') }}</h3>
        <p v-for="change in theirs" :key="change.number">{{ change.said }}</p>
      </section>
      <section :aria-label="$t('Mine')">
        <h3>{{ $t('Here, not kept yet') }}</h3>
        <p v-for="change in store.conflict.mine" :key="JSON.stringify(change)">{{ commandWords(change, titles) }}</p>
        <p v-if="!store.conflict.mine.length">{{ $t('An undo. Look at theirs first.') }}</p>
      </section>
    </div>
    <template #footer>
      <button type="button" class="press" @click="store.settle(false)">{{ $t('Take theirs') }}</button>
      <button v-if="store.conflict?.mine.length" type="button" class="press solid" @click="store.settle(true)">
        {{ $t('Put mine on top') }}
      </button>
    </template>
  </el-dialog>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 24px;
}
h3 {
  padding-bottom: 6px;
  margin-bottom: 8px;
  border-bottom: 1px solid var(--ink);
  font-size: 17px;
}
.press {
  margin-left: 8px;
}
</style>
