<script setup lang="ts">
import { computed, ref } from 'vue'

import type { Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'

import AsNow from './AsNow.vue'
import BuiltTable from './BuiltTable.vue'

const props = defineProps<{ sheet: Sheet }>()
const { unit } = useSettings()
const planned = computed(() => Boolean(props.sheet.state.build?.stem))
const warnings = computed(() => props.sheet.setup?.warnings ?? [])
const asked = ref('')
/** A card that must not be built from is opened only after its reasons were read. */
function ask(event: Event, href: string) {
  if (!warnings.value.length) return
  event.preventDefault()
  asked.value = href
}
const pdf = computed(() => `/api/fits/${props.sheet.id}/card.pdf?unit=${unit.value}`)
const print = computed(() => `/fits/${props.sheet.id}/card`)
</script>

<template>
  <div class="rest" tabindex="0" :aria-label="$t('Set-up')">
    <header>
      <h1>{{ $t('Workshop card') }}</h1>
      <p class="quiet">
        {{ $t('One page, in the order of work. Torque is never filled in: it is printed on the part.') }}
      </p>
      <div class="acts">
        <a
          class="press solid"
          :class="{ off: !planned }"
          :href="pdf"
          target="_blank"
          rel="noopener"
          @click="ask($event, pdf)"
          >{{ $t('Open the PDF') }}</a
        >
        <a
          class="press"
          :class="{ off: !planned }"
          :href="print"
          target="_blank"
          rel="noopener"
          @click="ask($event, print)"
          >{{ $t('Print view') }}</a
        >
        <a
          class="press"
          :href="`/api/fits/${sheet.id}/handout.pdf?unit=${unit}`"
          target="_blank"
          rel="noopener"
          :title="$t('One page in plain words, with the position as a code')"
          >{{ $t('For the rider') }}</a
        >
        <router-link class="press" :to="`/riders/${sheet.rider.id}/bikes?base=${sheet.id}`">{{
          $t('The other bikes')
        }}</router-link>
      </div>
      <div v-if="warnings.length" class="warned" role="status">
        <b>{{ $t('Not to be built from yet; the card says so in large letters.') }}</b>
        <p v-for="w in warnings" :key="w">{{ w }}</p>
      </div>
      <el-dialog
        :model-value="Boolean(asked)"
        :title="$t('Print a card that must not be built from?')"
        width="460"
        @update:model-value="asked = ''">
        <p v-for="w in warnings" :key="w">{{ w }}</p>
        <template #footer>
          <button type="button" class="press" @click="asked = ''">{{ $t('Go back') }}</button>
          {{ ' ' }}
          <a class="press solid" :href="asked" target="_blank" rel="noopener" @click="asked = ''">{{
            $t('Open it, marked')
          }}</a>
        </template>
      </el-dialog>
    </header>
    <BuiltTable :sheet="sheet" />
    <AsNow v-if="sheet.setup?.can_take" />
    <section>
      <h2>{{ $t('Care') }}</h2>
      <ul>
        <li v-for="c in sheet.setup?.cautions ?? []" :key="c">{{ c }}</li>
      </ul>
    </section>
    <section>
      <a class="press low" :href="`/api/fits/${sheet.id}/file`" :download="`fit-${sheet.id}.waymark.json`">{{
        $t('Export the fit file')
      }}</a>
    </section>
  </div>
</template>

<style scoped>
header,
section {
  padding: 16px 24px;
  border-bottom: 1px solid var(--hair);
}
.rest {
  min-height: 0;
  overflow: auto;
}
h1 {
  font-size: 30px;
}
h2 {
  padding-bottom: 6px;
  font-size: 18px;
}
.acts {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  padding-top: 12px;
}
.warned {
  margin-top: 12px;
  padding: 8px 12px;
  border: 1px solid var(--goal);
  border-left-width: 4px;
  border-radius: 3px;
  font-size: 15px;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
.off {
  opacity: 0.45;
  pointer-events: none;
}
ul {
  margin: 0;
  padding-left: 18px;
  font-size: 14px;
}
li {
  padding-bottom: 4px;
}
</style>
