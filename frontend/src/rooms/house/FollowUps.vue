<script setup lang="ts">
import { onMounted, ref } from 'vue'

import { api, Refused, type Schemas, take } from '@/shared/api/client'

/** When riders are asked back: after what, in how many days; offered in Ride in this order. */
type Line = Schemas['FollowUpLine']
const lines = ref<Line[]>([])
const trouble = ref('')
const after = ref('')
const days = ref<number | undefined>(undefined)
onMounted(async () => (lines.value = await take(api.GET('/api/house/follow-ups'))))
async function put(own: Line[] | null): Promise<boolean> {
  trouble.value = ''
  try {
    lines.value = await take(api.PUT('/api/house/follow-ups', { body: { follow_ups: own } }))
    return true
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = wrong.body.allowed ? `${wrong.body.message} ${wrong.body.allowed}` : wrong.body.message
    return false
  }
}
async function add() {
  if (days.value === undefined || !after.value.trim()) return
  const kept = await put([...lines.value, { after: after.value.trim(), days: days.value }])
  if (!kept) return
  after.value = ''
  days.value = undefined
}
</script>

<template>
  <section>
    <h1>{{ $t('When riders are asked back') }}</h1>
    <p class="quiet">{{ $t('Offered in Ride with one press, in this order; the day book tells when one is due.') }}</p>
    <ol>
      <li v-for="(line, i) in lines" :key="line.after">
        <b>{{ $t('after {what}', { what: line.after }) }}</b>
        <span class="figure">{{ $t('{n} days', { n: line.days }) }}</span>
        <button
          type="button"
          class="press low"
          :aria-label="$t('Take out: after {what}', { what: line.after })"
          @click="put(lines.filter((_, k) => k !== i))">
          {{ $t('Take out') }}
        </button>
      </li>
    </ol>
    <form @submit.prevent="add">
      <label
        ><span>{{ $t('After what') }}</span
        ><el-input v-model="after" maxlength="40" :aria-label="$t('After what')"
      /></label>
      <label
        ><span>{{ $t('Days') }}</span
        ><el-input-number v-model="days" :min="0" :max="3660" :controls="false" :aria-label="$t('Days')"
      /></label>
      <button type="submit" class="press solid" :disabled="!after.trim() || days === undefined">{{ $t('Add') }}</button>
      <button type="button" class="press" @click="put(null)">{{ $t('Back to the usual') }}</button>
    </form>
    <p v-if="trouble" role="alert" class="trouble">{{ trouble }}</p>
  </section>
</template>

<style scoped>
section {
  max-width: 720px;
}
h1 {
  font-size: 32px;
}
ol {
  margin: 14px 0;
  padding: 0;
  border-top: 1px solid var(--ink);
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 1fr 110px auto;
  gap: 18px;
  align-items: center;
  height: 46px;
  border-bottom: 1px solid var(--hair);
}
form {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: end;
}
label {
  display: grid;
  gap: 3px;
}
label span {
  color: var(--quiet);
  font-size: 13px;
}
.trouble {
  margin-top: 10px;
  color: var(--goal);
}
</style>
