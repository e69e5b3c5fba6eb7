<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { today } from '@/shared/days'

import { useSheet } from '@/rooms/files/useSheet'

import DueList from './DueList.vue'

/** The one small change to ride next, what is due, and the fitter's notes. */
const props = defineProps<{ sheet: Sheet }>()
defineEmits<{ history: [] }>()
const store = useSheet()
const ride = computed(() => props.sheet.ride)
const turn = ref(0)
const causes = computed(() => ride.value?.causes ?? [])
const cause = computed(() => causes.value[turn.value % Math.max(1, causes.value.length)])
const notes = ref(props.sheet.state.notes ?? '')
watch(
  () => props.sheet.state.notes,
  (n) => (notes.value = n ?? ''),
)
const keep = () => {
  if (notes.value !== (props.sheet.state.notes ?? ''))
    void store.change({ do: 'file.describe', what: 'notes', words: notes.value })
}
</script>

<template>
  <div v-if="ride" class="rest">
    <section class="next">
      <p class="lead">{{ $t('One small change next') }}</p>
      <template v-if="ride.waits">
        <h1>{{ $t('Ride first') }}</h1>
        <p>{{ ride.waits }}</p>
      </template>
      <template v-else-if="cause">
        <h1>{{ cause.change }}</h1>
        <p>
          {{ $t('For {what}: {cause}.', { what: cause.explains.join(', '), cause: cause.name }) }}
          <template v-if="cause.shown">{{ cause.shown }}. </template>
          {{ $t('It moves: {moves}. Wrong if {wrong}.', { moves: cause.moves, wrong: cause.wrong }) }}
        </p>
        <p class="acts">
          <button
            type="button"
            class="press solid"
            @click="store.change({ do: 'ride.try', cause: cause.key, on: today() })">
            {{ $t('Try it') }}
          </button>
          <button v-if="causes.length > 1" type="button" class="press" @click="turn += 1">{{ $t('Another') }}</button>
          <span v-if="causes.length > 1" class="quiet small">{{ $t('{n} listed', { n: causes.length }) }}</span>
        </p>
      </template>
      <template v-else-if="ride.off_bike.length">
        <h1>{{ $t('Not the position, as far as it was read') }}</h1>
        <p>{{ $t('Every likely cause was tried, or the numbers speak against it. Look off the fit:') }}</p>
        <ul>
          <li v-for="it in ride.off_bike" :key="it">{{ it }}</li>
        </ul>
      </template>
      <template v-else>
        <h1>{{ $t('Nothing asks for one') }}</h1>
        <p class="quiet">
          {{ $t('Put a ride down and rate where it hurt: from 3 on its likely causes are looked for here.') }}
        </p>
      </template>
      <p v-if="!ride.waits" class="seasons">
        <span class="small">{{ $t('For another reason:') }}</span>
        <button
          v-for="s in ride.seasons"
          :key="s.key"
          type="button"
          class="press low"
          :title="`${s.change}: ${s.why}`"
          @click="store.change({ do: 'ride.try', cause: s.key, on: today() })">
          {{ s.name }}
        </button>
      </p>
      <p class="small quiet">
        {{ $t('One change, then a ride. After the first ride: all bolts again, both brakes.') }}
      </p>
    </section>
    <DueList :due="ride.due" :follow-ups="ride.follow_ups" />
    <section class="notes">
      <h2>{{ $t('Ride notes') }}</h2>
      <el-input
        v-model="notes"
        type="textarea"
        :autosize="{ minRows: 3, maxRows: 10 }"
        resize="none"
        maxlength="4000"
        :aria-label="$t('Ride notes')"
        :placeholder="$t('What the rider says after the first rides.')"
        @blur="keep" />
      <button type="button" class="press low" @click="$emit('history')">{{ $t('Whole history') }}</button>
    </section>
  </div>
</template>

<style scoped>
.rest {
  min-height: 0;
  overflow: auto;
}
.seasons {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: center;
  padding-top: 8px;
}
section {
  padding: 14px 24px;
  border-bottom: 1px solid var(--hair);
}
.lead {
  font-size: 15px;
}
h1::first-letter {
  text-transform: uppercase;
}
h1 {
  font-size: 30px;
  line-height: 1.15;
}
.next p {
  margin-top: 6px;
  line-height: 1.4;
}
.acts {
  display: flex;
  gap: 12px;
  align-items: center;
}
h2 {
  padding-bottom: 6px;
  font-size: 18px;
}
.notes button {
  margin-top: 10px;
}
</style>
