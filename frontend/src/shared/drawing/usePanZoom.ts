import { select } from 'd3-selection'
import { zoom, zoomIdentity, type ZoomTransform } from 'd3-zoom'
import { computed, onBeforeUnmount, type Ref, shallowRef, watch } from 'vue'

import type { Frame } from './screen'

/** How near and how far a drawing can be seen, px a mm. */
const NEAREST = 8
const FARTHEST = 0.12

/** Wheel and drag over a drawing that begins at `home`; what lies in a foreignObject keeps its own pointer. */
export function usePanZoom(svg: Ref<SVGSVGElement | undefined>, home: Ref<Frame>) {
  const by = shallowRef<ZoomTransform>(zoomIdentity)
  const hand = zoom<SVGSVGElement, unknown>()
    .filter((event: MouseEvent) => !event.button && !(event.target as Element).closest('foreignObject'))
    .on('zoom', (event: { transform: ZoomTransform }) => (by.value = event.transform))
  const frame = computed<Frame>(() => ({
    scale: home.value.scale * by.value.k,
    left: by.value.applyX(home.value.left),
    top: by.value.applyY(home.value.top),
  }))
  watch(
    svg,
    (now, before) => {
      if (before) select(before).on('.zoom', null)
      if (now) select(now).call(hand).on('dblclick.zoom', null)
    },
    { flush: 'post' },
  )
  watch(home, (h) => hand.scaleExtent([FARTHEST / h.scale, NEAREST / h.scale]), { immediate: true })
  onBeforeUnmount(() => svg.value && select(svg.value).on('.zoom', null))
  /** The whole drawing again. */
  function whole() {
    if (svg.value) select(svg.value).call(hand.transform, zoomIdentity)
    else by.value = zoomIdentity
  }
  return { frame, whole }
}
