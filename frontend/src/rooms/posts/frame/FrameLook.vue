<script setup lang="ts">
import { computed } from 'vue'

import type { FramesView, Schemas, Sheet } from '@/shared/api/client'
import WordField from '@/shared/ui/WordField.vue'

import { useSheet } from '@/rooms/files/useSheet'
import { DISCIPLINES } from '@/shared/api/lists'
import { t } from '@/shared/i18n'
import SchoolChoice from '@/shared/ui/SchoolChoice.vue'

/** Which frames are looked at, whether bars are bought, and which school decides what. */
const props = defineProps<{ view: FramesView; sheet: Sheet }>()
const store = useSheet()
const look = computed(() => props.sheet.state.frame?.look)
const set = (at: Schemas['LookAt']) => void store.change({ do: 'frame.look', at })
const toggled = (list: readonly string[], one: string) =>
  list.includes(one) ? list.filter((x) => x !== one) : [...list, one]
const kindName = (kind: string) => t(DISCIPLINES[kind as keyof typeof DISCIPLINES] ?? kind)
const prices = [1, 2, 3, 4, 5]
const RULES = [
  { name: 'nose_behind_bb_mm', label: t('Nose behind the BB, least'), hint: t('none') },
  { name: 'least_bar_width_mm', label: t('Bar width, least'), hint: t('none') },
  { name: 'dated', label: t('Read on'), hint: t('the day') },
] as const
type Kinds = Schemas['LookAt']['kinds']
type Materials = Schemas['LookAt']['materials']
type Question = Schemas['School']['question']
type RuleName = (typeof RULES)[number]['name']
const faultOf = (name: RuleName) => (name === 'dated' ? 'frame.rules_read' : `frame.rule:${name}`)
const keepRule = (name: RuleName, typed: string) =>
  store.change(name === 'dated' ? { do: 'frame.rules_read', dated: typed } : { do: 'frame.rule', rule: name, typed })
const ruled = (name: (typeof RULES)[number]['name']) => String(props.sheet.state.frame?.rules?.[name] ?? '')
</script>

<template>
  <div class="panel" tabindex="0" role="region" :aria-label="$t('What is looked at')">
    <fieldset>
      <legend>
        {{ $t('Use') }}
        <button v-if="look?.kinds" type="button" class="plain" @click="set({ near_the_use: true })">
          {{ $t('near the goal’s use') }}
        </button>
      </legend>
      <button
        v-for="kind in view.look.every_kind"
        :key="kind"
        type="button"
        class="tag"
        :aria-pressed="view.look.kinds.includes(kind)"
        @click="set({ kinds: toggled(view.look.kinds, kind) as Kinds })">
        {{ kindName(kind) }}
      </button>
    </fieldset>
    <fieldset>
      <legend>{{ $t('Material') }}</legend>
      <button
        v-for="m in view.look.every_material"
        :key="m"
        type="button"
        class="tag"
        :aria-pressed="look?.materials?.includes(m as 'carbon')"
        @click="set({ materials: toggled(look?.materials ?? [], m) as Materials })">
        {{ $t(m) }}
      </button>
    </fieldset>
    <fieldset>
      <legend>{{ $t('Price up to') }}</legend>
      <button
        v-for="p in prices"
        :key="p"
        type="button"
        class="tag figure"
        :aria-pressed="(look?.price_most ?? 5) === p"
        :aria-label="$t('price band {p}', { p })"
        @click="set({ price_most: p })">
        {{ p }}
      </button>
    </fieldset>
    <fieldset>
      <legend>{{ $t('Only') }}</legend>
      <button
        type="button"
        class="tag"
        :aria-pressed="look?.owned_only ?? false"
        @click="set({ owned_only: !look?.owned_only })">
        {{ $t('owned already') }}
      </button>
      <button
        type="button"
        class="tag"
        :aria-pressed="look?.in_stock_only ?? true"
        @click="set({ in_stock_only: !(look?.in_stock_only ?? true) })">
        {{ $t('in stock') }}
      </button>
      <button
        v-for="tag in view.look.every_tag"
        :key="tag"
        type="button"
        class="tag"
        :aria-pressed="look?.tags?.includes(tag)"
        @click="set({ tags: toggled(look?.tags ?? [], tag) })">
        {{ tag }}
      </button>
    </fieldset>
    <fieldset>
      <legend>{{ $t('Front end') }}</legend>
      <button
        type="button"
        class="tag"
        :aria-pressed="look?.bars ?? true"
        @click="set({ bars: !(look?.bars ?? true) })">
        {{ $t('other bars and one-piece cockpits too') }}
      </button>
      <button
        type="button"
        class="tag"
        :aria-pressed="look?.deep_bends ?? false"
        @click="set({ deep_bends: !look?.deep_bends })">
        {{ $t('deep bends too') }}
      </button>
      <p v-if="view.look.note" class="quiet small">{{ view.look.note }}</p>
    </fieldset>
    <fieldset v-for="school in view.schools" :key="school.key" class="school">
      <legend>{{ school.question }}</legend>
      <SchoolChoice
        v-bind="school"
        :whose="$t('This file’s own.')"
        @pick="(picked) => store.change({ do: 'frame.school', question: school.key as Question, school: picked })" />
    </fieldset>
    <fieldset class="school">
      <legend>{{ $t('Rules of the event') }}</legend>
      <div class="rules">
        <label v-for="rule in RULES" :key="rule.name"
          >{{ rule.label
          }}<WordField
            :label="rule.label"
            :value="ruled(rule.name)"
            :fault="store.faults.get(faultOf(rule.name))"
            :placeholder="rule.hint"
            @keep="(typed) => keepRule(rule.name, typed)"
        /></label>
      </div>
      <p v-for="say in view.rules" :key="say" class="quiet small">{{ say }}</p>
      <p v-if="!view.rules.length" class="quiet small">
        {{ $t('None kept to. What is typed here is what the rulebook said that day.') }}
      </p>
    </fieldset>
    <p class="small">
      {{
        $t('{shown} of {shelved} sizes looked at, {carry} carry the goal.', {
          shown: view.look.shown,
          shelved: view.look.shelved,
          carry: view.carry,
        })
      }}
    </p>
  </div>
</template>

<style scoped>
.panel {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 4px 24px 16px;
  border-top: 1px solid var(--ink);
}
fieldset {
  margin: 0;
  padding: 8px 0 6px;
  border: 0;
  border-bottom: 1px solid var(--hair);
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}
fieldset.school {
  display: block;
}
fieldset.school > div {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  padding-bottom: 3px;
}
legend {
  width: 100%;
  padding: 0 0 4px;
  font-weight: 620;
  font-size: 15px;
}
.tag {
  min-height: 28px;
  padding: 2px 9px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: none;
  font-size: 14px;
  cursor: pointer;
}
.tag[aria-pressed='true'],
.tag[aria-checked='true'] {
  background: var(--ink);
  border-color: var(--ink);
  color: var(--on-ink);
}
.rules label {
  display: grid;
  grid-template-columns: 190px 1fr;
  align-items: center;
  gap: 8px;
  width: 100%;
  font-size: 14px;
}
.plain {
  margin-left: 8px;
  font-size: 13px;
}
</style>
