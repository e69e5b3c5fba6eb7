import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { Sheet } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'
import NumberRow from '@/shared/ui/NumberRow.vue'

import CrankStops from './CrankStops.vue'
import GoalChain from './GoalChain.vue'
import CrankTable from './CrankTable.vue'
import SchoolPicks from './SchoolPicks.vue'
import StepDetail from './StepDetail.vue'
import WhatIsWrong from './WhatIsWrong.vue'

type Line = NonNullable<Sheet['goal']>['lines'][number]
const by = (x_mm: number, y_mm: number) => ({ x_mm, y_mm, fore: `${x_mm}`, up: `${y_mm}` })
const line = (id: number, more: Partial<Line> = {}): Line => ({
  id,
  kind: 'crank',
  title: `Crank step ${id}`,
  why: ['the leg stretched as before', '4 % less torque'],
  words: '',
  parked: false,
  saddle: by(-2, 7),
  hand: by(-2, 7),
  foot: null,
  ends_saddle: { x_mm: 0, y_mm: 0 },
  ends_hand: { x_mm: 0, y_mm: 0 },
  schools: [],
  hands: [],
  stops: [],
  picks: [],
  cleat_aft_mm: 0,
  crank_mm: 172.5,
  trouble: null,
  ...more,
})
const sheet = (lines: Line[], nudge = 0): Sheet =>
  ({
    id: 4,
    goal: {
      headline: '',
      note: '',
      from_use: 'road',
      begins_saddle: { x_mm: -200, y_mm: 720 },
      begins_hand: { x_mm: 562, y_mm: 674 },
      lines,
      other_saddle: null,
      other_hand: null,
      guessed_body: false,
    },
    state: {
      goal: {
        discipline: 'road',
        chain: lines.map((x) => ({ id: x.id, step: { kind: 'crank', to_mm: 165 } })),
        hand_dx_mm: nudge,
      },
    },
    ledger: [],
  }) as unknown as Sheet

describe('the chain', () => {
  beforeEach(() => setActivePinia(createPinia()))
  const make = (lines: Line[], nudge = 0) => {
    const sent = vi.spyOn(useSheet(), 'change').mockResolvedValue()
    return { it: mount(GoalChain, { props: { sheet: sheet(lines, nudge) } }), sent }
  }

  it('numbers what counts, leaves a parked step without a number, and shows nudges only where there are some', () => {
    const { it } = make([line(4), line(7, { parked: true }), line(9)])
    expect(it.findAll('.disc').map((d) => d.text())).toEqual(['1', '', '2'])
    expect(it.text()).toContain('Parked; adds nothing.')
    expect(it.text()).not.toContain('Nudges')
    expect(
      make([line(4)], -1)
        .it.get('.nudge')
        .text(),
    ).toContain('−1 0')
  })
  it('tells what was said in place of the reason, and trouble in place of both', () => {
    const { it } = make([line(1, { words: 'a finger too far' }), line(2, { trouble: 'The leg does not reach.' })])
    expect(it.findAll('.step .why').map((w) => w.text())).toEqual(['“a finger too far”', 'The leg does not reach.'])
  })
  it('moves a step along the chain with Alt and an arrow, and not past its ends', async () => {
    const { it, sent } = make([line(1), line(2)])
    const rows = it.findAll('.step')
    await rows[1]!.trigger('keydown', { key: 'ArrowUp', altKey: true })
    await rows[1]!.trigger('keydown', { key: 'ArrowDown', altKey: true })
    await rows[0]!.trigger('keydown', { key: 'ArrowUp', altKey: true })
    await rows[0]!.trigger('keydown', { key: 'ArrowDown' })
    expect(sent.mock.calls).toEqual([[{ do: 'goal.order', id: 2, place: 1 }]])
  })
  it('opens one step at a time and takes it out by its cross', async () => {
    const { it, sent } = make([line(1), line(2)])
    const titles = it.findAll('.step button.what')
    await titles[0]!.trigger('click')
    await titles[1]!.trigger('click')
    expect(titles.map((b) => b.attributes('aria-expanded'))).toEqual(['false', 'true'])
    await it.findAll('.out')[1]!.trigger('click')
    expect(sent.mock.calls).toEqual([[{ do: 'goal.take_out', id: 2 }]])
  })
})

describe('cranks on sale', () => {
  const stops = [160, 165, 170].map((crank_mm) => ({
    crank_mm,
    hip_deg: 44 + (170 - crank_mm) * 0.24,
    hip_by_deg: (170 - crank_mm) * 0.24,
    foot_lower_mm: 2 * (170 - crank_mm),
    torque_percent: -(170 - crank_mm) / 1.7,
    gain_percent: (170 - crank_mm) / 1.6,
    toe_mm: crank_mm === 160 ? null : 30 - crank_mm + 160,
    shelf: crank_mm === 165 ? 'owned' : null,
    says: `saddle 0 +${170 - crank_mm}`,
  }))
  const make = () => mount(CrankStops, { props: { stops, chosen: 165 } })

  it('stands the higher the more it opens the hip, and says the chosen one in words', () => {
    const it_ = make()
    const heights = it_.findAll('circle').map((c) => Number(c.attributes('cy')))
    expect(heights).toEqual([...heights].sort((a, b) => a - b))
    expect(it_.get('figcaption').text()).toBe('165 opens the hip by +1.2°; saddle 0 +5')
    expect(it_.findAll('.stop').map((s) => s.attributes('aria-checked'))).toEqual(['false', 'true', 'false'])
  })
  it('is taken by pointer and by arrow, and stays at its ends', async () => {
    const it_ = make()
    await it_.findAll('.stop')[2]!.trigger('click')
    await it_.findAll('.stop')[1]!.trigger('keydown', { key: 'ArrowLeft' })
    await it_.findAll('.stop')[0]!.trigger('keydown', { key: 'ArrowLeft' })
    expect(it_.emitted('take')).toEqual([[170], [160]])
  })
})

describe('every crank in a table', () => {
  const stops = [
    { crank_mm: 165, hip_deg: 46.4, hip_by_deg: 2, foot_lower_mm: 14.8, torque_percent: -4.3, gain_percent: 4.5 },
    { crank_mm: 172.5, hip_deg: 44.4, hip_by_deg: 0, foot_lower_mm: 0, torque_percent: 0, gain_percent: 0 },
  ].map((s, i) => ({ ...s, toe_mm: i ? 21.2 : null, shelf: i ? null : 'price 3 of 5', says: '' }))

  it('says of each what hip, foot, torque, gears, toe and shelf are, and takes one by its name', async () => {
    const it_ = mount(CrankTable, { props: { stops, chosen: 172.5 } })
    const rows = it_.findAll('tbody tr').map((r) => r.findAll('th, td').map((c) => c.text()))
    expect(rows).toEqual([
      ['165', '46°', '−15', '−4 %', '+5 %', '·', 'price 3 of 5'],
      ['172.5', '44°', '0', '0 %', '0 %', '21', '·'],
    ])
    expect(it_.findAll('tbody tr').map((r) => r.classes())).toEqual([[], ['on']])
    await it_.findAll('button')[0]!.trigger('click')
    expect(it_.emitted('take')).toEqual([[165]])
  })
  it('has no column of toe room where no frame is known', () => {
    const it_ = mount(CrankTable, { props: { stops: stops.map((s) => ({ ...s, toe_mm: null })), chosen: 165 } })
    expect(it_.findAll('thead th').map((h) => h.text())).toEqual(['Crank', 'Hip', 'Foot', 'Torque', 'Gears', 'Shelf'])
  })
})

describe('what each school takes', () => {
  const pick = (key: string, takes_mm: number | null, taken = false) => ({
    key,
    label: `by ${key}`,
    reason: `because ${key}`,
    takes_mm,
    says: `${key} here.`,
    taken,
  })

  it('takes a length by its school, not one that is there already or that a school does not have', async () => {
    const picks = [pick('keep', 172.5, true), pick('shorter', 160), pick('longer', null)]
    const it_ = mount(SchoolPicks, { props: { picks, what: 'Cranks', at: 172.5 } })
    expect(it_.findAll('li').map((x) => x.text())).toEqual([
      'by keep172.5keep here. Decides here.',
      'by shorter160shorter here.',
      'by longer·longer here.',
    ])
    for (const button of it_.findAll('button')) await button.trigger('click')
    expect(it_.emitted('take')).toEqual([[160]])
  })
})

describe('a number with its steps', () => {
  it('keeps inside its bounds and says nothing where nothing changed', async () => {
    const row = mount(NumberRow, { props: { label: 'Cleats aft', value: 3, least: -40, most: 40 } })
    const box = row.findComponent({ name: 'ElInputNumber' })
    box.vm.$emit('change', 3)
    box.vm.$emit('change', undefined)
    box.vm.$emit('change', 41)
    box.vm.$emit('change', 5)
    expect(row.emitted('keep')).toEqual([[40], [5]])
  })
})

describe('within a step', () => {
  beforeEach(() => setActivePinia(createPinia()))
  type Step = InstanceType<typeof StepDetail>['$props']['step']
  const choice = (value: string, fore: number, up: number) => ({
    value,
    label: `by ${value}`,
    saddle: by(0, 0),
    hand: by(fore, up),
  })
  const make = (step: Step, more: Partial<Line> = {}) => {
    const sent = vi.spyOn(useSheet(), 'change').mockResolvedValue()
    const it = mount(StepDetail, { props: { id: 4, line: line(3, more), step, first: true, last: false } })
    return { it, sent }
  }

  it('asks the maker of the bar and how long pads are to be held', async () => {
    const pads: Step = { kind: 'aero', forward_deg: 5, elbow_deg: 100, foot: 'fixed', clamp: 'unknown', held_min: null }
    const { it, sent } = make(pads, { kind: 'aero' })
    await it.get('[aria-label="A clamp on this bar, by its maker"] input[value="forbidden"]').setValue(true)
    await it.get('input[aria-label="To be held for, min"]').setValue('40')
    expect(sent.mock.calls).toEqual([
      [{ do: 'goal.set', id: 3, step: { ...pads, clamp: 'forbidden' } }],
      [{ do: 'goal.set', id: 3, step: { ...pads, held_min: 40 } }],
    ])
  })

  it('leads to a blind trial where another crank is asked', async () => {
    const at = { stops: [{ crank_mm: 165, hip_deg: 45, hip_by_deg: 1, foot_lower_mm: 14 } as never], crank_mm: 172.5 }
    const { it } = make(
      { kind: 'crank', to_mm: 165, keep: 'extension', hands: 'with_saddle' },
      { kind: 'crank', ...at },
    )
    expect(it.get('router-link').text()).toBe('Belief biases cranks: try 172.5 against 165 blind')
  })

  it('chooses the other school and keeps the rest of the step', async () => {
    const { it, sent } = make(
      { kind: 'discipline', to: 'gravel', school: 'deltas', strength: 1 },
      { schools: [choice('deltas', -15, 20), choice('body', -4, 17)] },
    )
    const group = it.get('[aria-label="School"]')
    expect(group.findAll('label').map((x) => x.text())).toEqual(['by deltas: hand -15 20', 'by body: hand -4 17'])
    await group.findAll('input')[1]!.setValue(true)
    expect(sent.mock.calls).toEqual([
      [{ do: 'goal.set', id: 3, step: { kind: 'discipline', to: 'gravel', school: 'body', strength: 1 } }],
    ])
  })
  it('asks of each kind of step what it takes, and no more', () => {
    const asks = (step: Step) =>
      make(step)
        .it.findAll('.number')
        .map((x) => x.text())
    expect(asks({ kind: 'foot', cleat_aft_by_mm: 5 } as Step)).toEqual([
      'Cleats aft',
      'Sole higher over the axle',
      'Feet farther apart, in all',
      'Heels in, °',
    ])
    expect(asks({ kind: 'aero', forward_deg: 5, elbow_deg: 100 } as Step)).toEqual([
      'Forward about the BB, °',
      'Elbow, °',
      'Pads, centre to centre',
      'To be held for, min',
    ])
    expect(asks({ kind: 'move', mark: 'hand' } as Step)).toEqual(['Forward', 'Up'])
    expect(asks({ kind: 'mix' } as Step)).toEqual([])
  })
  it('says the reasons its line does not, all of them where words stand in the line', () => {
    const step = { kind: 'crank', to_mm: 165 } as Step
    const told = (words: string) =>
      make(step, { words })
        .it.findAll('p.quiet')
        .map((p) => p.text())
    expect(told('')).toEqual(['4 % less torque'])
    expect(told('it pinches')).toEqual(['the leg stretched as before', '4 % less torque'])
  })
  it('parks, and moves only where there is room', async () => {
    const { it, sent } = make({ kind: 'crank', to_mm: 165 } as Step)
    const [park, earlier, later] = it.findAll('.doing button')
    expect(earlier!.attributes('disabled')).toBeDefined()
    await park!.trigger('click')
    await later!.trigger('click')
    expect(sent.mock.calls).toEqual([[{ do: 'goal.park', id: 3, parked: true }]])
    expect(it.emitted('shift')).toEqual([[1]])
  })
})

describe('what hurts', () => {
  beforeEach(() => setActivePinia(createPinia()))
  const cause = (key: string, more = {}) => ({
    key,
    name: key,
    explains: ['numb hands', 'low back'],
    shown: null,
    against: false,
    look: 'a level',
    change: 'hands 10 up',
    price: 'free',
    moves: 'less weight in front',
    wrong: 'the front lifts',
    step: null,
    ...more,
  })
  const step = { kind: 'move' as const, mark: 'hand' as const, by_y_mm: 10 }
  const wrong = {
    complaints: [
      { key: 'numb_hands', name: 'numb hands', on: true },
      { key: 'low_back', name: 'low back', on: true },
    ],
    causes: [
      cause('bar too wide', { shown: 'a bar 440 wide' }),
      cause('hands too low', { step }),
      cause('x', { against: true }),
    ],
    off_bike: ['gloves', 'tyres'],
    doctor: 'Pain that stays: stop.',
  } as unknown as NonNullable<Sheet['goal']>['wrong']

  it('lists what is likely with its number, names the denied in one line, and offers only what is a step', () => {
    const it_ = mount(WhatIsWrong, { props: { wrong } })
    expect(it_.findAll('li .line').map((x) => x.text())).toEqual([
      'bar too widea bar 440 wide',
      'hands too lownot measured',
    ])
    expect(it_.text()).toContain('The numbers speak against: x.')
    expect(it_.text()).toContain('Off the bike: gloves; tyres.')
    expect(it_.findAll('li button')).toHaveLength(1)
    expect(it_.get('.doctor').text()).toBe('Pain that stays: stop.')
  })
  it('takes a change as a step that says what it is for, and sends what was ticked or not any more', async () => {
    const sent = vi.spyOn(useSheet(), 'change').mockResolvedValue()
    const it_ = mount(WhatIsWrong, { props: { wrong } })
    await it_.get('li button').trigger('click')
    it_.findComponent({ name: 'ElSelect' }).vm.$emit('change', ['numb_hands', 'knee_back'])
    it_.findComponent({ name: 'ElSelect' }).vm.$emit('change', ['numb_hands', 'low_back'])
    expect(sent.mock.calls).toEqual([
      [{ do: 'goal.add', step, words: 'numb hands, low back' }],
      [
        { do: 'goal.complain', complaint: 'knee_back', on: true },
        { do: 'goal.complain', complaint: 'low_back', on: false },
      ],
    ])
  })
})
