<script setup lang="ts">
import { ref } from 'vue'

import type { Schemas } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { show, showSigned } from '@/shared/units'

import { useSheet } from '@/rooms/files/useSheet'
import { DATES } from '@/shared/i18n'

/** Measured set-ups kept with their date, and whether the bike has moved since, or only the tape. */
defineProps<{ setups: Schemas['KeptSetup'][]; decided: Schemas['Decided'][] }>()
const store = useSheet()
const { unit, fitter: by } = useSettings()
const note = ref('')
const day = (at: string) => new Date(at).toLocaleDateString(DATES, { day: 'numeric', month: 'long', year: 'numeric' })
async function keep() {
  if (!by.value.trim()) return
  await store.change({ do: 'measure.keep_setup', by: by.value, note: note.value })
  note.value = ''
}
</script>

<template>
  <section class="setups">
    <form @submit.prevent="keep">
      <h2>{{ $t('Keep this set-up') }}</h2>
      <div class="row">
        <el-input v-model="by" maxlength="80" :placeholder="$t('measured by')" :aria-label="$t('Measured by')" />
        <el-input
          v-model="note"
          maxlength="200"
          :placeholder="$t('a word about it')"
          :aria-label="$t('A word about it')" />
        <button type="submit" class="press low solid" :disabled="!by.trim()">{{ $t('Keep') }}</button>
      </div>
    </form>
    <article v-for="it in setups" :key="it.on">
      <h3>
        {{ day(it.on) }}
        <span class="quiet"
          >{{ $t('{by}, {readings} readings', { by: it.by, readings: it.readings })
          }}<template v-if="it.note">, {{ it.note }}</template></span
        >
      </h3>
      <p>
        <b>{{ it.says }}</b>
      </p>
      <table v-if="it.lines.length">
        <thead>
          <tr>
            <th scope="col">{{ $t('Since then') }}</th>
            <th scope="col">{{ $t('fore') }}</th>
            <th scope="col">{{ $t('up') }}</th>
            <th scope="col" />
          </tr>
        </thead>
        <tbody>
          <tr v-for="l in it.lines" :key="l.mark" :class="{ moved: l.moved }">
            <th scope="row">{{ l.label }}</th>
            <td class="figure">
              {{ showSigned(l.dx_mm, unit) }} <small>±{{ show(1.96 * l.sd_x_mm, unit) }}</small>
            </td>
            <td class="figure">
              {{ showSigned(l.dy_mm, unit) }} <small>±{{ show(1.96 * l.sd_y_mm, unit) }}</small>
            </td>
            <td class="says">{{ l.says }}</td>
          </tr>
        </tbody>
      </table>
    </article>
    <p class="anew">
      <button type="button" class="press low" @click="store.change({ do: 'measure.anew' })">
        {{ $t('Measure anew') }}
      </button>
      {{ ' ' }}
      <span class="quiet small">{{ $t('Level and sights are asked again; parts and printed numbers stay.') }}</span>
    </p>
    <template v-if="decided.length">
      <h2>{{ $t('On record') }}</h2>
      <ul>
        <li v-for="d in decided" :key="d.at + d.says">
          <span class="quiet figure">{{ d.at.slice(0, 10) }}</span> {{ d.says }}
        </li>
      </ul>
    </template>
  </section>
</template>

<style scoped>
.setups {
  padding: 4px 24px 16px;
}
h2 {
  padding: 12px 0 6px;
  font-size: 16px;
}
h3 {
  padding-top: 14px;
  border-top: 1px solid var(--hair);
  font-size: 16px;
}
h3 span {
  font-weight: 420;
  font-size: 14px;
}
form {
  padding-bottom: 12px;
}
.row {
  display: grid;
  grid-template-columns: 1fr 1.2fr auto;
  gap: 8px;
}
table {
  width: 100%;
  border-collapse: collapse;
}
tr {
  height: 30px;
  border-bottom: 1px solid var(--hair);
}
th {
  text-align: left;
  font-weight: 420;
}
thead th {
  color: var(--quiet);
  font-size: 13px;
}
td {
  font-size: 16px;
}
small {
  color: var(--quiet);
  font-size: 12px;
}
.says {
  color: var(--quiet);
  font-size: 13.5px;
  text-align: right;
}
.moved th,
.moved td {
  font-weight: 640;
}
.moved .says {
  color: var(--goal);
}
.anew {
  padding: 14px 0;
  border-top: 1px solid var(--hair);
  margin-top: 12px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
  font-size: 14px;
}
li {
  display: grid;
  grid-template-columns: 92px 1fr;
  padding: 2px 0;
}
</style>
