<script setup lang="ts">
import { computed, ref, watch } from 'vue'

import { api, type Schemas, take } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'
import { read, titleOf } from './callout'
import { useCallOut } from './useCallOut'

/** Every prompt there is: go to one by name, or choose what this house asks. */
const open = defineModel<boolean>({ required: true })
const call = useCallOut()
const sheets = useSheet()
const find = ref('')
// What is typed at once finds.
const box = ref<{ focus: () => void }>()
const choosing = ref(false)
const offered = ref<Schemas['Offered'][]>([])
watch(open, (now) => {
  if (!now) return
  find.value = ''
  choosing.value = false
})
const words = computed(() => find.value.toLowerCase().split(/\s+/).filter(Boolean))
const lists = computed(() => {
  const shown = call.asked.filter((it) =>
    words.value.every((w) => `${titleOf(it)} ${it.group}`.toLowerCase().includes(w)),
  )
  const found = [...new Set(shown.map((it) => it.group))]
  return found.map((name) => ({ name, prompts: shown.filter((it) => it.group === name) }))
})
function go(key: string) {
  call.jump(key)
  open.value = false
}
async function choose() {
  offered.value = await take(api.GET('/api/house/callout'))
  choosing.value = true
}
async function keep(names: string[] | null) {
  offered.value = await take(api.PUT('/api/house/callout', { body: { asked: names } }))
  await sheets.refresh()
}
const toggle = (name: string) =>
  keep(offered.value.filter((o) => (o.name === name ? !o.asked : o.asked)).map((o) => o.name))
</script>

<template>
  <el-dialog
    v-model="open"
    :title="choosing ? $t('What this house asks') : $t('All prompts')"
    width="min(760px, 100vw - 16px)"
    top="6vh"
    @opened="box?.focus()">
    <template v-if="!choosing">
      <div class="bar">
        <el-input
          ref="box"
          v-model="find"
          :placeholder="$t('find by name')"
          :aria-label="$t('Find a prompt')"
          @keydown.esc.stop.prevent="open = false"
          @keydown.enter.prevent="lists[0]?.prompts[0] && go(lists[0].prompts[0].key)" />
        <button type="button" class="press low" @click="choose">{{ $t('What this house asks') }}</button>
      </div>
      <div class="window">
        <div class="groups">
          <section v-for="g in lists" :key="g.name">
            <h3>{{ g.name }}</h3>
            <button
              v-for="it in g.prompts"
              :key="it.key"
              type="button"
              :class="{ rare: !it.usual && !read(it) }"
              @click="go(it.key)">
              <span>{{ titleOf(it) }}</span><span class="figure">{{
                it.typed.join(', ') || (it.skipped ? $t('later') : '')
              }}</span>
            </button>
          </section>
        </div>
      </div>
    </template>
    <template v-else>
      <p class="quiet">
        {{ $t('Ticked prompts are asked in turn on every bike whose bar has them; the rest are there by name.') }}
        {{ $t('The usual ones are chosen so that nearly every reading is checked by others.') }}
      </p>
      <div class="window">
        <div class="groups choose">
          <label v-for="o in offered" :key="o.name"
            ><input type="checkbox" :checked="o.asked" @change="toggle(o.name)" /> {{ o.title }}
            <span class="quiet small">{{ o.group }}</span></label
          >
        </div>
      </div>
      <div class="bar end">
        <button type="button" class="press low" @click="keep(null)">{{ $t('Back to the usual') }}</button><button
          type="button"
          class="press low solid"
          @click="choosing = false">
          {{ $t('Done') }}
        </button>
      </div>
    </template>
  </el-dialog>
</template>

<style scoped>
.bar {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 10px;
}
.bar.end {
  justify-content: end;
  grid-template-columns: auto auto;
  padding-top: 12px;
}
.window {
  max-height: 66vh;
  overflow: auto;
  padding-top: 8px;
}
.groups {
  columns: 290px 2;
  column-gap: 32px;
}
h3 {
  break-after: avoid;
}
h3 {
  padding: 10px 0 3px;
  border-bottom: 1px solid var(--ink);
  font-size: 15px;
}
section button {
  display: flex;
  justify-content: space-between;
  gap: 10px;
  width: 100%;
  min-height: 26px;
  padding: 0 2px;
  border: 0;
  border-bottom: 1px solid var(--hair);
  background: none;
  text-align: left;
  cursor: pointer;
}
section button:hover {
  background: var(--paper);
}
.rare {
  color: var(--quiet);
}
.choose label {
  display: block;
  padding: 3px 0;
  break-inside: avoid;
}
</style>
