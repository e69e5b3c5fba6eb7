<script setup lang="ts">
import { marked } from 'marked'
import { computed } from 'vue'

/** A page of the house's own documents, shown where it is needed. */
const open = defineModel<boolean>({ required: true })
const props = defineProps<{ title: string; page: string }>()
// Our own text, built in with the screens: nothing a user typed ever comes here.
const html = computed(() => marked.parse(props.page, { async: false }))
</script>

<template>
  <el-drawer v-model="open" :title="title" size="min(860px, 92vw)">
    <!-- eslint-disable-next-line vue/no-v-html -->
    <div class="help" v-html="html" />
  </el-drawer>
</template>

<style scoped>
.help :deep(h1) {
  font-size: 24px;
}
.help :deep(h2) {
  margin-top: 22px;
  padding-bottom: 4px;
  border-bottom: 1px solid var(--ink);
  font-size: 18px;
}
.help :deep(p),
.help :deep(ul) {
  margin: 10px 0;
  line-height: 1.45;
}
.help :deep(table) {
  width: 100%;
  border-collapse: collapse;
  font-size: 14px;
}
.help :deep(th),
.help :deep(td) {
  padding: 5px 10px 5px 0;
  border-bottom: 1px solid var(--hair);
  text-align: left;
  vertical-align: top;
}
.help :deep(code) {
  font-family: var(--figures);
  font-size: 0.92em;
}
.help :deep(pre) {
  overflow: auto;
  padding: 10px;
  background: var(--paper);
}
</style>
