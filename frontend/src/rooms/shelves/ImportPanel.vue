<script setup lang="ts">
import { ref } from 'vue'

import { api, type Imported, Refused, take } from '@/shared/api/client'
import { t } from '@/shared/i18n'

/** A shelf file is looked at first: good lines on offer, bad ones with line, column and reason. */
const props = defineProps<{ shelf: 'frames' | 'parts' }>()
const emit = defineEmits<{ taken: [] }>()
const text = ref('')
const name = ref('')
const seen = ref<Imported | null>(null)
const trouble = ref('')
const done = ref('')

async function send(apply: boolean) {
  trouble.value = ''
  done.value = ''
  const body = { text: text.value, apply }
  try {
    seen.value = await take(
      props.shelf === 'frames'
        ? api.POST('/api/shelves/frames/import', { body })
        : api.POST('/api/shelves/parts/import', { body }),
    )
    if (apply) {
      done.value = t('{added} added, {replaced} replaced.', { added: seen.value.added, replaced: seen.value.replaced })
      emit('taken')
    }
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    seen.value = null
    trouble.value = wrong.body.message + (wrong.body.allowed ? ` Allowed: ${wrong.body.allowed}.` : '')
  }
}
async function choose(event: Event) {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  name.value = file.name
  text.value = await file.text()
  input.value = ''
  await send(false)
}
</script>

<template>
  <div class="import">
    <div class="acts">
      <label class="press"
        >{{ $t('Read a file')
        }}<input type="file" accept=".csv,.json,text/csv,application/json" class="visually-hidden" @change="choose"
      /></label>
      <a class="press" :href="`/api/shelves/${shelf}.csv`" :download="`waymark-${shelf}.csv`">{{ $t('Write CSV') }}</a>
      <a class="press" :href="`/api/shelves/${shelf}.json`" :download="`waymark-${shelf}.json`">{{ $t('JSON') }}</a>
    </div>
    <p v-if="trouble" class="trouble" role="alert">{{ name }}: {{ trouble }}</p>
    <template v-if="seen">
      <p role="status">
        <b>{{ name }}</b>{{
          $t(': {taken} good {lines}, {refused} refused. {done}', {
            taken: seen.taken,
            lines: seen.taken === 1 ? $t('line') : $t('lines'),
            refused: seen.refused.length,
            done,
          })
        }}
      </p>
      <table v-if="seen.refused.length">
        <thead>
          <tr>
            <th>{{ $t('Line') }}</th>
            <th>{{ $t('Column') }}</th>
            <th>{{ $t('Stood there') }}</th>
            <th>{{ $t('Why not') }}</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(bad, i) in seen.refused.slice(0, 40)" :key="i">
            <td class="figure">{{ bad.line }}</td>
            <td>{{ bad.column }}</td>
            <td class="figure">{{ bad.kept }}</td>
            <td>{{ bad.reason }}</td>
          </tr>
        </tbody>
      </table>
      <button v-if="!seen.applied && seen.taken" type="button" class="press solid" @click="send(true)">
        {{
          $t('Take the {taken} good {lines}', { taken: seen.taken, lines: seen.taken === 1 ? $t('line') : $t('lines') })
        }}
      </button>
    </template>
  </div>
</template>

<style scoped>
.import {
  display: grid;
  gap: 12px;
  justify-items: start;
}
.acts {
  display: flex;
  gap: 12px;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
.press:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.trouble {
  padding: 10px 14px;
  border-left: 4px solid var(--goal);
  background: var(--rust-tint);
}
table {
  border-collapse: collapse;
  width: 100%;
  font-size: 14px;
}
th {
  text-align: left;
  border-bottom: 1px solid var(--ink);
}
td {
  padding: 4px 10px 4px 0;
  border-bottom: 1px solid var(--hair);
  vertical-align: top;
}
</style>
