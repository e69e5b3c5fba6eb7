import { computed, type Ref, ref, watch } from 'vue'

import { useAnswer } from '@/shared/api/answers'
import { api, type Picture, type Sheet, take } from '@/shared/api/client'
import type { PostName } from '@/shared/api/lists'

/** A step of wheel or key, degrees. */
export const STEP_DEG = 5
/** Where the cranks stand while nobody turned them. */
export const AT_REST_DEG = 100
const ROUND = 360

/** The cranks turned by hand: the picture of the sheet with what moves as the server has it at that angle. */
export function useTurn(sheet: Ref<Sheet | null>, view: Ref<PostName>) {
  const deg = ref<number | null>(null)
  watch([view, () => sheet.value?.id], () => (deg.value = null))
  const { data: turned } = useAnswer(
    'turned',
    () =>
      sheet.value && deg.value !== null
        ? { fit_id: sheet.value.id, revision: sheet.value.revision, view: view.value, crank_deg: deg.value }
        : null,
    ({ fit_id, view, crank_deg }) =>
      take(api.GET('/api/fits/{fit_id}/turned', { params: { path: { fit_id }, query: { view, crank_deg } } })),
  )
  const picture = computed<Picture | null>(() => {
    const whole = sheet.value?.picture ?? null
    const it = turned.value
    // A rival rider sits where the cranks rest: of one that turns nothing is held against it.
    return whole && it ? { ...whole, far: it.far, crank: it.crank, leg: it.leg, joints: it.joints, ghost: [] } : whole
  })
  const turn = (to: number | null) => (deg.value = to === null ? null : ((Math.round(to) % ROUND) + ROUND) % ROUND)
  const by = (step: number) => turn((deg.value ?? AT_REST_DEG) + step)
  return { deg, turned, picture, turn, by }
}
