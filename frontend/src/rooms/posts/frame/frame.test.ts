import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { api, type BuildView, type FramesView, type Sheet, type SizeOffer } from '@/shared/api/client'

import CostLadder from '@/rooms/posts/build/CostLadder.vue'
import FrameBench from './FrameBench.vue'
import FrameTable from './FrameTable.vue'
import MadeFrame from './MadeFrame.vue'
import ThisBike from './ThisBike.vue'
import WindowMap from './WindowMap.vue'
import { useSheet } from '@/rooms/files/useSheet'
import BetweenSizes from './BetweenSizes.vue'
import FrameLook from './FrameLook.vue'
import BuildLines from './BuildLines.vue'
import RecommendedBuild from './RecommendedBuild.vue'
import { readLines } from './progress'
import SearchProgress from './SearchProgress.vue'
import SizesList from './SizesList.vue'

const room = { up_mm: 20, down_mm: 10, forward_mm: 5, back_mm: 5 }
const offer = (id: number, verdict: SizeOffer['verdict'], more: Partial<SizeOffer> = {}): SizeOffer => ({
  id,
  frame: 'Ostrel Drift',
  size: `S${id}`,
  kind: 'gravel',
  stack_mm: 540 + 10 * id,
  reach_mm: 380 + 5 * id,
  verdict,
  miss_mm: id,
  show_x: '+1',
  show_y: '0',
  build: 'stem 90 −6°, 10 of spacers',
  sentence: 'On the goal, with 20 to go up and 10 down.',
  cost: 'free',
  room,
  chosen: false,
  held: false,
  toe_mm: 20,
  trail_mm: 65,
  standover_room_mm: 80,
  ...more,
})
const line = (id: number, more: Partial<FramesView['frontier'][number]> = {}): FramesView['frontier'][number] => ({
  id,
  front: { recommended: false },
  frame: 'Ostrel Drift',
  size: `S${id}`,
  build: 'stem 90 −6°',
  miss_mm: 1,
  show_x: '+1',
  show_y: '0',
  verdict: 'in',
  cost: 'a stem to buy',
  room,
  stands: 'Nearest of all, with 20 to go up and 10 down.',
  gives_up: 'Nothing of note against it.',
  decided: '',
  label: '',
  points: 0,
  faults: [],
  bar_why: null,
  standing: null,
  chosen: false,
  held: false,
  ...more,
})
const frames = (offers: SizeOffer[], more: Partial<FramesView> = {}): FramesView => ({
  offers,
  carry: offers.filter((o) => o.verdict !== 'out').length,
  window: [
    {
      kind: 'best',
      corners: [
        { x_mm: 380, y_mm: 550 },
        { x_mm: 400, y_mm: 550 },
        { x_mm: 390, y_mm: 590 },
        { x_mm: 370, y_mm: 590 },
      ],
    },
  ],
  look_for: {
    head_angle_deg: 71,
    stack_least_mm: 550,
    stack_greatest_mm: 590,
    reach_least_mm: 370,
    reach_greatest_mm: 400,
  },
  now: { x_mm: 385, y_mm: 555 },
  searching: false,
  position: null,
  open_slip: null,
  prompts: [],
  this_bike: null,
  recommended: null,
  worth: [],
  frontier: offers.filter((o) => o.verdict === 'in').map((o) => line(o.id)),
  between: [],
  no_fit: null,
  rules: [],
  held_hand: null,
  compared: [
    { label: 'Stem', a: '90', b: '100', first: true },
    { label: 'Likely reached', a: '98 %', b: '91 %', first: false },
  ],
  schools: [
    {
      key: 'between',
      question: 'Between two sizes',
      taken: 'headroom',
      house: 'headroom',
      own: false,
      choices: [
        { key: 'headroom', label: 'more headroom', reason: 'People change.' },
        { key: 'larger', label: 'the larger', reason: 'Stack is hard to add.' },
      ],
    },
  ],
  look: {
    kinds: ['gravel'],
    every_kind: ['gravel', 'road'],
    every_material: ['carbon', 'steel'],
    every_tag: ['bags'],
    shown: offers.length,
    shelved: 250,
    note: '',
  },
  ...more,
})
const sheet = (view: FramesView) =>
  ({
    id: 1,
    revision: 3,
    frame: view,
    state: {
      goal: { discipline: 'gravel' },
      frame: {
        chosen: { frame: 'Ostrel Drift', size: 'S3' },
        held: { frame: 'Ostrel Drift', size: 'S2' },
        look: { materials: [], tags: [], price_most: 5 },
      },
    },
    history: [],
  }) as unknown as Sheet

beforeEach(() => setActivePinia(createPinia()))
const watched = () => vi.spyOn(useSheet(), 'change').mockResolvedValue()
const bench = (view: FramesView) =>
  mount(FrameBench, { props: { sheet: sheet(view) }, global: { stubs: { RouterLink: true } } })

describe('the Frame bench', () => {
  it('begins with the others, then the map and the long lists, and A or B only while two are held', async () => {
    const it_ = bench(frames([offer(1, 'in'), offer(2, 'out')], { recommended: line(1), worth: [line(2), line(3)] }))
    const tabs = it_.findAll('[role="tab"]')
    expect(tabs.map((t) => t.text())).toEqual(['Others', 'Map', 'Unbeaten 1', 'All 2', 'Made'])
    expect(it_.findAll('[data-line]')).toHaveLength(3)
    await tabs[3]!.trigger('click')
    expect(it_.findAll('[data-offer]')).toHaveLength(2)
    const verdict = { school: 'headroom', label: 'more headroom', takes: 'B' as const, reason: 'More room.' }
    await it_.setProps({ sheet: sheet(frames([offer(1, 'in')], { between: [verdict] })) })
    await it_.findAll('[role="tab"]')[5]!.trigger('click')
    expect(it_.text()).toContain('takes B')
    await it_.setProps({ sheet: sheet(frames([offer(1, 'in')], { worth: [line(7)] })) })
    expect(it_.get('.lines [data-line]').attributes('data-line')).toBe('Ostrel Drift S7')
  })

  it('says so when none fits, with numbers to look for, a frame to have made, and what stops the nearest', async () => {
    const get = vi.spyOn(api, 'GET').mockResolvedValue({ data: madeView(), response: { status: 200 } } as never)
    const it_ = bench(
      frames([offer(1, 'out')], { no_fit: { nearest: ['Ostrel Drift S1: 30 too low.'], frame_drawing: true } }),
    )
    expect(it_.get('h1').text()).toBe('No frame here carries it')
    expect(it_.get('.nofit').text()).toContain('550 to 590')
    expect(it_.text()).toContain('30 too low')
    await it_.get('.nofit button').trigger('click')
    await flushPromises()
    expect(get.mock.calls[0]![0]).toBe('/api/fits/{fit_id}/made')
    expect(it_.get('.have-made .acts a').attributes('href')).toBe('/api/fits/1/frame-drawing.pdf')
  })

  it('tells an open slip first, and what could be asked of a frame with one press', async () => {
    const change = watched()
    const it_ = bench(
      frames([offer(1, 'in')], {
        recommended: line(1),
        open_slip: 'Open in Measure: Nose to bar clamp 439. Here it is left out.',
        prompts: [
          { gate: 'standover', says: 'Standing over the frame could come first: 68 years of age.' },
          { gate: '', says: 'Measure how high the foot lifts, at the rider, too.' },
        ],
      }),
    )
    const said = it_.findAll('.open, .asks, .recommended').map((p) => p.classes().find((c) => c !== 'low'))
    expect(said).toEqual(['open', 'asks', 'asks', 'recommended'])
    expect(it_.get('.open').text()).toContain('Here it is left out.')
    const asks = it_.findAll('.asks')
    await asks[0]!.get('button').trigger('click')
    expect(change).toHaveBeenCalledWith({ do: 'frame.school', question: 'standover', school: 'first' })
    expect(asks[1]!.find('button').exists()).toBe(false)
  })

  it('opens what is looked at, and an empty view says what to do', async () => {
    const it_ = bench(frames([offer(1, 'in')]))
    await it_.get('.lit .plain').trigger('click')
    expect(it_.findComponent(FrameLook).exists()).toBe(true)
    expect(
      bench(
        frames([], {
          look: { kinds: [], every_kind: [], every_material: [], every_tag: [], shown: 0, shelved: 0, note: '' },
        }),
      ).text(),
    ).toContain('The shelf is empty')
  })
})

const madeView = (refused: string | null = null) => ({
  rows: [
    { what: 'stem_angle_deg', label: 'Stem angle', value: -6, unit: '°', set_by_hand: false, least: -20, greatest: 35 },
    { what: 'chainstay_mm', label: 'Chainstay', value: 448, unit: 'mm', set_by_hand: true, least: 380, greatest: 520 },
  ],
  follows: refused
    ? []
    : [
        { says: 'Head tube 348, 47 % of the stack; 17 to 36 is well made.', points: 10.6 },
        { says: 'The bar can come 30 of spacer down without another stem.', points: 0 },
      ],
  refused,
})

describe('a frame to have made', () => {
  const opened = async (refused: string | null = null) => {
    vi.spyOn(api, 'GET').mockResolvedValue({ data: madeView(refused), response: { status: 200 } } as never)
    const it_ = mount(MadeFrame, { props: { sheet: sheet(frames([])) } })
    await flushPromises()
    return it_
  }

  it('says who chose what, what follows and what is against it', async () => {
    const it_ = await opened()
    const rows = it_.findAll('dl > div').map((r) => r.text().replace(/\s+/g, ' '))
    expect(rows[0]).toContain('by the rules')
    expect(rows[1]).toContain('set; by the rules again')
    const inputs = it_.findAll('dl input').map((i) => (i.element as HTMLInputElement).value)
    expect(inputs).toEqual(['-6°', '448'])
    expect(it_.findAll('li').map((x) => x.text().replace(/\s+/g, ' '))).toEqual([
      '10.6 Head tube 348, 47 % of the stack; 17 to 36 is well made.',
      '· The bar can come 30 of spacer down without another stem.',
    ])
    expect(it_.get('img').attributes('src')).toBe('/api/fits/1/frame-drawing.svg?change=3')
  })

  it('keeps what is typed, and leaves it to the rules again', async () => {
    const change = watched()
    const it_ = await opened()
    await it_.get('dl button').trigger('click')
    expect(change).toHaveBeenCalledWith({ do: 'frame.made', what: 'chainstay_mm', typed: '' })
    const field = it_.findAll('dl input')[0]!
    await field.trigger('focus')
    await field.setValue('17')
    await field.trigger('keydown', { key: 'Enter' })
    await field.trigger('blur')
    expect(change).toHaveBeenLastCalledWith({ do: 'frame.made', what: 'stem_angle_deg', typed: '17' })
  })

  it('says why none can be made, and shows no drawing of it', async () => {
    const it_ = await opened('No head tube is left under this bar.')
    expect(it_.get('[role="alert"]').text()).toBe('No head tube is left under this bar.')
    expect(it_.find('img').exists()).toBe(false)
  })
})

describe('the lists', () => {
  it('puts what is chosen and held first', () => {
    const it_ = mount(SizesList, {
      props: { offers: [offer(1, 'in'), offer(2, 'edge', { held: true }), offer(3, 'in', { chosen: true })] },
    })
    expect(it_.findAll('[data-offer]').map((o) => o.attributes('data-offer'))).toEqual([
      'Ostrel Drift S3',
      'Ostrel Drift S2',
      'Ostrel Drift S1',
    ])
  })

  it('takes the recommended build with its bar, and says what is against it', async () => {
    const change = watched()
    const faults = [
      { points: 4, says: 'another bar' },
      { points: 0.5, says: '25 of pile under the stem' },
    ]
    const more = {
      front: { part: 7, recommended: true },
      points: 4.5,
      faults,
      bar_why: 'The bar by the shoulders, 400 mm.',
    }
    const it_ = mount(RecommendedBuild, { props: { line: line(3, more) } })
    expect(it_.get('.build').text()).toBe('Stem 90 −6°; a stem to buy.')
    expect(it_.text()).toContain('Nearest of all, with 20 to go up and 10 down. The bar by the shoulders, 400 mm.')
    expect(it_.get('summary').text()).toBe('4.5 points against it')
    expect(it_.findAll('li').map((x) => x.text())).toEqual(['4.0 another bar', '0.5 25 of pile under the stem'])
    await it_.get('button').trigger('click')
    expect(change.mock.calls).toEqual([[{ do: 'frame.choose', size: 3, front: { part: 7, recommended: true } }]])
    await it_.setProps({ line: line(3, { ...more, chosen: true }) })
    await it_.get('button').trigger('click')
    expect(change).toHaveBeenCalledTimes(1)
    expect(it_.get('button').text()).toBe('Taken')
  })

  it('takes the own bike at one rung, once, and says what each does and leaves', async () => {
    const change = watched()
    const rung = (name: 'nothing' | 'free', more = {}) => ({
      rung: name,
      does: name === 'free' ? 'put 10 more under the stem, 40 in all; nothing to buy' : 'change nothing',
      show_x: '+1',
      show_y: '−5',
      leaves: '1 forward and 5 low',
      taken: false,
      ...more,
    })
    const bike = {
      frame: 'Pellmore Ferry L',
      kind: 'city',
      headline: 'It gets there for nothing.',
      saddle: 'The saddle stays.',
      rungs: [rung('nothing', { taken: true }), rung('free')],
      note: null,
      stops: ['step-over: the foot must rise 375 mm more'],
    }
    const it_ = mount(ThisBike, { props: { bike } })
    expect(it_.findAll('section > p').map((p) => p.text())).toEqual([
      'Step-over: the foot must rise 375 mm more.',
      'It gets there for nothing. The saddle stays.',
    ])
    const rows = it_.findAll('li button')
    expect(rows[1]!.text().replace(/\s+/g, ' ')).toBe(
      'Put 10 more under the stem, 40 in all; nothing to buy. Leaves 1 forward and 5 low.+1 −5',
    )
    expect(rows.map((r) => r.attributes('aria-pressed'))).toEqual(['true', 'false'])
    for (const row of rows) await row.trigger('click')
    expect(change.mock.calls).toEqual([[{ do: 'frame.this_bike', rung: 'free' }]])
  })

  it('says which sizes are nearest where none carries the goal', () => {
    const failing = ['Lark L: 31 too low.', 'Wren M: 40 too near.']
    const it_ = mount(BuildLines, { props: { lines: [], label: 'The nearest', failing } })
    expect(it_.findAll('li').map((x) => x.text())).toEqual(failing)
  })

  it('chooses a size with its bar, once, and holds another beside', async () => {
    const change = watched()
    const lines = [line(1, { front: { part: 12, recommended: true } }), line(2, { chosen: true, label: 'the nearest' })]
    const it_ = mount(BuildLines, { props: { lines, label: 'Others' } })
    expect(it_.findAll('.name').map((x) => x.text().replace(/\s+/g, ' '))).toEqual([
      'Ostrel Drift S1',
      'Ostrel Drift S2 A the nearest',
    ])
    for (const pick of it_.findAll('.pick')) await pick.trigger('click')
    await it_.get('.hold').trigger('click')
    expect(change.mock.calls).toEqual([[{ do: 'frame.choose', size: 1, front: { part: 12, recommended: true } }]])
    expect(it_.emitted('hold')).toEqual([[1]])
  })

  it('shows over the drawing only the first rows, the rest with the schools', () => {
    const view = frames([])
    expect(mount(FrameTable, { props: { sheet: sheet(view) } }).text()).not.toContain('Likely reached')
    expect(mount(BetweenSizes, { props: { view, sheet: sheet(view) } }).text()).toContain('98 %')
  })
})

describe('what is looked at', () => {
  it('adds and takes away, and names the school', async () => {
    const change = watched()
    const view = frames([])
    const it_ = mount(FrameLook, { props: { view, sheet: sheet(view) } })
    const press = async (words: string) =>
      it_
        .findAll('button')
        .find((b) => b.text() === words)!
        .trigger('click')
    await press('Road')
    await press('steel')
    await press('bags')
    await press('3')
    it_
      .findAllComponents({ name: 'Choices' })
      .find((c) => c.props('label') === 'Between two sizes')!
      .vm.$emit('pick', 'larger')
    expect(change.mock.calls.map((c) => c[0])).toEqual([
      ...[{ kinds: ['gravel', 'road'] }, { materials: ['steel'] }, { tags: ['bags'] }, { price_most: 3 }].map((at) => ({
        do: 'frame.look',
        at,
      })),
      { do: 'frame.school', question: 'between', school: 'larger' },
    ])
  })
})

describe('the window map', () => {
  const offers = [offer(1, 'in'), offer(2, 'out'), offer(3, 'edge', { chosen: true })]
  const make = () => mount(WindowMap, { props: { view: frames(offers), offers }, attachTo: document.body })

  it('draws every size within its frame and picks by Enter', async () => {
    const it_ = make()
    for (const dot of it_.findAll('.dot')) {
      const [x, y] = dot
        .attributes('transform')!
        .match(/-?[\d.]+/g)!
        .map(Number)
      expect(x).toBeGreaterThan(34)
      expect(x).toBeLessThan(366)
      expect(y).toBeGreaterThan(6)
      expect(y).toBeLessThan(242)
    }
    expect(it_.find('.dot.chosen .plan').exists()).toBe(true)
    await it_.findAll('.dot')[0]!.trigger('keydown.enter')
    expect(it_.emitted('pick')).toEqual([[1]])
  })

  it('goes from dot to dot by arrow, lights what it stands on and holds by H', async () => {
    const it_ = make()
    const dots = it_.findAll('.dot')
    ;(dots[0]!.element as unknown as HTMLElement).focus()
    await dots[0]!.trigger('keydown', { key: 'ArrowUp' })
    expect(document.activeElement?.getAttribute('data-size')).toBe('2')
    await dots[1]!.trigger('focus')
    expect(it_.emitted('lit')!.at(-1)).toEqual([2])
    await dots[1]!.trigger('keydown', { key: 'h' })
    expect(it_.emitted('hold')).toEqual([[2]])
  })
})

describe('the cost ladder', () => {
  it('takes the front end of another cost, not the one there is', async () => {
    const change = watched()
    const front = (part: number | null, chosen: boolean) => ({
      front: { part, recommended: false },
      cost: chosen ? 'free' : 'part',
      name: String(part),
      build: 'stem 100 −6°',
      show_x: '0',
      show_y: '0',
      verdict: 'in' as const,
      room,
      chosen,
    })
    const it_ = mount(CostLadder, {
      props: {
        build: { fronts: [front(null, true), front(7, false)] } as unknown as BuildView,
        sheet: sheet(frames([])),
      },
    })
    for (const button of it_.findAll('button')) await button.trigger('click')
    expect(change.mock.calls).toEqual([[{ do: 'build.front', front: { part: 7, recommended: false } }]])
    expect(it_.text()).toContain('Room 20 up, 10 down')
  })
})

describe('a long search', () => {
  const stream = (parts: string[]) =>
    new Response(
      new ReadableStream({
        start(c) {
          for (const p of parts) c.enqueue(new TextEncoder().encode(p))
          c.close()
        },
      }),
    )

  it('hands on each line once it is whole', async () => {
    const seen: unknown[] = []
    await readLines(stream(['{"done":1,"of', '":4}\n{"done":4,"of":4}\n{"re', 'ady":true}\n']), (line) =>
      seen.push(line),
    )
    expect(seen).toEqual([{ done: 1, of: 4 }, { done: 4, of: 4 }, { ready: true }])
  })

  it('shows how far it is, is ready at the end, and can be stopped and begun again', async () => {
    const asked = vi.fn().mockResolvedValueOnce(stream(['{"done":1,"of":4}\n{"ready":true}\n']))
    vi.stubGlobal('fetch', asked)
    const it_ = mount(SearchProgress, { props: { fit: 3 } })
    await vi.waitFor(() => expect(it_.emitted('ready')).toHaveLength(1))
    expect(it_.text()).toContain('25 %')
    asked.mockImplementation(
      (_: string, init: RequestInit) =>
        new Promise((_done, fail) => init.signal!.addEventListener('abort', () => fail(new Error('aborted')))),
    )
    const second = mount(SearchProgress, { props: { fit: 3 } })
    await second.get('button').trigger('click')
    await vi.waitFor(() => expect(second.text()).toContain('Stopped. Nothing was changed.'))
    await second.get('button').trigger('click')
    expect(second.text()).toContain('Searching a large shelf')
    expect(asked).toHaveBeenCalledTimes(3)
    vi.unstubAllGlobals()
  })
})
