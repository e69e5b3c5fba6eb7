<script setup lang="ts">
import { computed, ref } from 'vue'

import { DATES, t } from '@/shared/i18n'
import { daysBetween, shortDay, today } from '@/shared/days'

import type { DayLine } from '@/shared/api/client'
import Choices from '@/shared/ui/Choices.vue'

import DueWeek from './DueWeek.vue'
import type { dueOf } from './logic'

/** What is due in the book, the first day first: the first few, and all of them on demand. */
const props = defineProps<{ due: ReturnType<typeof dueOf>; lines: DayLine[] }>()
const emit = defineEmits<{ kept: [] }>()
const how = ref<'list' | 'week'>('list')
const HOW = [
  { value: 'list' as const, label: t('List') },
  { value: 'week' as const, label: t('Week') },
]
const FEW = 4
const all = ref(false)
const shown = computed(() => (all.value ? props.due : props.due.slice(0, FEW)))
const now = today()
const NAMES: Record<string, string> = {
  'follow-up': t('follow-up'),
  part: t('part awaited'),
  'pick-up': t('pick-up'),
  appointment: t('appointment'),
}
const when = (day: string) => {
  const days = daysBetween(now, day)
  if (days < 0) return t('{n} days over', { n: -days })
  return days === 0 ? t('today') : t('in {n} days', { n: days })
}
</script>

<template>
  <section class="due" :aria-label="$t('Due')">
    <h2>
      {{ $t('Due') }} <span class="quiet count">{{ due.length }}</span>
      <Choices
        class="how"
        :label="$t('How what is due is shown')"
        :value="how"
        :options="HOW"
        @pick="(h) => (how = h)" />
      <a class="small" href="/api/calendar/due.ics" download>{{ $t('as a calendar') }}</a>
    </h2>
    <DueWeek v-if="how === 'week'" :due="due" :lines="lines" :names="NAMES" @kept="emit('kept')" />
    <ol v-else>
      <li v-for="d in shown" :key="`${d.fit} ${d.number}`">
        <router-link :to="`/fits/${d.fit}/ride`">
          <span class="figure" :class="{ late: daysBetween(now, d.on) <= 0 }">{{ shortDay(d.on, DATES) }}</span>
          <span
            ><b>{{ d.rider }}</b> <span class="quiet">{{ NAMES[d.kind] ?? d.kind }}</span> {{ d.asks }}</span
          >
          <span class="small" :class="daysBetween(now, d.on) <= 0 ? 'late' : 'quiet'">{{ when(d.on) }}</span>
        </router-link>
      </li>
    </ol>
    <button v-if="how === 'list' && due.length > FEW && !all" type="button" class="press low" @click="all = true">
      {{ $t('All {n}', { n: due.length }) }}
    </button>
  </section>
</template>

<style scoped>
.due {
  margin-bottom: 20px;
}
h2 {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.how {
  margin-left: 12px;
}
h2 a {
  margin-left: auto;
  color: var(--quiet);
  font-weight: 420;
}
.due > ol {
  margin: 0;
  padding: 0;
  list-style: none;
}
.due > ol a {
  display: grid;
  grid-template-columns: 88px 1fr auto;
  gap: 10px;
  align-items: baseline;
  min-height: 36px;
  padding: 7px 0;
  border-bottom: 1px solid var(--hair);
  color: inherit;
  text-decoration: none;
}
.due > ol a:hover {
  background: var(--sheet);
}
.figure {
  font-size: 14px;
}
.late {
  color: var(--ochre);
  font-weight: 620;
}
</style>
