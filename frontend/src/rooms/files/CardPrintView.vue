<script setup lang="ts">
import { onMounted, ref } from 'vue'

import { api, Refused, type Schemas, take } from '@/shared/api/client'

import CardPage from './components/CardPage.vue'

const props = defineProps<{ id: number }>()
const pages = ref<Schemas['Page'][]>([])
const why = ref('')
onMounted(async () => {
  try {
    pages.value = await take(api.GET('/api/fits/{fit_id}/card', { params: { path: { fit_id: props.id } } }))
  } catch (wrong) {
    if (!(wrong instanceof Refused)) throw wrong
    why.value = wrong.body.message
  }
})
const print = () => window.print()
</script>

<template>
  <div class="print">
    <nav>
      <router-link class="press" :to="`/fits/${id}/setup`">{{ $t('Back to the sheet') }}</router-link>
      <button type="button" class="press solid" @click="print">{{ $t('Print') }}</button>
    </nav>
    <CardPage v-for="(page, i) in pages" :key="i" :page="page" />
    <p v-if="why" role="alert">{{ why }}</p>
  </div>
</template>

<style scoped>
.print {
  display: grid;
  justify-items: center;
  gap: 16px;
  padding: 16px;
}
nav {
  display: flex;
  gap: 12px;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
svg {
  width: 210mm;
  max-width: 100%;
  height: auto;
  border: 1px solid var(--rule);
}
@page {
  size: A4;
  margin: 0;
}
@media print {
  nav {
    display: none;
  }
  .print {
    padding: 0;
    display: block;
  }
  svg {
    width: 210mm;
    height: 297mm;
    border: 0;
    display: block;
    break-after: page;
  }
  svg:last-of-type {
    break-after: auto;
  }
}
</style>
