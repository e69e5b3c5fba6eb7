import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { Sheet } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'
import NumberRow from '@/shared/ui/NumberRow.vue'

import CrankStops from './CrankStops.vue'
import GoalChain from './GoalChain.vue'

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
  trouble: null,
  ...more,
})
const sheet = (lines: Line[], nudge = 0): Sheet =>
  ({
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
    hip_by_deg: (170 - crank_mm) * 0.24,
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
