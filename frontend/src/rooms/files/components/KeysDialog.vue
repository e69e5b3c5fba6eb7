<script setup lang="ts">
import { t } from '@/shared/i18n'

const open = defineModel<boolean>({ required: true })
defineProps<{ more: readonly { key: string; says: string }[] }>()
const KEYS: [string, string][] = [
  ['Alt + 1…7', t('posts of the trail')],
  ['N  G  P  B', t('now, goal, plan, built on and off')],
  ['Arrows', t('nudge the goal in a loupe 1 mm; with Shift 5 mm')],
  ['Enter', t('keep, and on to the next field')],
  ['Ctrl + Z', t('undo; with Shift bring back')],
  ['H', t('history')],
  ['L', t('fold the ledger')],
  [',  .', t('the cranks back and forth')],
  ['0', t('the whole bike; wheel zooms, drag pans')],
  ['U', t('mm or inches')],
  ['/', t('find a rider')],
]
</script>

<template>
  <el-dialog v-model="open" :title="$t('Keys')" width="460">
    <dl>
      <template v-for="[key, what] in KEYS" :key="key"
        ><dt>
          <kbd>{{ key }}</kbd>
        </dt>
        <dd>{{ what }}</dd></template
      >
      <template v-for="it in more" :key="it.key"
        ><dt>
          <kbd>{{ it.key }}</kbd>
        </dt>
        <dd>{{ $t(it.says) }}</dd></template
      >
    </dl>
  </el-dialog>
</template>

<style scoped>
dl {
  display: grid;
  grid-template-columns: 110px 1fr;
  gap: 10px 16px;
  margin: 0;
}
dd {
  margin: 0;
}
</style>
