<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { useRoute } from 'vue-router'

import type { Sheet } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import Choices from '@/shared/ui/Choices.vue'

import RideForm from './RideForm.vue'
import RideLog from './RideLog.vue'
import RideSpots from './RideSpots.vue'
import RideTable from './RideTable.vue'
import TrialPlan from './TrialPlan.vue'
import TrialSheet from './TrialSheet.vue'

/** What comes after the fit: the rides, or the trial that is running. */
const props = defineProps<{ sheet: Sheet }>()
const ride = computed(() => props.sheet.ride)
const running = computed(() => Boolean(ride.value?.trial?.so_far))
const route = useRoute()
const cranks = computed(() => (typeof route?.query.crank === 'string' ? route.query.crank : null))
const shown = ref<'rides' | 'trial'>(cranks.value ? 'trial' : 'rides')
// A trial that is running comes first; its last run does not take it away from under the eye.
watch(running, (now) => now && (shown.value = 'trial'), { immediate: true })
const options = [
  { value: 'rides' as const, label: t('Rides') },
  { value: 'trial' as const, label: t('Trial') },
]
</script>

<template>
  <article v-if="ride">
    <Choices class="which" :label="$t('What is shown')" :value="shown" :options="options" @pick="(v) => (shown = v)" />
    <template v-if="shown === 'rides'">
      <h1>{{ ride.last ? $t('After the fit') : $t('The first ride') }}</h1>
      <RideForm :on-pads="ride.on_pads" />
      <RideTable v-if="ride.last" :table="ride.last" :grounds="ride.grounds" />
      <RideSpots v-if="ride.last" :table="ride.last" :signs="ride.signs" />
      <RideLog :log="ride.log" />
    </template>
    <template v-else>
      <TrialSheet v-if="ride.trial" :key="ride.trial.trial.id" :it="ride.trial" />
      <TrialPlan :another="Boolean(ride.trial)" :cranks="cranks" />
    </template>
  </article>
</template>

<style scoped>
article {
  position: relative;
  display: flex;
  flex-direction: column;
  gap: 14px;
  height: 100%;
  padding: 20px 40px 24px;
  overflow: auto;
}
article > * {
  flex: none;
}
.which {
  position: absolute;
  top: 26px;
  right: 40px;
}
h1 {
  font-size: 37px;
}
</style>
