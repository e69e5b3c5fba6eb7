<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'

import type { Sheet } from '@/shared/api/client'

import AgreementList from './AgreementList.vue'
import BikePanel from './BikePanel.vue'
import CallOutEntry from './CallOutEntry.vue'
import Findings from './Findings.vue'
import LevelPanel from './LevelPanel.vue'
import PhotosPanel from './PhotosPanel.vue'
import PromptsDialog from './PromptsDialog.vue'
import RiderPanel from './RiderPanel.vue'
import SetupsPanel from './SetupsPanel.vue'
import { useCallOut } from './useCallOut'

const props = defineProps<{ sheet: Sheet }>()
const call = useCallOut()
const all = ref(false)
const panel = ref<'agreement' | 'bike' | 'rider' | 'setups' | 'photos'>('agreement')
onMounted(() => {
  call.begin(props.sheet.id)
  void call.findInstruments()
})
watch(
  () => props.sheet.id,
  (id) => call.begin(id),
)
</script>

<template>
  <nav class="groups" :aria-label="$t('Order of work')">
    <button
      v-for="g in call.progress"
      :key="g.name"
      type="button"
      :aria-current="g.name === call.prompt?.group ? 'step' : undefined"
      @click="call.jump(g.first)">
      <svg v-if="g.done === g.all" width="13" height="12" viewBox="0 0 13 12" aria-hidden="true">
        <path d="M1.5 6.5l3.5 4L11.5 1.5" /></svg
      >{{ g.name }}<small v-if="g.done < g.all && g.name === call.prompt?.group">{{ g.done }}/{{ g.all }}</small>
    </button>
  </nav>
  <div class="scroll" tabindex="0" :aria-label="$t('Measuring')">
    <CallOutEntry @all="all = true" />
    <Findings :findings="sheet.measure!.findings" />
    <p v-if="sheet.measure!.next && !sheet.measure!.findings.length" class="next">
      <span class="quiet">{{ $t('Next best') }}</span>
      {{ ' ' }}
      <button type="button" class="link" @click="call.jump(sheet.measure!.next!.key)">
        {{ sheet.measure!.next!.title }}
      </button>
      {{ ' ' }}
      <span class="quiet small">{{ sheet.measure!.next!.says }}</span>
    </p>
    <p v-else-if="sheet.measure!.next" class="next">
      <span class="quiet small">{{ sheet.measure!.next!.title }}: {{ sheet.measure!.next!.says }}</span>
      {{ ' ' }}
      <button type="button" class="link" @click="call.jump(sheet.measure!.next!.key)">{{ $t('Read it') }}</button>
    </p>
    <el-tabs v-model="panel" class="panels">
      <el-tab-pane name="agreement" :label="$t('Agreement')"
        ><LevelPanel :level="sheet.measure!.level" /><AgreementList
          :lines="sheet.measure!.agreement"
          :checked="sheet.measure!.checked"
      /></el-tab-pane>
      <el-tab-pane name="bike" :label="$t('The bike')" lazy><BikePanel :sheet="sheet" /></el-tab-pane>
      <el-tab-pane name="rider" :label="$t('The rider')" lazy><RiderPanel :body="sheet.measure!.body" /></el-tab-pane>
      <el-tab-pane name="setups" :label="$t('Set-ups')" lazy
        ><SetupsPanel :setups="sheet.measure!.setups" :decided="sheet.measure!.decided"
      /></el-tab-pane>
      <el-tab-pane name="photos" :label="$t('Photos')" lazy><PhotosPanel :fit="sheet.id" /></el-tab-pane>
    </el-tabs>
  </div>
  <PromptsDialog v-model="all" />
</template>

<style scoped>
.groups {
  display: flex;
  flex: none;
  justify-content: space-between;
  gap: 6px;
  padding: 0 24px;
  border-bottom: 1px solid var(--rule);
  overflow: hidden;
}
.groups button {
  position: relative;
  height: 44px;
  padding: 6px 0 0;
  border: 0;
  border-bottom: 3px solid transparent;
  background: none;
  color: var(--quiet);
  font-size: 15px;
  white-space: nowrap;
  cursor: pointer;
}
.groups button[aria-current] {
  border-color: var(--ink);
  color: var(--ink);
  font-weight: 640;
}
.groups path {
  fill: none;
  stroke: var(--ink);
  stroke-width: 2;
}
.groups svg {
  position: absolute;
  top: 3px;
  left: calc(50% - 6px);
}
.groups small {
  margin-left: 5px;
  font-family: var(--figures);
  font-size: 13px;
}
.scroll {
  min-width: 0;
  min-height: 0;
  overflow: hidden auto;
}
.next {
  padding: 9px 24px;
  border-bottom: 1px solid var(--hair);
  line-height: 1.35;
}
.link {
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  font-weight: 620;
  cursor: pointer;
}
@media (max-width: 1180px) {
  .groups {
    gap: 9px;
    padding: 0 16px;
  }
  .groups button {
    font-size: 13.5px;
  }
}
.panels :deep(.el-tabs__item) {
  padding: 0 9px;
}
.panels :deep(.el-tabs__header) {
  margin: 0;
  padding: 4px 24px 0;
}
</style>
