<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import type { Sheet } from '@/shared/api/client'

import FactsLine from './FactsLine.vue'
import MeasureTable from './MeasureTable.vue'
import MobilityTable from './MobilityTable.vue'
import UsesBar from './UsesBar.vue'
import { useSheet } from '@/rooms/files/useSheet'
import TypedBox from '@/shared/ui/TypedBox.vue'

const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const profile = computed(() => props.sheet.rider.profile)
const words = ref(profile.value.words ?? '')
watch(
  () => profile.value.words,
  (w) => (words.value = w ?? ''),
)
const keep = (facts: Record<string, string>) =>
  store.editRider({ facts }, Object.keys(facts)[0]!, Object.values(facts)[0]!)
function keepWords() {
  if (words.value !== profile.value.words) void keep({ words: words.value })
}
</script>

<template>
  <article class="record">
    <header>
      <div>
        <h1>{{ sheet.rider.name }}</h1>
        <TypedBox
          class="about"
          :value="profile.about"
          maxlength="200"
          :placeholder="$t('age, trade, how much they ride')"
          :label="$t('About the rider')"
          @keep="(t) => keep({ about: t })" />
      </div>
      <blockquote>
        <span aria-hidden="true">“</span>
        <el-input
          v-model="words"
          type="textarea"
          :autosize="{ minRows: 2, maxRows: 5 }"
          resize="none"
          maxlength="2000"
          :placeholder="$t('What the rider wants, in their own words')"
          :aria-label="$t('In the rider\'s own words')"
          @blur="keepWords" />
      </blockquote>
    </header>
    <div class="two">
      <MeasureTable :sheet="sheet" />
      <MobilityTable :sheet="sheet" />
    </div>
    <UsesBar :sheet="sheet" />
    <FactsLine :sheet="sheet" />
  </article>
</template>

<style scoped>
.record {
  padding: 18px 32px 32px 40px;
  max-width: 980px;
}
header {
  display: grid;
  grid-template-columns: 290px 1fr;
  gap: 16px;
  padding-bottom: 12px;
  border-bottom: 1px solid var(--ink);
}
h1 {
  font-size: 37px;
  line-height: 1.05;
}
.about {
  width: 100%;
  height: 28px;
  padding: 0 4px;
  margin-left: -5px;
  border: 1px solid transparent;
  border-radius: 3px;
  background: none;
  color: var(--quiet);
}
.about:hover {
  border-color: var(--rule);
}
.about:focus {
  outline: 2px solid var(--ink);
  outline-offset: 0;
  background: var(--sheet);
}
blockquote {
  position: relative;
  margin: 0;
  padding-left: 22px;
}
blockquote > span {
  position: absolute;
  left: 0;
  top: -6px;
  color: var(--quiet);
  font-size: 34px;
}
blockquote :deep(textarea) {
  padding: 2px 6px;
  border: 1px solid transparent;
  background: transparent;
  box-shadow: none;
  font-size: 19px;
  line-height: 1.4;
  color: var(--ink);
}
blockquote :deep(textarea:hover) {
  border-color: var(--rule);
}
.two {
  display: grid;
  grid-template-columns: minmax(0, 1.38fr) minmax(0, 1fr);
  gap: 34px;
  padding: 14px 0 12px;
  border-bottom: 1px solid var(--ink);
}
@media (max-width: 1180px) {
  .two {
    grid-template-columns: 1fr;
  }
  .record {
    padding: 14px 20px;
  }
}
</style>
