<script setup lang="ts">
import { ref } from 'vue'
import { useRouter } from 'vue-router'

import { api, Refused, type Sheet, take } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'
import TypedBox from '@/shared/ui/TypedBox.vue'

/** Consent, and the rider's right to have all of it given out or erased. */
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const router = useRouter()
const erasing = ref(false)
const typed = ref('')
const trouble = ref('')
// What is still to come after an erasure, where it is not whole yet.
const later = ref('')
const consent = () => props.sheet.rider.profile.consent
const keep = (note: string) =>
  store.editRider({ facts: { consent: { on: consent()?.on ?? '', note } } }, 'facts.consent', note)
async function erase() {
  try {
    const done = await take(
      api.POST('/api/riders/{rider_id}/erase', {
        params: { path: { rider_id: props.sheet.rider.id } },
        body: { name: typed.value },
      }),
    )
    if (done.scrubbed) await router.push('/')
    else later.value = done.says
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    trouble.value = wrong.body.message
  }
}
</script>

<template>
  <section class="records">
    <h2>{{ $t('What is kept') }}</h2>
    <p v-if="consent()">
      {{ $t('Agreed on {on}.', { on: consent()!.on }) }} <span class="quiet">{{ consent()!.note }}</span>
      {{ ' ' }}
      <button type="button" class="link" @click="store.editRider({ facts: { consent: null } }, 'facts.consent', '')">
        {{ $t('Withdraw') }}
      </button>
    </p>
    <p v-else>
      {{ $t('No consent noted.') }}
      <button type="button" class="link" @click="keep('Measures, complaints and photos, for this fit.')">
        {{ $t('The rider agrees') }}
      </button>
    </p>
    <label v-if="consent()" class="small quiet"
      >{{ $t('What was agreed') }}<TypedBox :value="consent()!.note" maxlength="400" @keep="keep"
    /></label>
    <p class="row">
      <router-link class="press low" :to="`/riders/${sheet.rider.id}/bikes?base=${sheet.id}`">{{
        $t('All bikes')
      }}</router-link>
      {{ ' ' }}
      <a class="press low" :href="`/api/riders/${sheet.rider.id}/records`" download>{{
        $t('Give out everything')
      }}</a><button type="button" class="press low bare" @click="erasing = true">{{ $t('Erase…') }}</button>
    </p>
    <el-dialog v-model="erasing" :title="$t('Erase {name}', { name: sheet.rider.name })" width="460">
      <p v-if="later" role="status">{{ later }}</p>
      <template v-else>
        <p>
          {{ $t('Every file, photo, change and measure of this rider goes, and does not come back.') }}
          {{ $t('Give out everything first if it may be wanted.') }}
        </p>
        <label class="name"
          >{{ $t('Type the name to erase it')
          }}<el-input v-model="typed" :placeholder="sheet.rider.name" :aria-label="$t('The rider\'s name')"
        /></label>
        <p v-if="trouble" class="fault" role="alert">{{ trouble }}</p>
      </template>
      <template v-if="later" #footer
        ><router-link class="press low solid" to="/">{{ $t('To the day book') }}</router-link></template
      >
      <template v-else #footer
        ><button type="button" class="press low" @click="erasing = false">{{ $t('Keep') }}</button>
        {{ ' ' }}
        <button type="button" class="press low solid" :disabled="typed !== sheet.rider.name" @click="erase">
          {{ $t('Erase for good') }}
        </button></template
      >
    </el-dialog>
  </section>
</template>

<style scoped>
.records {
  display: grid;
  gap: 8px;
  padding: 12px 24px;
  border-top: 1px solid var(--hair);
}
h2 {
  font-size: 16px;
}
.link {
  padding: 0;
  border: 0;
  border-bottom: 1px solid var(--ink);
  background: none;
  cursor: pointer;
}
.row {
  display: flex;
  gap: 8px;
}
.press {
  display: inline-grid;
  place-items: center;
  text-decoration: none;
}
.name {
  display: grid;
  gap: 4px;
  padding-top: 12px;
  font-weight: 560;
}
label.small {
  display: grid;
}
label input {
  height: 32px;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
}
.fault {
  color: var(--goal);
}
</style>
