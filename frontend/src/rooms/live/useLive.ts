import { computed, onBeforeUnmount, shallowRef, watch } from 'vue'

import { useAnswer } from '@/shared/api/answers'
import { api, Refused, type Schemas, take } from '@/shared/api/client'

import { Bluetooth } from './bluetooth'

export type Live = Schemas['LiveView']
const RIDING_MS = 400
const IDLE_MS = 2000

/** What a file's devices tell, asked for again and again while anything is linked or a trial's clock runs. */
export function useLive(fit: () => number, trial: () => number | undefined, shown: () => boolean = () => true) {
  const { data, trouble, again } = useAnswer(
    'live',
    () => (shown() ? { fit_id: fit(), trial: trial() } : null),
    ({ fit_id, trial }) => take(api.GET('/api/fits/{fit_id}/live', { params: { path: { fit_id }, query: { trial } } })),
    (last) => {
      const phase = last?.recorded?.phase.kind
      const runs = phase === 'ride' || phase === 'rest'
      return runs || last?.devices.some((d) => d.linked) ? RIDING_MS : IDLE_MS
    },
  )
  const failed = shallowRef('')
  const radio = shallowRef<Bluetooth | null>(null)
  const linked = computed(() => data.value?.devices.filter((d) => d.linked) ?? [])
  /** Do something and look again; a refusal is told beside the link. */
  async function act(work: () => Promise<unknown>) {
    failed.value = ''
    try {
      await work()
    } catch (wrong) {
      if (!(wrong instanceof Refused)) throw wrong
      failed.value = wrong.body.allowed ? `${wrong.body.message} (${wrong.body.allowed})` : wrong.body.message
    }
    await again()
  }
  const path = () => ({ path: { fit_id: fit() } })
  const link = (port?: number) =>
    act(() => take(api.POST('/api/fits/{fit_id}/live/link', { params: path(), body: { port } })))
  const unlink = () =>
    act(async () => {
      radio.value?.leave()
      radio.value = null
      await take(api.DELETE('/api/fits/{fit_id}/live/link', { params: path() }))
    })
  const byRadio = () =>
    act(async () => {
      radio.value ??= new Bluetooth(fit())
      await radio.value.add()
    })
  const begin = (trial: number, run: number | null) =>
    act(() =>
      take(
        api.POST('/api/fits/{fit_id}/trials/{trial}/begin', {
          params: { path: { fit_id: fit(), trial } },
          body: { run },
        }),
      ),
    )
  // A trainer on the radio of this browser is asked from here; one on a socket is asked by the server.
  watch(
    () => data.value?.asked_w,
    (watts) => watts != null && void radio.value?.ask(watts),
  )
  onBeforeUnmount(() => radio.value?.leave())
  return { live: data, trouble, failed, linked, link, unlink, byRadio, begin }
}
