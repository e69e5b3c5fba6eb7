import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

import type { Schemas } from '@/shared/api/client'
import TrialSheet from '@/rooms/posts/ride/TrialSheet.vue'
import { useSheet } from '@/rooms/files/useSheet'

import { Bluetooth } from './bluetooth'
import { clockText } from './clock'
import LinkBar from './LinkBar.vue'
import TraceStrip from './TraceStrip.vue'

type Live = Schemas['LiveView']
const power = (more: Partial<Schemas['Trace']> = {}): Schemas['Trace'] => ({
  channel: 'power_w',
  name: 'Power',
  unit: 'W',
  now: 177.4,
  asked: 180,
  step_s: 2,
  from_s: 0,
  points: [150, 170, null, null, 180, 182],
  ...more,
})
const run = (n: number, more: Partial<Schemas['RunOut']> = {}): Schemas['RunOut'] => ({
  run: n,
  start_s: n * 100,
  end_s: n * 100 + 60,
  from_s: n * 100 + 30,
  whole: true,
  known: true,
  means: { heart_rate_bpm: 140 + n },
  ...more,
})
const device = (more: Partial<Schemas['DeviceOut']> = {}): Schemas['DeviceOut'] => ({
  name: 'A trainer',
  linked: true,
  received: 40,
  refused: 0,
  ago_s: 0.2,
  touches: true,
  ...more,
})

describe("a trial's clock", () => {
  it.each([
    [240, '4:00'],
    [59.2, '1:00'],
    [9.1, '0:10'],
    [-3, '0:00'],
  ])('%s s reads %s', (s, text) => expect(clockText(s)).toBe(text))
})

describe('the lines of what is read', () => {
  const strip = (traces: Schemas['Trace'][], runs: Schemas['RunOut'][] = []) =>
    mount(TraceStrip, { props: { traces, until: 200, runs, shade: (n: number) => (n ? 'b' : 'a') } })
  it('leave a gap open and tell what stands now', () => {
    const it_ = strip([power()])
    expect(it_.get('.line').attributes('d')!.match(/M/g)).toHaveLength(2)
    expect(it_.get('.line').attributes('d')!.match(/L/g)).toHaveLength(2)
    expect(it_.get('.now b').text()).toBe('177')
    expect(it_.get('svg').attributes('aria-label')).toBe('Power: 177 W')
    expect(it_.get('.now').text()).toContain('asked 180')
  })
  it('shade runs by their set-up and draw a mean over its part', () => {
    const heart = power({ channel: 'heart_rate_bpm', name: 'Heart rate', unit: '/min', asked: null })
    const it_ = strip([heart], [run(0), run(1, { known: false, whole: false, means: {}, end_s: 120 })])
    expect(it_.findAll('.run').map((r) => r.classes('a'))).toEqual([true, false])
    expect(it_.findAll('.run')[1]!.classes('cut')).toBe(true)
    expect(it_.findAll('.mean')).toHaveLength(1)
    expect(it_.get('.figure-text').text()).toBe('140')
  })
})

describe('the link', () => {
  const bar = (devices: Schemas['DeviceOut'][]) => mount(LinkBar, { props: { devices, failed: '', behind: null } })
  it('tells of each device what came, what was refused and what is silent', () => {
    const it_ = bar([device({ refused: 3 }), device({ name: 'A strap', ago_s: 7.6 })])
    const said = it_.findAll('.devices span').map((x) => x.text().replace(/\s+/g, ' '))
    expect(said).toEqual(['A trainer40 packets3 refused', 'A strapnothing for 8 s'])
  })
  it('offers ways to link one, Bluetooth only where the browser has it', async () => {
    const it_ = bar([device({ linked: false })])
    expect(it_.findAll('button').map((b) => b.text())).toEqual(['At a port', 'Simulated trainer'])
    await it_.findAll('button')[0]!.trigger('click')
    await it_.get('input').setValue('9000')
    await it_.get('form').trigger('submit')
    expect(it_.emitted('link')).toEqual([[9000]])
  })
})

describe('a device on the radio', () => {
  afterEach(() => {
    vi.useRealTimers()
    vi.restoreAllMocks()
  })
  it('is passed on as it came, kept until it is answered for, and asked for its power', async () => {
    vi.useFakeTimers()
    let heard: () => void = () => undefined
    const written: number[][] = []
    const reads = {
      value: new DataView(Uint8Array.of(0x44, 0x00, 0xb4, 0x00).buffer),
      startNotifications: async () => undefined,
      addEventListener: (_: string, f: () => void) => (heard = f),
    }
    const control = { writeValue: async (bytes: Uint8Array) => void written.push([...bytes]) }
    const gatt = {
      connect: async () => ({
        getPrimaryService: async (s: number) => {
          if (s !== 0x1826) throw new Error('no heart here')
          return { getCharacteristic: async (c: number) => (c === 0x2ad2 ? reads : control) }
        },
      }),
      disconnect: vi.fn(),
    }
    vi.stubGlobal('navigator', { bluetooth: { requestDevice: async () => ({ name: 'Some trainer', gatt }) } })
    const sent: unknown[] = []
    let away = true
    vi.stubGlobal('fetch', async (request: Request) => {
      sent.push(await request.json())
      if (away) throw new TypeError('away')
      return Response.json({ taken: 1, kept: true })
    })
    const link = new Bluetooth(6)
    await link.add()
    heard()
    await vi.advanceTimersByTimeAsync(450)
    away = false
    await vi.advanceTimersByTimeAsync(400)
    await vi.advanceTimersByTimeAsync(400)
    const of = { device: 'Some trainer', characteristic: '2AD2' }
    expect(sent).toEqual([
      { sent: [{ ...of, packets: [{ hex: '4400b400', age_ms: 400 }] }] },
      { sent: [{ ...of, packets: [{ hex: '4400b400', age_ms: 800 }] }] },
    ])
    await link.ask(300)
    expect(written).toEqual([[0], [5, 0x2c, 1]])
    link.leave()
    expect(gatt.disconnect).toHaveBeenCalled()
    vi.unstubAllGlobals()
  })
})

describe('a trial that is recorded', () => {
  beforeEach(() => setActivePinia(createPinia()))
  afterEach(() => vi.unstubAllGlobals())
  // Each test its own file: what was answered to one is nothing to another.
  let fit = 5
  const trial = (blind: boolean): Schemas['TrialOut'] => ({
    trial: {
      id: 4,
      on: '2026-03-09',
      differs: 'stem',
      treatments: ['stem 90', 'stem 80'],
      blocks: 1,
      seed: 1,
      minutes: 1,
      rest_minutes: 0.5,
      power_w: 180,
      blind,
      by_itself: false,
      outcomes: [],
      measured: ['heart_rate_bpm'],
      results: {},
      means: { heart_rate_bpm: { 0: 140 } },
      stopped: false,
    },
    runs: ['stem 90', 'stem 80', 'stem 80', 'stem 90'],
    done: 1,
    so_far: true,
    compared: [],
  })
  async function shown(phase: Schemas['PhaseOut'], ridden: Schemas['RunOut'][], blind = true) {
    const live: Live = {
      now_s: 300,
      devices: [device()],
      traces: [power()],
      recorded: { trial: 4, runs: 4, phase, held: false, ridden, behind_s: null },
      asked_w: 180,
    }
    const begun: unknown[] = []
    vi.stubGlobal('fetch', async (request: Request) => {
      if (request.method === 'POST') begun.push([new URL(request.url).pathname, await request.json()])
      return Response.json(live)
    })
    const store = useSheet()
    Object.defineProperty(store, 'id', { value: ++fit })
    const commands: unknown[] = []
    vi.spyOn(store, 'change').mockImplementation(async (...c) => void commands.push(...c))
    const it_ = mount(TrialSheet, {
      props: { it: trial(blind) },
      global: { stubs: { RouterLink: { template: '<a><slot /></a>' } } },
    })
    await flushPromises()
    await flushPromises()
    return { it_, commands, begun }
  }
  it('puts what a run came to into the file once, and what is there already not again', async () => {
    const { commands } = await shown({ kind: 'rest', run: 2, left_s: 12 }, [run(0), run(1)])
    expect(commands).toEqual([{ do: 'ride.measured', trial: 4, run_number: 1, means: { heart_rate_bpm: 141 } }])
  })
  it('tells the rider nothing of the set-up, and the helper what to fit', async () => {
    const { it_, begun } = await shown({ kind: 'wait', run: 2, left_s: 0 }, [run(0), run(1)])
    expect(it_.get('.fit').text()).toBe('The helper fits the set-up of run 3.')
    expect(it_.findAll('.run').every((r) => r.classes('none'))).toBe(true)
    const press = (text: string) =>
      it_
        .findAll('button')
        .find((b) => b.text() === text)!
        .trigger('click')
    await press('Show the helper')
    expect(it_.get('.fit').text()).toBe('Fit for run 3: stem 80')
    await press('Begin run 3')
    await flushPromises()
    expect(begun).toEqual([[`/api/fits/${fit}/trials/4/begin`, { run: 2 }]])
  })
  it('asks for a run again that was not read for long enough', async () => {
    const { it_, commands } = await shown({ kind: 'rest', run: 2, left_s: 12 }, [run(0), run(1, { means: {} })], false)
    expect(it_.get('.warn').text()).toContain('Run 2 was not read for long enough to be counted.')
    expect(commands).toEqual([])
  })
})
