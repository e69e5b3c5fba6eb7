<script setup lang="ts">
import { onMounted, reactive, ref } from 'vue'

import { api, Refused, type Schemas, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import Choices from '@/shared/ui/Choices.vue'
import TopBar from '@/shared/ui/TopBar.vue'
import WordField from '@/shared/ui/WordField.vue'

import FollowUps from './FollowUps.vue'
import HouseSchools from './HouseSchools.vue'

/** What this house does its own way: what counts against a build, which school it follows, when riders are asked back. */
type Line = Schemas['WeightLine']
const lines = ref<Line[]>([])
const faults = reactive(new Map<string, { typed: string; message: string; allowed?: string | null }>())
onMounted(async () => {
  document.title = t('House rules, Waymark')
  lines.value = await take(api.GET('/api/house/workmanship'))
})
async function keep(line: Line, typed: string) {
  const words = typed.trim().replace(',', '.')
  const value = words === '' ? null : Number(words)
  if (value !== null && !Number.isFinite(value)) {
    faults.set(line.name, { typed, message: t('This is no number.'), allowed: null })
    return
  }
  try {
    lines.value = await take(api.PUT('/api/house/workmanship', { body: { weights: { [line.name]: value } } }))
    faults.delete(line.name)
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    faults.set(line.name, { typed, message: wrong.body.message, allowed: wrong.body.allowed })
  }
}
const PARTS = [
  { value: 'workmanship' as const, label: t('Workmanship') },
  { value: 'schools' as const, label: t('Schools') },
  { value: 'follow-ups' as const, label: t('Follow-ups') },
]
const shown = ref<'workmanship' | 'schools' | 'follow-ups'>('workmanship')
const figure = (value: number) => String(Math.round(value * 100) / 100)
</script>

<template>
  <div class="house">
    <TopBar />
    <main tabindex="0" :aria-label="$t('House rules')">
      <Choices class="which" :label="$t('Rules')" :value="shown" :options="PARTS" @pick="(v) => (shown = v)" />
      <FollowUps v-if="shown === 'follow-ups'" />
      <HouseSchools v-else-if="shown === 'schools'" />
      <template v-else>
        <h1>{{ $t('What a workshop would rather not build') }}</h1>
        <p class="lead">
          {{
            $t('Inside the tolerance the build with the fewest points is recommended. Blank goes back to the usual.')
          }}
        </p>
        <table>
          <thead>
            <tr>
              <th scope="col">{{ $t('What') }}</th>
              <th scope="col" class="number">{{ $t('Here') }}</th>
              <th scope="col" class="number">{{ $t('Usual') }}</th>
              <th scope="col">{{ $t('Why') }}</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="line in lines"
              :key="line.name"
              :class="{ own: line.value !== line.usual }"
              :data-weight="line.name">
              <th scope="row">{{ line.label }}</th>
              <td class="number">
                <WordField
                  :label="line.label"
                  :value="figure(line.value)"
                  :fault="faults.get(line.name)"
                  placeholder=""
                  @keep="(typed) => keep(line, typed)" />
              </td>
              <td class="number figure quiet">
                {{ figure(line.usual) }} <small>{{ line.unit }}</small>
              </td>
              <td>{{ line.reason }}</td>
            </tr>
          </tbody>
        </table>
      </template>
    </main>
  </div>
</template>

<style scoped>
.house {
  display: grid;
  grid-template-rows: 52px minmax(0, 1fr);
  height: 100%;
}
main {
  overflow: auto;
  padding: 18px 40px 32px;
}
.which {
  margin-bottom: 14px;
}
h1 {
  font-size: 32px;
}
.lead {
  max-width: 720px;
  padding-bottom: 12px;
  font-size: 17px;
}
table {
  width: 100%;
  max-width: 1120px;
  border-collapse: collapse;
}
tr {
  border-bottom: 1px solid var(--hair);
}
thead tr {
  border-bottom-color: var(--ink);
}
th,
td {
  padding: 5px 16px 5px 0;
  text-align: left;
  vertical-align: middle;
}
tbody th {
  font-weight: 420;
}
tr.own th {
  font-weight: 640;
}
.number {
  width: 150px;
  text-align: right;
}
.number :deep(input) {
  width: 100px;
  text-align: right;
}
</style>
