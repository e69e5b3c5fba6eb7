<script setup lang="ts">
import { computed } from 'vue'

import type { Schemas, Sheet } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'

/** What hurts or feels wrong, and what in the position may be behind it: one change, taken as a step, for one ride. */
type Wrong = NonNullable<Sheet['goal']>['wrong']
type Cause = Wrong['causes'][number]
const props = defineProps<{ wrong: Wrong }>()
const store = useSheet()
const likely = computed(() => props.wrong.causes.filter((x) => !x.against))
const denied = computed(() => props.wrong.causes.filter((x) => x.against).map((x) => x.name))
const ticked = computed(() => props.wrong.complaints.filter((x) => x.on).map((x) => x.key))
function tick(keys: string[]) {
  const before = new Set(ticked.value)
  const now = new Set(keys)
  const commands: Schemas['Complain'][] = [
    ...keys.filter((k) => !before.has(k)).map((k) => ({ do: 'goal.complain' as const, complaint: k, on: true })),
    ...ticked.value.filter((k) => !now.has(k)).map((k) => ({ do: 'goal.complain' as const, complaint: k, on: false })),
  ]
  if (commands.length) void store.change(...commands)
}
const take = (cause: Cause) => store.change({ do: 'goal.add', step: cause.step!, words: cause.explains.join(', ') })
</script>

<template>
  <section>
    <h2>{{ $t('What hurts or feels wrong') }}</h2>
    <el-select
      class="asked"
      multiple
      :model-value="ticked"
      :aria-label="$t('What hurts or feels wrong')"
      :placeholder="$t('Nothing is ticked')"
      @change="tick">
      <el-option v-for="it in wrong.complaints" :key="it.key" :value="it.key" :label="it.name" />
    </el-select>
    <ol v-if="likely.length">
      <li v-for="it in likely" :key="it.key">
        <p class="line">
          <b>{{ it.name }}</b>
          <span v-if="it.shown" class="shown">{{ it.shown }}</span>
          <span v-else class="small quiet">{{ $t('not measured') }}</span>
        </p>
        <p class="small">{{ $t('Look: {what}.', { what: it.look }) }}</p>
        <p class="small">
          {{ $t('Change: {what} ({price}); {moves}.', { what: it.change, price: it.price, moves: it.moves }) }}
          <button v-if="it.step" type="button" class="plain" @click="take(it)">{{ $t('Take it as a step') }}</button>
        </p>
        <p class="small quiet">{{ $t('Wrong if: {what}.', { what: it.wrong }) }}</p>
      </li>
    </ol>
    <p v-if="denied.length" class="small quiet">
      {{ $t('The numbers speak against: {what}.', { what: denied.join(', ') }) }}
    </p>
    <p v-if="wrong.causes.length" class="small">{{ $t('One change, then ride.') }}</p>
    <p v-if="wrong.off_bike.length" class="small">
      {{ $t('Off the bike: {what}.', { what: wrong.off_bike.join('; ') }) }}
    </p>
    <p v-if="wrong.doctor" class="small doctor">{{ wrong.doctor }}</p>
  </section>
</template>

<style scoped>
section {
  padding: 12px 24px;
  border-bottom: 1px solid var(--hair);
}
h2 {
  font-size: 19px;
}
.asked {
  width: 100%;
  margin: 8px 0;
}
ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  padding: 8px 0;
  border-top: 1px solid var(--hair);
}
p {
  margin: 2px 0;
}
.line {
  display: flex;
  flex-wrap: wrap;
  gap: 0 10px;
  align-items: baseline;
}
.shown {
  color: var(--goal);
  font-size: 14px;
}
.doctor {
  margin-top: 8px;
}
</style>
