<script setup lang="ts">
import type { Schemas } from '@/shared/api/client'
import { DATES } from '@/shared/i18n'
import { shortDay } from '@/shared/days'

import { useSheet } from '@/rooms/files/useSheet'

/** Rides, changes and trials, the newest first; what felt worse is a result too. */
defineProps<{ log: Schemas['RideView']['log'] }>()
const store = useSheet()
const sign = (line: Schemas['LogLine']) => ({
  ride: line.kind === 'ride',
  change: line.kind === 'change',
  back: line.outcome === 'put back',
  trial: line.kind === 'trial',
})
</script>

<template>
  <section v-if="log.length" class="log">
    <h2>
      {{ $t('Log') }} <small class="quiet">{{ $t('one change between rides') }}</small>
    </h2>
    <ol>
      <li v-for="line in log" :key="`${line.kind}${line.id}`">
        <time :datetime="line.on" class="figure quiet">{{ shortDay(line.on, DATES) }}</time>
        <i :class="sign(line)" aria-hidden="true"></i>
        <span
          ><b>{{ line.title }}</b
          ><small class="quiet">{{ line.says }}</small></span
        >
        <span v-if="line.kind === 'change' && !line.outcome" class="acts">
          <button
            type="button"
            class="plain"
            @click="store.change({ do: 'ride.judge', tried: line.id, outcome: 'kept' })">
            {{ $t('Keep it') }}
          </button>
          <button
            type="button"
            class="plain"
            @click="store.change({ do: 'ride.judge', tried: line.id, outcome: 'put back' })">
            {{ $t('Put it back') }}
          </button>
        </span>
        <span v-else-if="line.kind === 'ride'" class="acts">
          <button
            type="button"
            class="plain"
            :aria-label="$t('Take out: {title}', { title: `${line.title}, ${line.on}` })"
            @click="store.change({ do: 'ride.take_out', ride: line.id })">
            ×
          </button>
        </span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
h2 {
  padding-bottom: 6px;
  border-bottom: 1px solid var(--ink);
  font-size: 18px;
}
h2 small {
  float: right;
  font-size: 13px;
  font-weight: 420;
  line-height: 26px;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 92px 22px 1fr auto;
  gap: 4px;
  align-items: center;
  min-height: 44px;
  border-bottom: 1px solid var(--hair);
}
li b::first-letter {
  text-transform: uppercase;
}
li b {
  display: inline-block;
}
li small {
  display: block;
}
time {
  font-size: 13px;
}
i {
  width: 11px;
  height: 11px;
  border: 1.6px solid var(--ink);
}
.ride {
  border-radius: 50%;
}
.change {
  border-color: var(--plan);
  background: var(--plan);
  transform: rotate(45deg) scale(0.85);
}
.back {
  border-color: var(--ochre);
  background: none;
}
.trial {
  background: var(--ink);
  border-radius: 50%;
}
.acts {
  display: flex;
  gap: 12px;
}
</style>
