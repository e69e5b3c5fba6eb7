<script setup lang="ts">
import { computed } from 'vue'

import type { Picture, Schemas } from '@/shared/api/client'
import LayerSign from '@/shared/drawing/LayerSign.vue'
import ShapeList from '@/shared/drawing/ShapeList.vue'
import { useSettings } from '@/shared/settings'
import { show } from '@/shared/units'

import { edgePoint } from './loupe'
import { t } from '@/shared/i18n'

/** One mark life size: the line each reading puts it on, and the ellipse it lies in 19 times of 20. */
const props = defineProps<{
  mark: Schemas['Magnified']
  picture: Picture | null
  radius: number
  x: number
  y: number
  findings: Schemas['Finding'][]
}>()
const { unit } = useSettings()
const SCALE = 4
const place = computed(
  () => `translate(${-props.mark.x_mm * SCALE} ${props.mark.y_mm * SCALE}) scale(${SCALE} ${-SCALE})`,
)
const ticks = computed(() => {
  const found: string[] = []
  const most = Math.floor((props.radius - 2) / SCALE)
  for (let mm = -most; mm <= most; mm += 2)
    if (mm) found.push(`M${mm * SCALE} 0v${-(mm % 10 === 0 ? 8 : 4)}M0 ${mm * SCALE}h${mm % 10 === 0 ? 8 : 4}`)
  return found.join('')
})
const shown = (s: Schemas['PositionLine']) =>
  unit.value === 'in' && s.value_mm != null ? show(s.value_mm, 'in') : s.figure
const half = (figure: string) => 5 + figure.length * 4.7
const suspects = computed(() =>
  props.mark.sights
    .filter((s) => s.word === 'suspect')
    .map((s) => ({
      key: s.key,
      figure: shown(s),
      at: edgePoint(s.d, props.mark, SCALE, props.radius - 7 - half(shown(s))),
    })),
)
const says = computed(() => {
  const wrong = props.mark.sights.filter((s) => s.word === 'suspect').length
  const rest = props.mark.sights.length - wrong
  if (wrong) return t('{figure} misses the other {rest}', { figure: suspects.value[0]!.figure, rest })
  return rest > 1 ? t('{rest} readings meet here', { rest }) : t('one reading here')
})
</script>

<template>
  <g
    :transform="`translate(${x} ${y})`"
    role="img"
    :aria-label="$t('{label} life size: {says}', { label: mark.label, says })">
    <clipPath id="measure-loupe"><circle :r="radius - 1" /></clipPath>
    <circle :r="radius" class="glass" />
    <g clip-path="url(#measure-loupe)">
      <g v-if="picture" class="draw bike-under" :class="{ sketch: picture.sketch }" :transform="place"
        ><g class="bike"><ShapeList :shapes="picture.bike" /></g
      ></g>
      <path :d="`M${-radius} 0H${radius}M0 ${-radius}V${radius}${ticks}`" class="cross" />
      <g :transform="place">
        <path :d="mark.ellipse" class="ellipse" />
        <path v-for="s in mark.sights" :key="s.key" :d="s.d" class="sight" :class="s.word.replace(' ', '-')" />
      </g>
      <g v-for="s in suspects" :key="`l${s.key}`" :transform="`translate(${s.at.x} ${s.at.y})`"
        ><rect :x="-half(s.figure)" y="-11" :width="2 * half(s.figure)" height="21" rx="3" class="tag" /><text
          y="4.5"
          text-anchor="middle"
          class="tag"
          >{{ s.figure }}</text
        ></g
      >
    </g>
    <LayerSign layer="now" :size="8" />
    <circle :r="radius" class="rim" />
    <text :y="radius + 22" text-anchor="middle" class="name">{{ mark.label }}</text>
    <text :y="radius + 40" text-anchor="middle" class="says">{{ says }}</text>
  </g>
</template>

<style scoped>
.glass {
  fill: var(--sheet);
}
.rim {
  fill: none;
  stroke: var(--ink);
  stroke-width: 1.8;
}
.bike-under {
  opacity: 0.28;
}
.cross {
  fill: none;
  stroke: var(--now);
  stroke-width: 0.8;
  opacity: 0.55;
}
.ellipse {
  fill: color-mix(in srgb, var(--now) 22%, transparent);
  stroke: var(--now);
  stroke-width: 1;
  vector-effect: non-scaling-stroke;
}
.sight {
  fill: none;
  stroke: var(--now);
  stroke-width: 1.3;
  vector-effect: non-scaling-stroke;
}
.sight.unchecked {
  opacity: 0.55;
}
.sight.suspect {
  stroke: var(--goal);
  stroke-width: 2.4;
  stroke-dasharray: 6 4;
}
.sight.kept {
  stroke: var(--ochre);
}
rect.tag {
  fill: var(--goal);
}
text {
  fill: var(--ink);
  stroke: var(--sheet);
  stroke-width: 4;
  paint-order: stroke;
  font: 420 13px var(--words);
}
text.tag {
  fill: var(--on-ink);
  stroke: none;
  font: 620 14px var(--figures);
}
.name {
  font-size: 17px;
  font-weight: 620;
}
.says {
  fill: var(--quiet);
}
</style>
