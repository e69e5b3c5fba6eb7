<script setup lang="ts">
import { onMounted, ref } from 'vue'

import { api, type Schemas, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import SchoolChoice from '@/shared/ui/SchoolChoice.vue'

/** Which school this house follows where fitters differ; a file may follow another. */
type Line = Schemas['HouseSchool']
const lines = ref<Line[]>([])
onMounted(async () => (lines.value = await take(api.GET('/api/house/schools'))))
async function follow(key: string, school: string | null) {
  lines.value = await take(api.PUT('/api/house/schools', { body: { schools: { [key]: school } } }))
}
const WHERE = { goal: t('Goal'), frame: t('Frame'), build: t('Build') }
const begins = (i: number) => i === 0 || lines.value[i - 1]!.asked_at !== lines.value[i]!.asked_at
</script>

<template>
  <section>
    <h1>{{ $t('Where fitters differ') }}</h1>
    <p class="lead">
      {{ $t('Nobody is right. What this house takes decides in every file that does not say otherwise.') }}
    </p>
    <template v-for="(line, i) in lines" :key="line.key">
      <h2 v-if="begins(i)">{{ WHERE[line.asked_at] }}</h2>
      <div class="line" :class="{ own: line.taken !== line.usual }" :data-school="line.key">
        <b>{{ line.question }}</b>
        <div>
          <SchoolChoice
            :question="line.question"
            :taken="line.taken"
            :house="line.usual"
            :own="line.taken !== line.usual"
            :choices="line.choices"
            :whose="$t('This house’s own.')"
            @pick="(school) => follow(line.key, school)" />
        </div>
      </div>
    </template>
  </section>
</template>

<style scoped>
section {
  max-width: 1120px;
}
h1 {
  font-size: 32px;
}
h2 {
  margin: 14px 0 2px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--ink);
  font-size: 19px;
}
.lead {
  max-width: 720px;
  font-size: 17px;
}
.line {
  display: grid;
  grid-template-columns: 250px 1fr;
  gap: 16px;
  padding: 9px 0;
  border-bottom: 1px solid var(--hair);
}
.line b {
  padding-top: 3px;
  font-weight: 420;
}
.line.own b {
  font-weight: 640;
}
</style>
