<script setup lang="ts">
import { computed } from 'vue'

import type { BuildView, Sheet } from '@/shared/api/client'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { t } from '@/shared/i18n'
import Pick from '@/shared/ui/Pick.vue'

import { useSheet } from '@/rooms/files/useSheet'

import RailList from './RailList.vue'
import { useRails } from './rails'

/** Crank, pedal, cleat and shoe: what they make together, and what then has to follow in the goal. */
const props = defineProps<{ build: BuildView; sheet: Sheet }>()
const store = useSheet()
const { looked, look, take } = useRails(() => props.sheet)
const feet = computed(() => props.build.feet)
type Kind = 'pedal' | 'cleat' | 'shoe'
const NAMES: Record<Kind, string> = { pedal: t('Pedal'), cleat: t('Cleat'), shoe: t('Shoe') }
const rows = computed(() =>
  (Object.keys(NAMES) as Kind[]).map((kind) => {
    const found = feet.value.choices.filter((c) => c.kind === kind)
    return { kind, name: NAMES[kind], found, chosen: found.find((c) => c.chosen) }
  }),
)
const options = (kind: Kind) =>
  feet.value.choices
    .filter((c) => c.kind === kind)
    .map((c) => ({ value: c.part, label: c.against ? `${c.name}: ${c.against}` : c.name }))
const put = (kind: Kind, part: number | '') =>
  store.change(part === '' ? { do: 'build.foot_as_before', what: kind } : { do: 'build.put_foot', part })
const W = 420
const H = 156
const SCALE = 0.41
const carrySoles = () =>
  store.change({
    do: 'goal.add',
    step: { kind: 'foot', stack_by_mm: feet.value.follows!.stack_by_mm, cleat_aft_by_mm: 0, hands: 'with_saddle' },
    words: '',
  })
const carryCrank = () =>
  store.change({
    do: 'goal.add',
    step: { kind: 'crank', to_mm: feet.value.other_crank_mm!, keep: 'extension', hands: 'with_saddle' },
    words: '',
  })
</script>

<template>
  <svg
    :viewBox="`0 0 ${W} ${H}`"
    class="view close-up"
    role="img"
    :aria-label="$t('Cranks, pedals and shoes from above')">
    <g class="draw" :transform="`translate(${W / 2} ${H / 2}) scale(${SCALE} ${-SCALE})`">
      <ShapeList :shapes="feet.picture" />
    </g>
    <text :x="W - 12" y="20" text-anchor="end">{{ $t('From above, cranks level') }}</text>
    <text v-if="!feet.drawn_q" x="12" :y="H - 10" class="quiet">{{ $t('no crank chosen: a usual one is drawn') }}</text>
  </svg>
  <div class="scroll">
    <RailList :rails="feet.crank_rail" :looked="looked" :sheet="sheet" mark="foot" @look="look" @take="take" />
    <p v-if="looked?.stop.named" class="small looked">{{ looked.stop.named }}</p>
    <p v-if="feet.other_crank_mm !== null" class="follow">
      {{ $t('The goal has another crank: saddle and hand follow once it takes this one.') }}
      <button type="button" class="press low" @click="carryCrank">
        {{ $t('Take {crank} into the goal', { crank: feet.other_crank_mm }) }}
      </button>
    </p>
    <p class="advice">{{ feet.advice }}</p>
    <div v-for="row in rows" :key="row.kind" class="choice">
      <span>{{ row.name }}</span>
      <Pick
        :label="row.name"
        :value="row.chosen?.part ?? null"
        :options="options(row.kind)"
        :placeholder="$t('as on the old bike')"
        clearable
        @pick="(part) => put(row.kind, part)" />
      <p v-if="row.chosen" class="small">
        {{ row.chosen.figures
        }}<template v-if="row.chosen.against"
          >. <b>{{ row.chosen.against }}</b></template
        >
      </p>
    </div>
    <table class="sums">
      <thead>
        <tr>
          <th></th>
          <th class="n">{{ $t('now') }}</th>
          <th class="n">{{ $t('plan') }}</th>
          <th></th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="r in feet.rows" :key="r.name">
          <th scope="row">{{ r.name }}</th>
          <td class="n figure">{{ r.now ?? '·' }}</td>
          <td class="n figure plan">{{ r.plan ?? '·' }}</td>
          <td class="quiet">{{ r.note }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="feet.follows" class="follow">
      {{ feet.follows.says }}
      <button type="button" class="press low" @click="carrySoles">{{ $t('Take the soles into the goal') }}</button>
    </p>
    <p v-for="it in feet.troubles" :key="it" class="warn">{{ it }}</p>
    <p v-if="feet.chosen.pedal && feet.chosen.cleat" class="small quiet">
      {{ $t('A cleat and a pedal of two makers: ask whether they hold each other.') }}
    </p>
  </div>
</template>

<style scoped>
.view text {
  font: 560 13px var(--words);
  fill: var(--ink);
}
.view text.quiet {
  font-weight: 420;
  fill: var(--quiet);
}
.advice {
  padding: 6px 0 8px;
  border-bottom: 1px solid var(--hair);
  font-size: 14px;
  line-height: 1.35;
}
.choice {
  display: grid;
  grid-template-columns: 64px 1fr;
  gap: 0 8px;
  align-items: center;
  padding: 5px 0;
  font-size: 15px;
}
.choice p {
  grid-column: 2;
  padding-top: 2px;
}
.looked {
  color: var(--plan);
}
.sums {
  width: 100%;
  margin-top: 6px;
  border-collapse: collapse;
  font-size: 14px;
}
.sums th {
  padding: 0;
  font-weight: 420;
  text-align: left;
}
.sums thead th {
  color: var(--quiet);
  font-size: 12px;
}
.sums .n {
  width: 52px;
  text-align: right;
}
.sums td:last-child {
  padding-left: 14px;
}
.sums tbody tr {
  height: 28px;
  border-top: 1px solid var(--hair);
}
.plan {
  color: var(--plan);
}
.follow {
  display: grid;
  gap: 6px;
  justify-items: start;
  padding: 8px 0;
  font-size: 14px;
}
</style>
