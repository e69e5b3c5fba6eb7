<script setup lang="ts">
import { computed, ref } from 'vue'

import { type DayLine, Refused } from '@/shared/api/client'
import { DATES } from '@/shared/i18n'
import { today } from '@/shared/days'

import { sendTo } from '@/rooms/files/begin'

import { after, type dueOf, weekOf } from './logic'

/** A week of the book: what is due on each day, and a place to put something in. */
const props = defineProps<{ due: ReturnType<typeof dueOf>; lines: DayLine[]; names: Record<string, string> }>()
const emit = defineEmits<{ kept: [] }>()
const now = today()
const at = ref(now)
const week = computed(() => weekOf(at.value, props.due))
const part = (day: string, how: Intl.DateTimeFormatOptions) =>
  new Date(`${day}T12:00:00`).toLocaleDateString(DATES, how)
const title = computed(() => {
  const [first, last] = [week.value[0]!.day, week.value[6]!.day]
  const to = part(last, { day: 'numeric', month: 'long', year: 'numeric' })
  return `${part(first, { day: 'numeric', month: 'short' })} – ${to}`
})
const late = computed(() => props.due.filter((d) => d.on < now && d.on < week.value[0]!.day).length)

const adding = ref('')
const fit = ref<number>()
const kind = ref('appointment')
const asks = ref('')
const trouble = ref('')
const KINDS = ['appointment', 'follow-up', 'part', 'pick-up'] as const
async function add() {
  const line = props.lines.find((l) => l.id === fit.value)
  if (!line) return
  const command = { do: 'ride.due' as const, on: adding.value, kind: kind.value as 'part', asks: asks.value }
  try {
    await sendTo(line, [command])
    adding.value = asks.value = trouble.value = ''
    emit('kept')
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = wrong.body.message
  }
}
</script>

<template>
  <div>
    <p class="turn">
      <button type="button" class="press low" :aria-label="$t('The week before')" @click="at = after(at, -7)">←</button>
      <b>{{ title }}</b>
      <button type="button" class="press low" :aria-label="$t('The week after')" @click="at = after(at, 7)">→</button>
      <button v-if="at !== now" type="button" class="press bare low" @click="at = now">{{ $t('This week') }}</button>
      <span v-if="late" class="late">{{ $t('{n} over from before', { n: late }) }}</span>
    </p>
    <ol class="week" :aria-label="$t('Week of {title}', { title })">
      <li v-for="d in week" :key="d.day" :class="{ now: d.day === now }">
        <span class="head"
          ><b>{{ part(d.day, { weekday: 'short' }) }}</b> {{ part(d.day, { day: 'numeric' }) }}</span
        >
        <router-link
          v-for="it in d.due"
          :key="`${it.fit} ${it.number}`"
          :to="`/fits/${it.fit}/ride`"
          :class="it.kind"
          :title="it.asks">
          <b>{{ it.rider }}</b>
          <span>{{ names[it.kind] ?? it.kind }}</span>
        </router-link>
        <button
          type="button"
          class="add"
          :aria-label="$t('Put something in on {day}', { day: part(d.day, { weekday: 'long', day: 'numeric' }) })"
          :aria-expanded="adding === d.day"
          @click="adding = adding === d.day ? '' : d.day">
          +
        </button>
      </li>
    </ol>
    <form v-if="adding" class="put" @submit.prevent="add">
      <b>{{ part(adding, { weekday: 'long', day: 'numeric', month: 'long' }) }}</b>
      <el-select v-model="fit" filterable :placeholder="$t('whose bike')" :aria-label="$t('Whose bike')">
        <el-option v-for="l in lines" :key="l.id" :value="l.id" :label="`${l.rider}, ${l.title}`" />
      </el-select>
      <el-select v-model="kind" :aria-label="$t('What is due')">
        <el-option v-for="k in KINDS" :key="k" :value="k" :label="names[k]!" />
      </el-select>
      <el-input
        v-model="asks"
        maxlength="400"
        :placeholder="$t('what is asked or awaited')"
        :aria-label="$t('What is asked or awaited')" />
      <button type="submit" class="press low solid" :disabled="!fit">{{ $t('Put it in') }}</button>
      <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
    </form>
  </div>
</template>

<style scoped>
.turn {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 6px 0 8px;
}
.late {
  margin-left: auto;
  color: var(--ochre);
  font-size: 14px;
  font-weight: 620;
}
.week {
  display: grid;
  grid-template-columns: repeat(7, minmax(0, 1fr));
  min-height: 132px;
  margin: 0;
  padding: 0;
  border: 1px solid var(--hair);
  background: var(--sheet);
  list-style: none;
}
.week li {
  display: flex;
  flex-direction: column;
  gap: 4px;
  padding: 6px;
  border-right: 1px solid var(--hair);
}
.week li:last-child {
  border-right: 0;
}
.now {
  box-shadow: inset 0 3px 0 var(--ink);
}
.head {
  font-size: 14px;
}
.week a {
  display: grid;
  padding: 3px 5px;
  border-left: 3px solid var(--ink);
  background: var(--paper);
  color: inherit;
  font-size: 12.5px;
  line-height: 1.25;
  text-decoration: none;
}
.week a b {
  overflow: hidden;
  text-overflow: ellipsis;
}
.week a.part,
.week a.pick-up {
  border-left-color: var(--plan);
}
.week a.appointment {
  border-left-color: var(--goal);
}
.add {
  margin-top: auto;
  height: 24px;
  border: 0;
  background: none;
  color: var(--quiet);
  font-size: 17px;
  cursor: pointer;
}
.add:hover {
  background: var(--paper);
  color: var(--ink);
}
.put {
  display: grid;
  grid-template-columns: 1fr 150px;
  gap: 8px;
  padding: 10px 0;
}
.put > b,
.put .trouble {
  grid-column: 1 / -1;
}
.trouble {
  color: var(--goal);
}
</style>
