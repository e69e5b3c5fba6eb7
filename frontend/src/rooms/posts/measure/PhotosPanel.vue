<script setup lang="ts">
import { onMounted, ref, watch } from 'vue'

import { api, Refused, type Schemas, take } from '@/shared/api/client'

/** Photos of the file; the server keeps the picture alone, without place, time or camera. */
const props = defineProps<{ fit: number }>()
const photos = ref<Schemas['Photo'][]>([])
const caption = ref('')
const trouble = ref('')
const path = () => ({ fit_id: props.fit })
const load = async () => (photos.value = await take(api.GET('/api/fits/{fit_id}/photos', { params: { path: path() } })))
onMounted(load)
watch(() => props.fit, load)

async function add(event: Event) {
  const input = event.target as HTMLInputElement
  trouble.value = ''
  for (const file of input.files ?? []) {
    const body = new FormData()
    body.append('file', file)
    body.append('caption', caption.value)
    try {
      await take(
        api.POST('/api/fits/{fit_id}/photos', {
          params: { path: path() },
          body: body as never,
          bodySerializer: (b: unknown) => b as FormData,
        }),
      )
    } catch (wrong) {
      if (!(wrong instanceof Refused)) throw wrong
      trouble.value = `${file.name}: ${wrong.body.message} Allowed: ${wrong.body.allowed ?? 'a smaller picture'}.`
    }
  }
  input.value = ''
  caption.value = ''
  await load()
}
async function remove(id: number) {
  photos.value = await take(
    api.DELETE('/api/fits/{fit_id}/photos/{photo_id}', { params: { path: { ...path(), photo_id: id } } }),
  )
}
</script>

<template>
  <section class="photos">
    <div class="row">
      <el-input
        v-model="caption"
        maxlength="200"
        :placeholder="$t('what it shows')"
        :aria-label="$t('What the photo shows')" />
      <label class="press low"
        >{{ $t('Add photos')
        }}<input type="file" accept="image/jpeg,image/png,image/webp" multiple class="visually-hidden" @change="add"
      /></label>
    </div>
    <p v-if="trouble" class="fault" role="alert">{{ trouble }}</p>
    <ul>
      <li v-for="p in photos" :key="p.id">
        <a :href="`/api/fits/${fit}/photos/${p.id}`" target="_blank" rel="noopener"
          ><img :src="`/api/fits/${fit}/photos/${p.id}`" :alt="p.caption || $t('Photo of the bike')" loading="lazy"
        /></a>
        <span class="small"
          >{{ p.caption }} <button type="button" class="bare" @click="remove(p.id)">{{ $t('Take out') }}</button></span
        >
      </li>
    </ul>
    <p class="quiet small">
      {{ $t('JPEG, PNG or WebP up to 16 MB. Place, time and camera are taken out before a photo is kept.') }}
      {{ $t('Photos stay in this house: an exported file carries none.') }}
    </p>
  </section>
</template>

<style scoped>
.photos {
  display: grid;
  gap: 10px;
  padding: 14px 24px;
}
.row {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
}
label {
  display: inline-grid;
  place-items: center;
}
label:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
ul {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  margin: 0;
  padding: 0;
  list-style: none;
}
img {
  width: 100%;
  height: 120px;
  object-fit: cover;
  border: 1px solid var(--hair);
  border-radius: 3px;
}
.bare {
  padding: 0;
  border: 0;
  background: none;
  color: var(--quiet);
  text-decoration: underline;
  cursor: pointer;
}
.fault {
  color: var(--goal);
}
</style>
