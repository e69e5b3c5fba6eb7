<script setup lang="ts">
import { computed } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

/** Where no bike was measured: rival heights, the whole position by the body, and whether the goal takes it. */
type First = NonNullable<NonNullable<Sheet['goal']>['first']>
const props = defineProps<{ first: First }>()
const store = useSheet()
const { unit } = useSettings()
const marks = (p: { x_mm: number; y_mm: number }) => `${show(p.x_mm, unit.value)} ${show(p.y_mm, unit.value)}`
const whole = computed(() => (props.first.saddle && props.first.hand ? props.first : null))
</script>

<template>
  <section class="guess">
    <h2>{{ $t('First guesses') }}</h2>
    <p v-for="it in first.says" :key="it" class="small quiet">{{ it }}</p>
    <dl>
      <template v-for="it in first.guesses" :key="it.rule">
        <dt :class="{ taken: it.taken }">{{ it.rule }}</dt>
        <dd class="figure" :class="{ taken: it.taken }">{{ show(it.bb_to_saddle_mm, unit) }}</dd>
      </template>
    </dl>
    <template v-if="whole">
      <p class="small">
        {{
          $t('Saddle {saddle} and hand {hand}, fore and up from the BB.', {
            saddle: marks(whole.saddle!),
            hand: marks(whole.hand!),
          })
        }}
      </p>
      <button type="button" class="press" @click="store.change({ do: 'goal.guess', on: !first.on })">
        {{ first.on ? $t('Leave the guess') : $t('Take it for the goal') }}
      </button>
    </template>
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
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 4px 12px;
  margin: 10px 0;
}
dd {
  margin: 0;
  font-size: 17px;
}
.taken {
  font-weight: 640;
}
p {
  margin: 4px 0;
}
.press {
  margin-top: 8px;
}
</style>
