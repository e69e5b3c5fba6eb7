<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import Chip from '@/shared/ui/Chip.vue'
import { told } from '@/shared/units'

import BarPanel from './BarPanel.vue'
import FeetPanel from './FeetPanel.vue'
import HandlingPanel from './HandlingPanel.vue'
import PartsPanel from './PartsPanel.vue'
import SeatPanel from './SeatPanel.vue'
import StemPanel from './StemPanel.vue'
import WaysPanel from './WaysPanel.vue'
import WheelsPanel from './WheelsPanel.vue'

/** The chosen machine to its last part: a tab for each, what is left of the miss over them all. */
const props = defineProps<{ sheet: Sheet }>()
const { unit } = useSettings()
const tab = ref('stem')
const build = computed(() => props.sheet.build)
const hand = computed(() => props.sheet.ledger.find((r) => r.mark === 'hand'))
const saddle = computed(() => props.sheet.ledger.find((r) => r.mark === 'saddle'))
const stale = computed(() => props.sheet.trail.find((p) => p.name === 'build' && p.state === 'stale')?.reason)
const foot = computed(() => props.sheet.ledger.find((r) => r.mark === 'foot'))
const judged = computed(() => ({ seat: saddle.value, feet: foot.value })[tab.value] ?? hand.value)
const headline = computed(() =>
  tab.value === 'seat'
    ? build.value!.seat_headline
    : tab.value === 'feet'
      ? build.value!.feet.headline
      : build.value!.headline,
)
</script>

<template>
  <div v-if="!build" class="empty">
    <h1>{{ $t('No frame chosen') }}</h1>
    <p>{{ $t('The stem, spacers and seat are chosen on a frame.') }}</p>
    <router-link class="press solid" :to="`/fits/${sheet.id}/frame`">{{ $t('Choose a frame') }}</router-link>
  </div>
  <template v-else>
    <header>
      <div class="judged">
        <span>{{ hand?.label ?? $t('Hand') }} <Chip v-if="hand?.miss" :word="hand.miss.verdict" /></span>
        <span>{{ $t('Saddle') }} <Chip v-if="saddle?.miss" :word="saddle.miss.verdict" /></span>
      </div>
      <h1>{{ headline }}</h1>
      <p class="quiet small">
        {{
          $t('Tolerance {x} and {y}.', { x: told(judged?.tol_x_mm ?? 0, unit), y: told(judged?.tol_y_mm ?? 0, unit) })
        }}
        <template v-if="['stem', 'bar', 'seat'].includes(tab)">{{ $t('Dots: mm left over at each stop.') }}</template>
      </p>
    </header>
    <p v-if="stale" class="warn stale">{{ stale }}</p>
    <el-tabs v-model="tab" class="tabs bench-tabs" :aria-label="$t('Parts of the build')">
      <el-tab-pane :label="$t('Stem')" name="stem" lazy>
        <StemPanel :build="build" :sheet="sheet" :stale="Boolean(stale)" />
      </el-tab-pane>
      <el-tab-pane :label="$t('Bar')" name="bar" lazy><BarPanel :build="build" :sheet="sheet" /></el-tab-pane>
      <el-tab-pane :label="$t('Seat')" name="seat" lazy><SeatPanel :build="build" :sheet="sheet" /></el-tab-pane>
      <el-tab-pane :label="$t('Feet')" name="feet" lazy><FeetPanel :build="build" :sheet="sheet" /></el-tab-pane>
      <el-tab-pane :label="$t('Wheels')" name="wheels" lazy><WheelsPanel :build="build" /></el-tab-pane>
      <el-tab-pane :label="$t('Handling')" name="handling" lazy><HandlingPanel :build="build" /></el-tab-pane>
      <el-tab-pane :label="$t('Ways')" name="ways" lazy
        ><WaysPanel :sheet="sheet" :shown="tab === 'ways'"
      /></el-tab-pane>
      <el-tab-pane :label="$t('Parts')" name="parts" lazy><PartsPanel :build="build" :sheet="sheet" /></el-tab-pane>
    </el-tabs>
  </template>
</template>

<style scoped>
.empty {
  display: grid;
  gap: 12px;
  justify-items: start;
  padding: 32px 24px;
}
header {
  padding: 6px 24px 2px;
}
.judged {
  display: flex;
  gap: 28px;
  font-size: 16px;
}
h1 {
  font-size: 34px;
  font-weight: 620;
}
.tabs :deep(.scroll) {
  min-height: 0;
  overflow: auto;
  padding: 4px 24px 12px;
}
.tabs :deep(.labelled text) {
  font: 560 13px var(--words);
  fill: var(--ink);
}
.tabs :deep(.labelled text.quiet) {
  font-weight: 420;
  fill: var(--quiet);
}
.tabs :deep(.advice) {
  padding: 6px 0 8px;
  border-bottom: 1px solid var(--hair);
  font-size: 14px;
  line-height: 1.35;
}
.tabs :deep(.warn),
.warn {
  padding: 6px 12px;
  margin-bottom: 6px;
  border-left: 4px solid var(--ochre);
  background: var(--ochre-tint);
  font-size: 14px;
}
.stale {
  margin: 0;
  padding-left: 20px;
}
</style>
