<script setup lang="ts">
import { computed, nextTick, ref, watch } from 'vue'

/** Plain text until it has the focus, then a white cell; Enter or leaving keeps what was typed. */
const props = withDefaults(
  defineProps<{
    label: string
    value: string
    /** What stands there while nobody types: the number as understood. */
    shown?: string
    fault?: { typed: string; message: string; allowed?: string | null }
    placeholder?: string
    size?: 'row' | 'large'
    unit?: string
  }>(),
  { shown: undefined, fault: undefined, placeholder: '', size: 'row', unit: '' },
)
const emit = defineEmits<{ keep: [typed: string] }>()

const input = ref<HTMLInputElement>()
const focused = ref(false)
const resting = () => props.fault?.typed ?? (focused.value ? props.value : (props.shown ?? props.value))
const draft = ref(resting())
let sent = ''

watch(
  () => [props.value, props.shown, props.fault] as const,
  () => {
    if (!focused.value || !props.fault) draft.value = resting()
  },
)
const id = computed(() => `f-${props.label.replace(/\W+/g, '-').toLowerCase()}`)

function keep() {
  const typed = draft.value.trim()
  if (typed === (props.fault?.typed ?? props.value) || typed === sent) return
  sent = typed
  emit('keep', typed)
}
async function onEnter() {
  sent = ''
  keep()
  await nextTick()
  // On to the next field, as on a record sheet.
  const fields = [...document.querySelectorAll<HTMLInputElement>('input.word-field')]
  const next = fields[fields.indexOf(input.value!) + 1]
  if (next) next.focus()
  else input.value?.blur()
}
async function onFocus() {
  focused.value = true
  sent = ''
  draft.value = resting()
  await nextTick()
  input.value?.select()
}
function onBlur() {
  keep()
  focused.value = false
  // Until the answer comes the words stand as they were typed.
  if (sent === '') draft.value = resting()
}
function onEscape() {
  draft.value = props.value
  input.value?.blur()
}
</script>

<template>
  <span class="wrap" :class="[size, { wrong: fault }]">
    <input
      :id="id"
      ref="input"
      v-model="draft"
      class="word-field figure"
      type="text"
      autocomplete="off"
      spellcheck="false"
      :aria-label="label"
      :placeholder="placeholder"
      :aria-invalid="fault ? 'true' : undefined"
      :aria-describedby="fault ? `${id}-fault` : undefined"
      @focus="onFocus"
      @blur="onBlur"
      @keydown.enter.prevent="onEnter"
      @keydown.esc.stop="onEscape" />
    <span v-if="unit" class="unit figure quiet">{{ unit }}</span>
    <span v-if="fault" :id="`${id}-fault`" class="fault" role="alert">
      {{ fault.message
      }}<template v-if="fault.allowed">{{ ' ' }}{{ $t('Allowed: {allowed}.', { allowed: fault.allowed }) }}</template>
    </span>
  </span>
</template>

<style scoped>
.wrap {
  position: relative;
  display: inline-flex;
  align-items: baseline;
  gap: 6px;
  flex-wrap: wrap;
}
.word-field {
  width: 100%;
  min-width: 0;
  height: 34px;
  padding: 0 8px;
  border: 1px solid transparent;
  border-radius: 3px;
  background: transparent;
  font-size: 19px;
  font-weight: 560;
  text-align: right;
}
.word-field::placeholder {
  color: var(--ochre);
  font: 420 13px var(--words);
  opacity: 1;
}
.word-field:hover {
  border-color: var(--rule);
}
.word-field:focus {
  outline: 2px solid var(--ink);
  outline-offset: 0;
  background: var(--sheet);
}
.wrong .word-field {
  border-color: var(--goal);
  background: var(--rust-tint);
}
.large .word-field {
  height: 52px;
  font-size: 34px;
}
.unit {
  position: absolute;
  right: -26px;
  font-size: 13px;
}
/* The message lies over what is beside and below: no row or column moves for it. */
.fault {
  position: absolute;
  z-index: 4;
  top: calc(100% + 2px);
  left: 0;
  width: max-content;
  max-width: 280px;
  padding: 6px 10px;
  border-left: 3px solid var(--goal);
  border-radius: 0 3px 3px 0;
  background: var(--rust-tint);
  color: var(--goal);
  font-size: 13px;
  line-height: 1.3;
  text-align: left;
  box-shadow: 0 4px 14px rgb(0 0 0 / 0.12);
}
</style>
