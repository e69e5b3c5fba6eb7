<script setup lang="ts">
import type { Schemas, Sheet } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'
import TypedBox from '@/shared/ui/TypedBox.vue'
import { t } from '@/shared/i18n'

type Facts = Schemas['Facts']
const props = defineProps<{ sheet: Sheet }>()
const store = useSheet()
const profile = () => props.sheet.rider.profile
const GROUNDS: Schemas['Facts']['grounds'] = [
  'asphalt',
  'rough asphalt',
  'cobbles',
  'gravel',
  'forest track',
  'roots and rocks',
  'mud',
  'sand',
]
const HOLDS = ['hoods', 'drops', 'tops', 'grips', 'extensions', 'changing']
const OFF = ['never', 'seldom', 'often']
const RUNGS = ['free', 'small part', 'part', 'dear part', 'frame']
const keep = (part: Partial<Facts>) => store.editRider({ facts: part }, `facts.${Object.keys(part)[0]}`, '')
const years = (typed: string) => (/^\d+$/.test(typed.trim()) ? Number(typed) : null)
const shoe = (typed: string) => {
  const n = Number(typed.replace(',', '.'))
  return Number.isFinite(n) && n > 0 ? n : null
}
const TEXTS = [
  { name: 'keeps', label: t('Keeps'), hint: t('what goes over') },
  { name: 'races', label: t('Races'), hint: t('which, or none') },
  { name: 'rules', label: t('Rules'), hint: t('rulebook and its date') },
] as const
</script>

<template>
  <section class="facts">
    <div class="grid">
      <label
        >{{ $t('Spends at most')
        }}<el-select
          :model-value="profile().budget"
          clearable
          :empty-values="[null, undefined]"
          :placeholder="$t('not asked')"
          :aria-label="$t('Spends at most')"
          @update:model-value="(v: string | null) => keep({ budget: (v ?? null) as never })"
          ><el-option v-for="r in RUNGS" :key="r" :value="r" :label="$t(r)" /></el-select
      ></label>
      <label
        >{{ $t('Hands mostly on')
        }}<el-select
          :model-value="profile().hold"
          clearable
          :empty-values="[null, undefined]"
          :placeholder="$t('not asked')"
          :aria-label="$t('Hands mostly on')"
          @update:model-value="(v: string | null) => keep({ hold: (v ?? null) as never })"
          ><el-option v-for="h in HOLDS" :key="h" :value="h" :label="$t(h)" /></el-select
      ></label>
      <label
        >{{ $t('Off the bike')
        }}<el-select
          :model-value="profile().off_bike"
          clearable
          :empty-values="[null, undefined]"
          :placeholder="$t('not asked')"
          :aria-label="$t('Off the bike')"
          @update:model-value="(v: string | null) => keep({ off_bike: (v ?? null) as never })"
          ><el-option v-for="o in OFF" :key="o" :value="o" :label="$t(o)" /></el-select
      ></label>
      <label
        >{{ $t('Age') }}<TypedBox :value="profile().age" inputmode="numeric" @keep="(t) => keep({ age: years(t) })"
      /></label>
      <label
        >{{ $t('Shoe, EU')
        }}<TypedBox :value="profile().shoe_size" inputmode="decimal" @keep="(t) => keep({ shoe_size: shoe(t) })"
      /></label>
      <label v-for="it in TEXTS" :key="it.name"
        >{{ it.label
        }}<TypedBox
          :value="profile()[it.name]"
          maxlength="200"
          :placeholder="it.hint"
          @keep="(typed) => keep({ [it.name]: typed })"
      /></label>
      <label
        >{{ $t('Grounds')
        }}<el-select
          :model-value="profile().grounds ?? []"
          multiple
          collapse-tags
          :placeholder="$t('not asked')"
          :aria-label="$t('Grounds')"
          @update:model-value="(v: string[]) => keep({ grounds: v as never })"
          ><el-option v-for="g in GROUNDS" :key="g" :value="g" :label="$t(g)" /></el-select
      ></label>
    </div>
    <label class="history"
      >{{ $t('History')
      }}<TypedBox
        tall
        :value="profile().history"
        rows="2"
        maxlength="2000"
        :placeholder="$t('falls, injuries, operations; what a doctor or physiotherapist said')"
        @keep="(t) => keep({ history: t })" />
    </label>
  </section>
</template>

<style scoped>
.facts {
  padding-top: 14px;
}
.grid {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  gap: 8px 14px;
}
label {
  display: grid;
  gap: 2px;
  color: var(--quiet);
  font-size: 13px;
}
input,
textarea {
  min-width: 0;
  padding: 0 8px;
  border: 1px solid var(--rule);
  border-radius: 3px;
  background: var(--sheet);
  color: var(--ink);
  font-size: 15px;
}
input {
  height: 36px;
}
textarea {
  padding: 6px 8px;
  resize: vertical;
}
.history {
  padding-top: 10px;
}
</style>
