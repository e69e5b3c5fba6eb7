<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/shared/api/client'
import { DATES, t } from '@/shared/i18n'
import DayBox from '@/shared/ui/DayBox.vue'
import Pick from '@/shared/ui/Pick.vue'
import { daysBetween, shortDay, today } from '@/shared/days'

import { useSheet } from '@/rooms/files/useSheet'

import { keep } from './keep'

/** What is due of this file: follow-ups at the studio's intervals, parts awaited, pick-ups, appointments. */
defineProps<{ due: Schemas['Due'][]; followUps: Schemas['FollowUpLine'][] }>()
const store = useSheet()
type Kind = Schemas['Due']['kind']
const KINDS: { value: NonNullable<Kind>; label: string }[] = [
  { value: 'follow-up', label: t('Follow-up') },
  { value: 'part', label: t('Part awaited') },
  { value: 'pick-up', label: t('Pick-up') },
  { value: 'appointment', label: t('Appointment') },
]
const kind = ref<NonNullable<Kind>>('follow-up')
const asks = ref('')
const on = ref(today())
const named = (k: Kind) => KINDS.find((x) => x.value === k)?.label ?? k
const now = today()
const when = (day: string) => {
  const days = daysBetween(now, day)
  if (days < 0) return t('{n} days over', { n: -days })
  return days === 0 ? t('today') : t('in {n} days', { n: days })
}
const late = (day: string) => daysBetween(now, day) <= 0
async function add(in_days: number, after = '') {
  const day = after ? now : on.value
  const said = asks.value || (after && t('after {what}', { what: after }))
  const command = { do: 'ride.due' as const, on: day, in_days, kind: kind.value, asks: said }
  if (await keep(store, command)) asks.value = ''
}
const open = (d: Schemas['Due']) => !d.done
</script>

<template>
  <section class="due">
    <h2>{{ $t('Due') }}</h2>
    <ul>
      <li v-for="d in due" :key="d.id" :class="{ done: d.done }">
        <el-checkbox
          :model-value="!open(d)"
          :aria-label="$t('Done: {what}', { what: `${named(d.kind)} ${d.asks}` })"
          @change="(v: unknown) => store.change({ do: 'ride.done', due: d.id, on: v ? today() : null })" />
        <span
          ><b>{{ named(d.kind) }}</b> {{ d.asks }}</span
        >
        <span class="small" :class="late(d.on) && !d.done ? 'late' : 'quiet'"
          >{{ shortDay(d.on, DATES) }}<template v-if="!d.done">, {{ when(d.on) }}</template></span
        >
      </li>
    </ul>
    <div class="add">
      <Pick :label="$t('What is due')" :value="kind" :options="KINDS" @pick="(v) => v && (kind = v)" />
      <el-input
        v-model="asks"
        maxlength="400"
        :placeholder="$t('what is asked or awaited')"
        :aria-label="$t('What is asked')" />
      <span class="in">
        <button
          v-for="f in followUps"
          :key="f.after"
          type="button"
          class="press low"
          :title="$t('in {n} days', { n: f.days })"
          @click="add(f.days, f.after)">
          {{ $t('after {what}', { what: f.after }) }}
        </button>
      </span>
      <span class="in">
        <DayBox v-model="on" :label="$t('On the day')" />
        <button type="button" class="press low" @click="add(0)">{{ $t('On this day') }}</button>
      </span>
    </div>
  </section>
</template>

<style scoped>
.due {
  padding: 14px 24px;
  border-bottom: 1px solid var(--hair);
}
h2 {
  padding-bottom: 4px;
  font-size: 18px;
}
ul {
  margin: 0 0 8px;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 22px 1fr auto;
  gap: 8px;
  align-items: center;
  min-height: 34px;
  border-top: 1px solid var(--hair);
}
.done {
  opacity: 0.6;
}
.late {
  color: var(--ochre);
  font-weight: 620;
}
.add {
  display: grid;
  grid-template-columns: 130px 1fr;
  gap: 8px;
}
.in {
  display: flex;
  grid-column: 1 / -1;
  gap: 8px;
  flex-wrap: wrap;
}
</style>
