import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

import type { Schemas } from '@/shared/api/client'

import RiderClock from './RiderClock.vue'

beforeEach(() => setActivePinia(createPinia()))
afterEach(() => vi.unstubAllGlobals())

type Live = Schemas['LiveView']
const trace = (
  channel: Schemas['Trace']['channel'],
  name: string,
  now: number | null,
  asked: number | null = null,
) => ({
  channel,
  name,
  unit: channel === 'power_w' ? 'W' : '/min',
  now,
  asked,
  step_s: 2,
  from_s: 0,
  points: [now],
})
const live = (phase: Schemas['PhaseOut'] | null, traces: Schemas['Trace'][] = []): Live => ({
  now_s: 100,
  devices: [],
  traces,
  recorded: phase && { trial: 4, runs: 8, phase, held: false, ridden: [], behind_s: null },
  asked_w: null,
})
// Each test its own file: what was answered to one is nothing to another.
let fit = 100
async function seen(view: Live | null) {
  vi.stubGlobal('fetch', async () =>
    view
      ? Response.json(view)
      : Response.json({ code: 'not_found', message: 'There is no such trial.' }, { status: 404 }),
  )
  const it_ = mount(RiderClock, { props: { id: ++fit, trial: 4 } })
  await flushPromises()
  await flushPromises()
  return it_
}

describe("the rider's clock", () => {
  it.each([
    [{ kind: 'ready', run: 0, left_s: 0 }, 'Ready', '–:––', 'run 1 of 8'],
    [{ kind: 'ride', run: 2, left_s: 101.2 }, 'Ride', '1:42', 'run 3 of 8'],
    [{ kind: 'rest', run: 3, left_s: 59.9 }, 'Easy', '1:00', 'run 4 of 8'],
    [{ kind: 'wait', run: 3, left_s: 0 }, 'Wait for the helper', '–:––', 'run 4 of 8'],
    [{ kind: 'done', run: 7, left_s: 0 }, 'All ridden', '0:00', 'run 8 of 8'],
  ] as const)('says what is on: %o', async (phase, word, clock, run) => {
    const it_ = await seen(live(phase))
    expect([it_.get('.word').text(), it_.get('.clock').text(), it_.get('.run').text()]).toEqual([word, clock, run])
  })
  it('is ready before anything was begun, and says that no trainer is linked', async () => {
    const it_ = await seen(live(null))
    expect(it_.get('.word').text()).toBe('Ready')
    expect(it_.find('.run').exists()).toBe(false)
    expect(it_.get('.none').text()).toBe('No trainer is linked.')
  })
  it('shows power with what is asked, marks it where it is far off, and leaves speed out', async () => {
    const ride = { kind: 'ride', run: 0, left_s: 30 } as const
    const near = await seen(live(ride, [trace('power_w', 'Power', 186.6, 180), trace('speed_kmh', 'Speed', 31)]))
    expect(near.findAll('li').map((x) => x.text())).toEqual(['Power187W, asked 180'])
    expect(near.get('li').classes('off')).toBe(false)
    const far = await seen(
      live(ride, [trace('power_w', 'Power', 200, 180), trace('heart_rate_bpm', 'Heart rate', null)]),
    )
    expect(far.findAll('li').map((x) => x.classes('off'))).toEqual([true, false])
    expect(far.findAll('li b').map((x) => x.text())).toEqual(['200', '–'])
  })
  it('tells in words where there is nothing to show', async () => {
    const it_ = await seen(null)
    expect(it_.get('[role=alert]').text()).toBe('There is no such trial.')
  })
})
