<script setup lang="ts">
import { computed } from 'vue'

import type { BuildView, Sheet } from '@/shared/api/client'
import { t } from '@/shared/i18n'
import PriceBands from '@/shared/ui/PriceBands.vue'

/** Everything the plan is built of, by what is done about it, and what goes together; to take to the shop. */
const props = defineProps<{ build: BuildView; sheet: Sheet }>()
type State = BuildView['parts'][number]['state']
const GROUPS: { state: State; label: string }[] = [
  { state: 'buy', label: t('To buy') },
  { state: 'ask', label: t('To ask') },
  { state: 'have', label: t('At hand') },
  { state: 'keep', label: t('Kept') },
]
const groups = computed(() =>
  GROUPS.map((g) => ({ ...g, lines: props.build.parts.filter((x) => x.state === g.state) })).filter(
    (g) => g.lines.length,
  ),
)
const FITS = { fits: t('goes together'), unknown: t('not on record'), not: t('does not go together') }
const SIGNS = { fits: '✓', unknown: '?', not: '✕' }
</script>

<template>
  <div class="scroll list">
    <p class="out">
      <a class="press" :href="`/api/fits/${sheet.id}/parts.pdf`" target="_blank">{{ $t('As pages') }}</a>
      <a class="press" :href="`/api/fits/${sheet.id}/parts.csv`">{{ $t('As a table') }}</a>
      <span class="quiet small">{{ $t('Bars: price in the house’s bands.') }}</span>
    </p>
    <section v-for="group in groups" :key="group.state" :aria-label="group.label">
      <h3>{{ group.label }}</h3>
      <ul>
        <li v-for="line in group.lines" :key="line.what + line.name">
          <span class="quiet">{{ line.what }}</span>
          <span class="name"
            >{{ line.count > 1 ? `${line.count} × ` : '' }}{{ line.name
            }}<PriceBands v-if="line.band" :bands="line.band"
          /></span>
          <span v-if="line.note" class="note">{{ line.note }}</span>
        </li>
      </ul>
    </section>
    <section :aria-label="$t('What goes together')">
      <h3>{{ $t('What goes together') }}</h3>
      <ul>
        <li v-for="fit in build.fits" :key="fit.what" :class="fit.fits">
          <span class="quiet">{{ fit.what }}</span>
          <span class="name"
            ><span class="sign" aria-hidden="true">{{ SIGNS[fit.fits] }}</span
            >{{ FITS[fit.fits] }}</span
          >
          <span class="note">{{ fit.why }}</span>
        </li>
      </ul>
    </section>
  </div>
</template>

<style scoped>
.out {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 4px 0 2px;
}
.press {
  display: inline-grid;
  align-items: center;
  text-decoration: none;
}
h3 {
  padding: 8px 0 2px;
  border-bottom: 1px solid var(--hair);
  font-size: 15px;
}
ul {
  margin: 0;
  padding: 0;
  list-style: none;
}
li {
  display: grid;
  grid-template-columns: 132px 1fr;
  gap: 0 10px;
  padding: 4px 0;
  border-bottom: 1px solid var(--hair);
  font-size: 14px;
  line-height: 1.35;
}
.name {
  font-weight: 560;
}
.note {
  grid-column: 2;
  font-size: 12.5px;
}
.sign {
  display: inline-block;
  width: 18px;
  font-weight: 700;
}
.fits .sign {
  color: var(--plan);
}
.unknown .name {
  color: var(--ochre-ink, inherit);
  font-weight: 420;
}
.not .name {
  color: var(--goal);
}
</style>
