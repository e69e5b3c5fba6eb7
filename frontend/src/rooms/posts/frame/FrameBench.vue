<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

import BetweenSizes from './BetweenSizes.vue'
import FrameLook from './FrameLook.vue'
import MadeFrame from './MadeFrame.vue'
import BuildLines from './BuildLines.vue'
import RecommendedBuild from './RecommendedBuild.vue'
import SearchProgress from './SearchProgress.vue'
import ThisBike from './ThisBike.vue'
import SizesList from './SizesList.vue'
import { useSheet } from '@/rooms/files/useSheet'
import WindowMap from './WindowMap.vue'
import { t } from '@/shared/i18n'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const { unit } = useSettings()
const view = computed(() => props.sheet.frame)
const offers = computed(() => view.value?.offers ?? [])
const held = computed(() => Boolean(view.value?.between.length))
const tab = ref<'worth' | 'map' | 'frontier' | 'sizes' | 'made' | 'two'>('worth')
const open = ref(false)
watch(held, (now) => {
  if (!now && tab.value === 'two') tab.value = 'worth'
})
const look = computed(() => view.value?.look_for)
const range = (a: number, b: number) => t('{a} to {b}', { a: show(a, unit.value), b: show(b, unit.value) })
const lit = ref<number | null>(null)
const litOffer = computed(() => offers.value.find((o) => o.id === lit.value))
function pick(id: number) {
  const it = offers.value.find((x) => x.id === id)
  if (it && !it.chosen) void store.change({ do: 'frame.choose', size: id })
}
function hold(id: number) {
  const it = offers.value.find((x) => x.id === id)
  void store.change({ do: 'frame.hold', size: it?.held ? null : id })
}
</script>

<template>
  <header>
    <h1>{{ view?.no_fit ? $t('No frame here carries it') : $t('Frames that can carry the goal') }}</h1>
    <button v-if="open" type="button" class="press low" @click="open = false">{{ $t('Done') }}</button>
  </header>
  <FrameLook v-if="open && view" :view="view" :sheet="sheet" class="look" />
  <SearchProgress v-if="view?.searching && !open" :fit="sheet.id" @ready="store.open(sheet.id, 'frame')" />
  <p v-else-if="!offers.length && !open" class="empty">
    <template v-if="view && view.look.shelved"
      >{{ $t('The goal is not known, or no frame is looked at.') }}
      <router-link :to="`/fits/${sheet.id}/measure`">{{ $t('Measure the bike') }}</router-link>{{ $t(', or') }}
      <button type="button" class="plain" @click="open = true">{{ $t('look at more') }}</button>.</template
    >
    <template v-else
      >{{ $t('The shelf is empty. Fill the') }}
      <router-link to="/frames">{{ $t('frames shelf') }}</router-link>.</template
    >
  </p>
  <template v-else-if="view && !open">
    <p v-if="view.open_slip" class="open" role="status">
      {{ view.open_slip }} <router-link :to="`/fits/${sheet.id}/measure`">{{ $t('Settle it in Measure') }}</router-link>
    </p>
    <p v-for="p in view.prompts" :key="p.says" class="asks">
      {{ p.says }}{{ ' ' }}
      <button
        v-if="p.gate"
        type="button"
        class="plain"
        @click="store.change({ do: 'frame.school', question: p.gate, school: 'first' })">
        {{ $t('Ask it first') }}
      </button>
      <router-link v-else :to="`/fits/${sheet.id}/rider`">{{ $t('To the rider') }}</router-link>
    </p>
    <ThisBike v-if="view.this_bike" :bike="view.this_bike" />
    <RecommendedBuild v-if="view.recommended" :line="view.recommended" @hold="hold" @lit="(id) => (lit = id)" />
    <div class="lit small" aria-live="polite">
      <template v-if="litOffer"
        ><b>{{ litOffer.frame }} {{ litOffer.size }}</b> {{ litOffer.sentence }}</template
      >
      <template v-else
        >{{
          $t('{shown} of {shelved} sizes looked at, {carry} carry the goal.', {
            shown: view.look.shown,
            shelved: view.look.shelved,
            carry: view.carry,
          })
        }}
        <button type="button" class="plain" @click="open = true">{{ $t('Choose what is looked at') }}</button></template
      >
    </div>
    <p v-if="view.position" class="quiet small position">{{ view.position }}</p>
    <section v-if="view.no_fit && look" class="nofit" role="status">
      <p>
        <b>{{ $t('Look for, or have made:') }}</b>
      </p>
      <p class="wanted figure">
        <span>{{ $t('stack') }}</span> {{ range(look.stack_least_mm, look.stack_greatest_mm) }}
      </p>
      <p class="wanted figure">
        <span>{{ $t('reach') }}</span> {{ range(look.reach_least_mm, look.reach_greatest_mm) }}
      </p>
      <p class="small">
        {{
          $t('with a usual stem, at a head angle of {head_angle_deg}°.', {
            head_angle_deg: look.head_angle_deg.toFixed(1),
          })
        }}
      </p>
      <p class="made">
        <button type="button" class="press low" @click="tab = 'made'">{{ $t('The frame to have made') }}</button>
      </p>
    </section>
    <el-tabs v-model="tab" class="tabs bench-tabs" :aria-label="$t('Frames')">
      <el-tab-pane name="worth" :label="view.no_fit ? $t('The nearest') : $t('Others')"
        ><BuildLines
          :lines="view.worth"
          :label="$t('Builds worth a thought')"
          :failing="view.no_fit?.nearest"
          @hold="hold"
          @lit="(id) => (lit = id)"
      /></el-tab-pane>
      <el-tab-pane name="map" :label="$t('Map')" lazy
        ><WindowMap :view="view" :offers="offers" class="map" @pick="pick" @hold="hold" @lit="(id) => (lit = id)"
      /></el-tab-pane>
      <el-tab-pane
        v-if="view.frontier.length"
        name="frontier"
        :label="$t('Unbeaten {frontier}', { frontier: view.frontier.length })"
        lazy
        ><BuildLines
          :lines="view.frontier"
          :label="$t('Builds that nothing beats')"
          @hold="hold"
          @lit="(id) => (lit = id)"
      /></el-tab-pane>
      <el-tab-pane name="sizes" :label="$t('All {offers}', { offers: offers.length })" lazy
        ><SizesList :offers="offers" @pick="pick" @hold="hold"
      /></el-tab-pane>
      <el-tab-pane name="made" :label="$t('Made')" lazy><MadeFrame :sheet="sheet" /></el-tab-pane>
      <el-tab-pane v-if="held" name="two" :label="$t('A or B')" lazy
        ><BetweenSizes :view="view" :sheet="sheet"
      /></el-tab-pane>
    </el-tabs>
  </template>
</template>

<style scoped>
header {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 8px;
  padding: 10px 24px 4px;
}
.open,
.asks {
  margin: 6px 24px;
  font-size: 15px;
}
.open {
  padding: 8px 12px;
  border: 1px solid var(--goal);
  border-left-width: 4px;
  border-radius: 3px;
}
h1 {
  font-size: 22px;
}
.map {
  padding: 8px 24px;
}
.empty {
  padding: 16px 24px;
}
.position {
  padding: 0 24px 4px;
  line-height: 1.3;
}
.lit {
  min-height: 40px;
  padding: 2px 24px 4px;
  line-height: 1.35;
  overflow: hidden;
  display: -webkit-box;
  -webkit-line-clamp: 2;
  -webkit-box-orient: vertical;
}
.nofit {
  margin: 4px 24px 6px;
  padding: 8px 14px;
  border-left: 4px solid var(--ochre);
  background: var(--ochre-tint);
}
.wanted {
  font-size: 21px;
  font-weight: 600;
}
.wanted span {
  display: inline-block;
  width: 68px;
  font: 420 15px var(--words);
}
.made {
  display: flex;
  gap: 8px;
  padding-top: 6px;
}
.made a {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
/* Six stand beside each other without being scrolled. */
.tabs :deep(.el-tabs__item) {
  padding: 0 8px;
}
</style>
