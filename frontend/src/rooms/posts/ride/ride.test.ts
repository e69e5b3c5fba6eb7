import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { Schemas, Sheet } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'

import DueList from './DueList.vue'
import RideBench from './RideBench.vue'
import RideLog from './RideLog.vue'
import RidePage from './RidePage.vue'
import RideTable from './RideTable.vue'
import TrialSheet from './TrialSheet.vue'

beforeEach(() => {
  setActivePinia(createPinia())
  sessionStorage.clear()
})
const watched = () => {
  const sent: unknown[] = []
  vi.spyOn(useSheet(), 'change').mockImplementation(async (...commands) => void sent.push(...commands))
  return sent
}
type View = Schemas['RideView']
const GROUNDS: View['grounds'] = [
  { ground: 'road', name: 'Road' },
  { ground: 'climb', name: 'Climb' },
]
const table = (): NonNullable<View['last']> => ({
  ride: { id: 3, on: '2026-03-08', hours: 2, better: '', worse: '', ratings: {} },
  spots: [],
  rows: [
    {
      region: 'hands',
      name: 'Hands',
      figures: [
        { ground: 'road', value: 2, was: 4 },
        { ground: 'climb', value: 6, was: 5 },
      ],
    },
    {
      region: 'seat',
      name: 'Seat',
      figures: [
        { ground: 'road', value: null, was: null },
        { ground: 'climb', value: 3, was: 3 },
      ],
    },
  ],
})
const cause = (key: string): View['causes'][number] => ({
  key,
  name: 'hood dips',
  explains: ['numb hands'],
  shown: null,
  against: false,
  look: 'the hoods',
  change: `bar up, ${key}`,
  price: 'free',
  moves: 'weight off the palm',
  wrong: 'the neck complains',
  step: null,
})
const trial = (more: Partial<Schemas['Trial']> = {}): Schemas['TrialOut'] => ({
  trial: {
    id: 4,
    on: '2026-03-09',
    differs: 'stem',
    treatments: ['stem 90', 'stem 80'],
    blocks: 1,
    seed: 1,
    minutes: 4,
    rest_minutes: 2,
    power_w: 180,
    blind: false,
    outcomes: ['Hands'],
    results: { Hands: { '0': 4, '1': 3 } },
    stopped: false,
    ...more,
  },
  runs: ['stem 90', 'stem 80', 'stem 80', 'stem 90'],
  done: 2,
  so_far: true,
  compared: [
    {
      first: 'stem 90',
      second: 'stem 80',
      outcomes: [
        {
          name: 'Hands',
          channel: null,
          unit: null,
          pairs: [],
          mean: -1.25,
          least: -2.5,
          greatest: -0.1,
          says: 'stem 90 greater',
          more: null,
        },
        {
          name: 'Neck',
          channel: null,
          unit: null,
          pairs: [],
          mean: null,
          least: null,
          greatest: null,
          says: '1 of 2 pairs yet',
          more: null,
        },
      ],
    },
  ],
})
const view = (more: Partial<View> = {}): View => ({
  last: table(),
  on_pads: false,
  grounds: GROUNDS,
  log: [],
  causes: [],
  signs: [],
  seasons: [{ key: 'winter', name: 'Winter', change: 'Hands up', why: 'gloves' }],
  waits: null,
  off_bike: [],
  due: [],
  follow_ups: [],
  trial: null,
  older_trials: [],
  ...more,
})
const sheet = (ride: View): Sheet => ({ id: 1, ride, state: { notes: '' }, history: [] }) as unknown as Sheet

describe('the last ride', () => {
  it('shows which way each figure went, and marks the bad ones', () => {
    const it_ = mount(RideTable, { props: { table: table(), grounds: GROUNDS } })
    const cells = it_.findAll('tbody td')
    expect(cells.map((c) => c.find('.was').text())).toEqual(['▼ 4', '▲ 5', '', '3'])
    expect(cells.map((c) => c.classes('bad'))).toEqual([false, true, false, false])
  })
  it('sends a figure once it is left, and no nonsense', async () => {
    const sent = watched()
    const it_ = mount(RideTable, { props: { table: table(), grounds: GROUNDS } })
    const box = it_.find('input[aria-label="Seat, Road"]')
    await box.setValue('7')
    expect(sent).toEqual([{ do: 'ride.rate', ride: 3, region: 'seat', ground: 'road', value: 7 }])
    const hands = it_.find('input[aria-label="Hands, Road"]')
    await hands.setValue('much')
    await hands.setValue('2')
    expect(sent).toHaveLength(1)
    await hands.setValue('')
    expect(sent.at(-1)).toMatchObject({ region: 'hands', value: null })
  })
})

describe('the next change', () => {
  const press = (it_: ReturnType<typeof mount>, text: string) =>
    it_
      .findAll('button')
      .find((b) => b.text() === text)!
      .trigger('click')
  it('goes round what is listed, and is tried', async () => {
    const sent = watched()
    const it_ = mount(RideBench, { props: { sheet: sheet(view({ causes: [cause('a'), cause('b')] })) } })
    expect(it_.find('h1').text()).toBe('bar up, a')
    await press(it_, 'Another')
    expect(it_.find('h1').text()).toBe('bar up, b')
    await press(it_, 'Try it')
    expect(sent).toMatchObject([{ do: 'ride.try', cause: 'b' }])
    await press(it_, 'Another')
    expect(it_.find('h1').text()).toBe('bar up, a')
  })
  it('waits for a ride, whatever else is listed', () => {
    const waits = 'The change of 2026-03-02 has not been ridden yet: one change, then a ride.'
    const it_ = mount(RideBench, { props: { sheet: sheet(view({ causes: [cause('a')], waits })) } })
    expect(it_.find('h1').text()).toBe('Ride first')
    expect(it_.text()).toContain(waits)
    expect(it_.findAll('button').some((b) => b.text() === 'Try it')).toBe(false)
  })
})

describe('the log', () => {
  it('asks of a change what came of it, once', async () => {
    const sent = watched()
    const line = (id: number, kind: string, outcome = ''): Schemas['LogLine'] => ({
      id,
      kind,
      on: '2026-03-08',
      title: `${kind} ${id}`,
      says: '',
      outcome,
    })
    const log = [line(5, 'change'), line(4, 'change', 'put back'), line(3, 'ride'), line(2, 'trial')]
    const it_ = mount(RideLog, { props: { log } })
    const acts = it_.findAll('li').map((li) => li.findAll('button').map((b) => b.text()))
    expect(acts).toEqual([['Keep it', 'Put it back'], [], ['×'], []])
    await it_.findAll('button')[1]!.trigger('click')
    await it_.findAll('button')[2]!.trigger('click')
    expect(sent).toEqual([
      { do: 'ride.judge', tried: 5, outcome: 'put back' },
      { do: 'ride.take_out', ride: 3 },
    ])
    expect(it_.findAll('i')[1]!.classes()).toContain('back')
  })
})

describe('a trial', () => {
  it('shows letters, what was found, and the interval by its signs', async () => {
    const sent = watched()
    const it_ = mount(TrialSheet, { props: { it: trial() } })
    expect(it_.findAll('.runs b').map((x) => x.text())).toEqual(['A', 'B', 'B', 'A'])
    expect(it_.findAll('.runs li').map((x) => x.classes('done'))).toEqual([true, true, false, false])
    const [hands, neck] = it_.findAll('.outcome')
    expect(hands!.text()).toContain('−2.5 … −0.1')
    expect(hands!.find('rect').classes()).toContain('sure')
    expect(neck!.find('rect').exists()).toBe(false)
    const box = it_.find('input[aria-label="Hands, run 3"]')
    await box.setValue('3,5')
    expect(sent).toEqual([{ do: 'ride.found', trial: 4, outcome: 'Hands', run_number: 2, value: 3.5 }])
  })
  it('tells nobody but the helper which run is which while it is blind', async () => {
    const it_ = mount(TrialSheet, { props: { it: trial({ blind: true }) } })
    expect(it_.findAll('.runs b').map((x) => x.text())).toEqual(['?', '?', '?', '?'])
    expect(it_.find('.outcome').exists()).toBe(false)
    await it_
      .findAll('button')
      .find((b) => b.text() === 'Show the helper')!
      .trigger('click')
    expect(it_.find('.runs b').text()).toBe('A')
    const over = { ...trial({ blind: true }), so_far: false }
    expect(
      mount(TrialSheet, { props: { it: over } })
        .find('.outcome')
        .exists(),
    ).toBe(true)
  })
  it('comes first while it runs, and its last run does not take it away', async () => {
    const it_ = mount(RidePage, { props: { sheet: sheet(view({ trial: trial() })) } })
    expect(it_.findComponent(TrialSheet).exists()).toBe(true)
    await it_.setProps({ sheet: sheet(view({ trial: { ...trial(), so_far: false } })) })
    expect(it_.findComponent(TrialSheet).exists()).toBe(true)
    const over = { ...trial({ stopped: true }), so_far: false }
    const quiet = mount(RidePage, { props: { sheet: sheet(view({ trial: over })) } })
    expect(quiet.findComponent(TrialSheet).exists()).toBe(false)
  })
})

describe('what is due', () => {
  it('tells how far off each is, and is put down at an interval', async () => {
    vi.useFakeTimers({ now: new Date(2026, 2, 8, 12), toFake: ['Date'] })
    const sent = watched()
    const due = (id: number, on: string, done: string | null = null): Schemas['Due'] => ({
      id,
      on,
      kind: 'part',
      asks: 'stem',
      done,
    })
    const list = [due(1, '2026-03-01'), due(2, '2026-03-08'), due(3, '2026-03-20'), due(4, '2026-02-01', '2026-02-02')]
    const it_ = mount(DueList, { props: { due: list, followUps: [{ after: 'two rides', days: 14 }] } })
    const told = it_.findAll('li .small').map((x) => x.text().replace(/^.*?, /, ''))
    expect(told.slice(0, 3)).toEqual(['7 days over', 'today', 'in 12 days'])
    expect(it_.findAll('li .small').map((x) => x.classes('late'))).toEqual([true, true, false, false])
    await it_
      .findAll('button')
      .find((b) => b.text() === 'after two rides')!
      .trigger('click')
    expect(sent).toEqual([
      { do: 'ride.due', on: '2026-03-08', in_days: 14, kind: 'follow-up', asks: 'after two rides' },
    ])
    vi.useRealTimers()
  })
})
