<script setup lang="ts">
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'

import { api, type DayLine, Refused, take } from '@/shared/api/client'
import { typing } from '@/shared/keys'
import { useSettings } from '@/shared/settings'
import Chip from '@/shared/ui/Chip.vue'
import TopBar from '@/shared/ui/TopBar.vue'

import CarryPosition from '@/rooms/carry/CarryPosition.vue'

import DueToday from './DueToday.vue'
import { answering, dueOf, matches, nextPost, triangle } from './logic'
import TrailMarks from './TrailMarks.vue'
import { DATES, t } from '@/shared/i18n'

const router = useRouter()
const route = useRoute()
const { toggleUnit } = useSettings()
const lines = ref<DayLine[] | null>(null)
const asked = ref('')
const find = ref<HTMLInputElement>()
const trouble = ref('')
const adding = ref(false)
const carrying = ref(false)
const name = ref('')
const about = ref('')
const today = new Date().toLocaleDateString(DATES, { weekday: 'long', day: 'numeric', month: 'long' })

async function read() {
  try {
    lines.value = await take(api.GET('/api/fits'))
    trouble.value = ''
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = wrong.body.message
  }
}
onMounted(async () => {
  document.title = t('Day book, Waymark')
  await read()
  if (route.query.find) find.value?.focus()
})
const found = computed(() => (lines.value ?? []).filter((l) => matches(l, asked.value)))
const due = computed(() => dueOf(found.value))
const work = computed(() => (lines.value ?? []).filter((l) => nextPost(l).name !== 'ride').slice(0, 4))
const all = computed(() => [...found.value].sort((a, b) => a.rider.localeCompare(b.rider)))
const open = (line: DayLine) => router.push(`/fits/${line.id}/${nextPost(line).name}`)
const headline = computed(() => {
  const n = new Set((lines.value ?? []).map((l) => l.rider_id)).size
  if (!n) return t('No rider yet.')
  const busy = (lines.value ?? []).filter((l) => nextPost(l).name !== 'ride').length
  return t('{n} {riders} in the book, {bikes} in work.', {
    n,
    riders: n === 1 ? t('rider') : t('riders'),
    bikes: busy === 1 ? t('one bike') : busy ? t('{n} bikes', { n: busy }) : t('none'),
  })
})

async function add() {
  try {
    const rider = await take(api.POST('/api/riders', { body: { name: name.value, about: about.value } }))
    const fit = await take(api.POST('/api/fits', { body: { rider_id: rider.id, title: t('New fit') } }))
    await router.push(`/fits/${fit.id}/rider`)
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = wrong.body.message
  }
}
async function takeFile(event: Event) {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (!file) return
  try {
    const fit = await take(api.POST('/api/fits/import', { body: { text: await file.text() } }))
    await router.push(`/fits/${fit.id}/measure`)
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = `${file.name}: ${wrong.body.message}`
  }
}
async function beginAdding() {
  adding.value = true
  await nextTick()
  document.querySelector<HTMLInputElement>('#new-rider')?.focus()
}
useEventListener(window, 'keydown', (event) => {
  if (typing(event)) return
  if (event.key === '/') {
    event.preventDefault()
    find.value?.focus()
  } else if (event.key.toLowerCase() === 'u') toggleUnit()
})
</script>

<template>
  <div class="book">
    <TopBar>
      <label class="find"
        ><kbd>/</kbd
        ><input
          ref="find"
          v-model="asked"
          type="search"
          :placeholder="$t('rider, bike, part or what hurts')"
          :aria-label="$t('Find a rider')"
          @keydown.enter="all[0] && open(all[0])"
      /></label>
    </TopBar>
    <main>
      <section class="day">
        <h1>{{ today }}</h1>
        <p class="quiet lead">{{ lines ? headline : ' ' }}</p>
        <form v-if="adding" class="new" @submit.prevent="add">
          <label>{{ $t('Name') }} <input id="new-rider" v-model="name" maxlength="120" required /></label>
          <label
            >{{ $t('About') }} <input v-model="about" maxlength="200" :placeholder="$t('age, work, hours a week')"
          /></label>
          <button type="submit" class="press solid">{{ $t('Begin a fit') }}</button>
          <button type="button" class="press bare" @click="adding = false">{{ $t('Not now') }}</button>
        </form>
        <div v-else class="new">
          <button type="button" class="press" :class="{ solid: !lines?.length }" @click="beginAdding">
            {{ $t('New rider') }}
          </button>
          <button type="button" class="press" :aria-expanded="carrying" @click="carrying = !carrying">
            {{ $t('Carry a position') }}
          </button>
          <label class="press file"
            >{{ $t('Open a fit file')
            }}<input type="file" accept=".json,application/json" class="visually-hidden" @change="takeFile"
          /></label>
        </div>
        <CarryPosition v-if="carrying" />
        <p v-if="trouble" class="trouble" role="alert">{{ trouble }}</p>
        <div v-for="(line, i) in work" :key="line.id" class="entry" :class="{ first: i === 0 }">
          <div class="what">
            <h2>{{ line.rider }}</h2>
            <p class="quiet">{{ line.title }}</p>
            <p>{{ line.reason }}</p>
            <button type="button" class="press" :class="{ solid: i === 0 }" @click="open(line)">
              {{ $t('Open {label}', { label: nextPost(line).label }) }}
            </button>
          </div>
          <div class="where">
            <TrailMarks :posts="line.trail" />
            <small class="quiet">{{ nextPost(line).reason ?? nextPost(line).label }}</small>
            <svg
              v-if="triangle(line, 92, 70)"
              width="92"
              height="70"
              viewBox="-4 -4 100 78"
              class="tri"
              role="img"
              :aria-label="$t('BB, saddle and hand')">
              <path :d="triangle(line, 92, 70)!.goal" class="goal" />
              <path :d="triangle(line, 92, 70)!.now" class="now" />
            </svg>
          </div>
        </div>
      </section>
      <section class="all">
        <DueToday v-if="due.length || all.length" :due="due" :lines="lines ?? []" @kept="read" />
        <h2>
          {{ $t('All bikes') }} <span class="quiet count">{{ found.length }}</span>
        </h2>
        <ul>
          <li v-for="line in all" :key="line.id">
            <button type="button" class="row" @click="open(line)">
              <svg width="62" height="48" viewBox="-4 -4 70 56" aria-hidden="true">
                <path v-if="triangle(line, 60, 46)" :d="triangle(line, 60, 46)!.now" class="now" />
              </svg>
              <span class="names"
                ><b>{{ line.rider }}</b
                ><small v-if="asked && answering(line, asked)" class="by">{{ answering(line, asked) }}</small
                ><small v-else class="quiet">{{ line.bike || line.about }}</small></span
              >
              <TrailMarks :posts="line.trail" />
              <span class="state">
                <template v-if="line.worst"
                  >{{ line.worst_mark }}
                  <b class="figure" :class="`${line.worst.of}-ink`">{{ line.worst.show_x }} {{ line.worst.show_y }}</b>
                  {{ ' ' }}
                  <Chip :word="line.worst.verdict"
                /></template>
                <span v-else class="quiet small">{{
                  $t('{post} next', { post: nextPost(line).label.toLowerCase() })
                }}</span>
              </span>
            </button>
          </li>
        </ul>
        <p v-if="lines?.length && !found.length" class="quiet">
          {{ $t('Nobody by that name. The whole book is there when the field is empty.') }}
        </p>
      </section>
    </main>
  </div>
</template>

<style scoped>
.book {
  display: grid;
  grid-template-rows: 52px minmax(0, 1fr);
  height: 100%;
}
main {
  display: grid;
  grid-template-columns: minmax(0, 620fr) minmax(0, 660fr);
  min-height: 0;
}
.find {
  position: relative;
  width: 300px;
}
.find kbd {
  position: absolute;
  left: 10px;
  top: 8px;
}
.find input {
  width: 100%;
  height: 34px;
  padding: 0 10px 0 40px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
}
.day {
  overflow: auto;
  padding: 20px 32px 32px 40px;
  border-right: 1px solid var(--ink);
  background: var(--sheet);
}
h1 {
  font-size: 44px;
}
.lead {
  padding-bottom: 14px;
  font-size: 17px;
}
.entry {
  display: grid;
  grid-template-columns: 1fr 112px;
  gap: 16px;
  padding: 14px 0 16px 18px;
  border-left: 2px solid var(--rule);
  margin-bottom: 14px;
}
.entry.first {
  border-left: 5px solid var(--ink);
  padding-left: 15px;
}
.what {
  display: grid;
  gap: 3px;
  justify-items: start;
  align-content: start;
}
.what h2 {
  font-size: 24px;
}
.what .press {
  margin-top: 8px;
}
.where {
  display: grid;
  align-content: start;
  gap: 2px;
}
.tri {
  margin-top: 8px;
}
path.now {
  fill: color-mix(in srgb, var(--now) 12%, transparent);
  stroke: var(--now);
  stroke-width: 1.6;
  stroke-linejoin: round;
}
path.goal {
  fill: none;
  stroke: var(--goal);
  stroke-width: 1.8;
  stroke-linejoin: round;
}
.new {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
  padding-bottom: 18px;
}
.new label:not(.file) {
  display: grid;
  gap: 2px;
  font-weight: 560;
}
.new input:not([type='file']) {
  height: 40px;
  padding: 0 10px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--paper);
}
.file {
  display: inline-grid;
  align-items: center;
}
.file:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.trouble {
  margin-bottom: 12px;
  padding: 10px 14px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
.all {
  overflow: auto;
  padding: 18px 24px 24px 32px;
}
.all h2 {
  padding-bottom: 8px;
  border-bottom: 1px solid var(--ink);
  font-size: 19px;
}
.count {
  font-weight: 420;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
.row {
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr) 106px 190px;
  gap: 8px;
  align-items: center;
  width: 100%;
  min-height: 56px;
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  text-align: left;
  cursor: pointer;
}
.row:hover {
  background: var(--sheet);
}
.names {
  display: grid;
  min-width: 0;
}
.names b {
  font-size: 18px;
  font-weight: 620;
}
.names small {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
  font-size: 14px;
}
.names .by {
  color: var(--plan);
  font-weight: 560;
}
.state {
  text-align: right;
  white-space: nowrap;
}
.state .figure {
  font-size: 17px;
}
</style>
