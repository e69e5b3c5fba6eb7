<script setup lang="ts">
import type { BuildView, Sheet } from '@/shared/api/client'

import Chip from '@/shared/ui/Chip.vue'

import BarViews from './BarViews.vue'
import ControlsFold from './ControlsFold.vue'
import RailList from './RailList.vue'
import { useRails } from './rails'

/** The bar: turned, its levers slid, or another, each with what it would leave; from the side and from the front. */
const props = defineProps<{ build: BuildView; sheet: Sheet }>()
const { looked, look, take } = useRails(() => props.sheet)
</script>

<template>
  <BarViews :build="build" :picture="sheet.picture" :preview="looked?.stop ?? null" />
  <div class="scroll">
    <RailList :rails="build.bar.rails" :looked="looked" :sheet="sheet" mark="hand" @look="look" @take="take" />
    <p v-if="looked?.stop.named" class="small looked">{{ looked.stop.named }}</p>
    <p v-if="build.bar.warns" class="warns" role="alert">{{ build.bar.warns }}</p>
    <p v-if="build.bar.why_not" class="why">{{ build.bar.why_not }}</p>
    <dl>
      <dt>{{ build.bar.new ? $t('Bar, new') : $t('Bar, own') }}</dt>
      <dd>
        <b>{{ build.bar.name }}</b><template v-if="build.bar.sizes">, {{ build.bar.sizes }}</template>
      </dd>
      <dt>{{ $t('Stands') }}</dt>
      <dd>{{ build.bar.stands }}</dd>
      <template v-for="row in build.bar.aero" :key="row.name">
        <dt>{{ row.name }}</dt>
        <dd>{{ row.says }} <Chip :word="row.verdict" /></dd>
      </template>
      <template v-if="build.bar.wished">
        <dt>{{ $t('Wanted') }}</dt>
        <dd>{{ build.bar.wished }}</dd>
      </template>
      <template v-if="build.bar.front">
        <dt>{{ $t('Arms') }}</dt>
        <dd>{{ build.bar.front.says }}</dd>
      </template>
    </dl>
    <ControlsFold :controls="build.bar.controls" />
  </div>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 74px 1fr;
  gap: 3px 8px;
  margin: 6px 0 0;
  padding-top: 8px;
  border-top: 1px solid var(--hair);
  font-size: 14px;
  line-height: 1.35;
}
dt {
  color: var(--quiet);
}
dd {
  margin: 0;
}
.why {
  padding: 10px 0;
}
.warns {
  margin: 8px 0;
  padding: 6px 10px;
  border-left: 4px solid var(--ochre);
  background: var(--ochre-tint);
  font-size: 14px;
}
.looked {
  color: var(--plan);
}
</style>
