<script setup lang="ts">
import { computed, onBeforeUnmount, ref } from 'vue'

import { readLines } from './progress'

/** A large shelf being searched: how far it is, and a way to stop it. */
const props = defineProps<{ fit: number }>()
const emit = defineEmits<{ ready: [] }>()
const done = ref(0)
const of = ref(0)
const state = ref<'running' | 'stopped' | 'offline'>('running')
const share = computed(() => (of.value ? Math.round((done.value / of.value) * 100) : 0))
let stop = new AbortController()
async function run() {
  stop = new AbortController()
  state.value = 'running'
  done.value = 0
  try {
    const answer = await fetch(`/api/fits/${props.fit}/search`, { signal: stop.signal })
    await readLines(answer, (line) => {
      if (line.ready) emit('ready')
      else [done.value, of.value] = [line.done ?? 0, line.of ?? 0]
    })
  } catch {
    state.value = stop.signal.aborted ? 'stopped' : 'offline'
  }
}
void run()
onBeforeUnmount(() => stop.abort())
</script>

<template>
  <div class="searching" role="status">
    <template v-if="state === 'running'">
      <p>
        <b>{{ $t('Searching a large shelf') }}</b> <span class="figure">{{ share }} %</span>
      </p>
      <progress :value="done" :max="of || 1" :aria-label="$t('Searched so far')" />
      <button type="button" class="press low" @click="stop.abort()">{{ $t('Stop') }}</button>
    </template>
    <template v-else>
      <p>
        {{ state === 'stopped' ? $t('Stopped. Nothing was changed.') : $t('The fit room’s computer does not answer.') }}
      </p>
      <button type="button" class="press low" @click="run">{{ $t('Search again') }}</button>
    </template>
  </div>
</template>

<style scoped>
.searching {
  display: grid;
  gap: 10px;
  justify-items: start;
  padding: 20px 24px;
}
progress {
  width: 100%;
  height: 10px;
  accent-color: var(--plan);
}
</style>
