import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

import type { Schemas } from '@/shared/api/client'

import OwnBike from './OwnBike.vue'

type View = Schemas['OwnBikeView']
const view = (more: Partial<View> = {}): View => ({
  fit: 3,
  rider: 'Some Rider',
  headline: '19 mm under the front wheel',
  says: 'As it stands the nose dips 1.1°.',
  known: [
    { name: "Front wheel's radius", value_mm: 346.4, source: 'frame' },
    { name: 'Axle to axle', value_mm: 1000, source: 'assumed' },
  ],
  taped: true,
  block_mm: 19,
  tilt_deg: -1.1,
  within: false,
  steps: ['Ask the maker.', 'Front wheel on a block of 19 mm that cannot roll off.'],
  picture: [],
  marks: [{ x_mm: -190, y_mm: 690 }],
  goals: [{ x_mm: -200, y_mm: 690 }],
  ...more,
})
const at = { x_mm: 0, y_mm: 0 }
const files = [
  { id: 2, rider: 'Unmeasured', bike: '', now: {} },
  { id: 3, rider: 'Some Rider', bike: 'Some Bike', now: { saddle: at, hand: at } },
  { id: 4, rider: 'Other Rider', bike: '', now: { saddle: at, hand: at } },
]
const asked: string[] = []
let bench: HTMLElement
beforeEach(() => {
  asked.length = 0
  bench = document.createElement('aside')
  bench.id = 'own-bike-bench'
  document.body.append(bench)
})
afterEach(() => {
  bench.remove()
  vi.unstubAllGlobals()
})
async function shown(its: View, fit: number | null = null) {
  vi.stubGlobal('fetch', async (request: Request) => {
    const url = new URL(request.url)
    if (url.pathname === '/api/fits') return Response.json(files)
    asked.push(`${url.pathname.split('/').pop()}${url.search}`)
    return Response.json(its)
  })
  const it_ = mount(OwnBike, { props: { fit }, attachTo: document.body })
  await settle()
  return it_
}
async function settle() {
  for (let i = 0; i < 4; i += 1) await flushPromises()
}
const text = (selector: string) =>
  [...bench.querySelectorAll(selector)].map((x) => x.textContent!.replace(/\s+/g, ' ').trim())
async function type(label: string, value: string) {
  const box = [...bench.querySelectorAll('label')].find((l) => l.textContent!.includes(label))!.querySelector('input')!
  box.value = value
  box.dispatchEvent(new Event('change'))
  await settle()
}

describe('one’s own bike on a trainer', () => {
  it('is that of the first rider who is measured, with where each length is from', async () => {
    await shown(view())
    expect(asked).toEqual(['3?held=tyre'])
    expect(text('h1')).toEqual(['19 mm under the front wheel out'])
    expect(text('.known li')).toEqual(["Front wheel's radius 346 of the frame", 'Axle to axle 1000 assumed: tape it'])
    expect(text('ol li')[1]).toBe('Front wheel on a block of 19 mm that cannot roll off.')
    expect(text('.riders button')).toEqual(['Some Rider', 'Other Rider'])
  })
  it('is judged only once its axle is taped', async () => {
    await shown(view({ taped: false, headline: 'Tape the rear axle in the trainer' }))
    expect(text('h1')).toEqual(['Tape the rear axle in the trainer'])
  })
  it('asks anew with what is typed, a comma too, and asks nothing with what is no number', async () => {
    const it_ = await shown(view())
    await type('Rear axle', '365,5')
    expect(asked.at(-1)).toBe('3?held=tyre&rear_axle_mm=365.5')
    const before = asked.length
    await type('Front axle', 'about 350')
    expect(asked.length).toBe(before)
    expect(text('[role=alert]')).toEqual(['“about 350” is no number of millimetres.'])
    await type('Front axle', '')
    expect(text('[role=alert]')).toEqual([])
    // Another rider's bike begins with nothing typed.
    bench.querySelectorAll<HTMLElement>('.riders button')[1]!.click()
    expect(it_.emitted('pick')).toEqual([[4]])
    await it_.setProps({ fit: 4 })
    await settle()
    expect(asked.at(-1)).toBe('4?held=tyre')
  })
})
