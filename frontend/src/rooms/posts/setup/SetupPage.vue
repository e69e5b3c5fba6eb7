<script setup lang="ts">
import { ref, watch } from 'vue'

import { api, Refused, type Schemas, type Sheet, take } from '@/shared/api/client'

import CardPage from '@/rooms/files/components/CardPage.vue'

const props = defineProps<{ sheet: Sheet }>()
const pages = ref<Schemas['Page'][]>([])
const why = ref('')
watch(
  () => props.sheet.revision,
  async () => {
    try {
      pages.value = await take(api.GET('/api/fits/{fit_id}/card', { params: { path: { fit_id: props.sheet.id } } }))
      why.value = ''
    } catch (wrong) {
      if (!(wrong instanceof Refused)) throw wrong
      pages.value = []
      why.value = wrong.body.message
    }
  },
  { immediate: true },
)
</script>

<template>
  <div class="desk">
    <CardPage v-for="(page, i) in pages" :key="i" :page="page" class="card" />
    <div v-if="why" class="none">
      <h2>{{ why }}</h2>
      <router-link class="press solid" :to="`/fits/${sheet.id}/frame`">{{ $t('Choose a frame') }}</router-link>
    </div>
  </div>
</template>

<style scoped>
.desk {
  display: grid;
  justify-items: center;
  min-height: 100%;
  padding: 20px;
  background: var(--hair);
}
.card {
  width: min(100%, 800px);
  height: auto;
  border: 1px solid var(--rule);
  background: #fff;
}
.none {
  display: grid;
  gap: 16px;
  place-content: center;
  justify-items: start;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
</style>
