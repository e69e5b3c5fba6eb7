import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { BuildView, Sheet } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'

import ControlsFold from './ControlsFold.vue'
import HandlingPanel from './HandlingPanel.vue'
import PartsPanel from './PartsPanel.vue'

beforeEach(() => {
  vi.restoreAllMocks()
  setActivePinia(createPinia())
})

const handling = (more: Partial<NonNullable<BuildView['handling']>['gears']> = {}) => ({
  rows: [
    { name: 'Trail', percent: false, fine: false, now: 62.2, then: 69.3, says: 'steadier, slower to turn in' },
    { name: 'Hand, each degree', percent: false, fine: true, now: null, then: 4.74, says: null },
    { name: 'On the front wheel', percent: true, fine: false, now: 43.9, then: 42.9, says: null },
  ],
  small: [
    { what: 'the plan', hands_percent: 24.32, hands_by: 0, front_percent: 42.9, front_by: 0 },
    { what: 'bars 10 up', hands_percent: 23.48, hands_by: -0.84, front_percent: 42.86, front_by: -0.04 },
  ],
  note: null,
  pairs: null as NonNullable<BuildView['handling']>['pairs'],
  raised: null as NonNullable<BuildView['handling']>['raised'],
  gears: {
    now: { rings: '', cogs: '' },
    then: { rings: '40', cogs: '10 45' },
    hill: { cadence_rpm: 90, power_w: 160, gradient_percent: 12, own: ['power_w'] },
    rows: [{ name: 'Fastest at that cadence', unit: 'km/h', now: null, then: 47.908 }],
    says: ['A ring of 33 would turn it; no cog does.'],
    asks: null,
    ...more,
  },
})
const build = (more: Partial<BuildView>) =>
  ({ handling: handling(), parts: [], fits: [], ...more }) as unknown as BuildView

describe('handling and gears', () => {
  it('tells what small changes do to the load, each against the plan', () => {
    const panel = mount(HandlingPanel, { props: { build: build({}) } })
    const rows = panel.get('.small-changes').findAll('tbody tr')
    expect(rows.map((r) => r.findAll('td').map((d) => d.text().replace(/\s+/g, ' ')))).toEqual([
      ['24.3', '42.9'],
      ['23.5−0.8', '42.9±0.0'],
    ])
  })

  it('has each figure of both bikes, and words where the difference is felt', () => {
    const panel = mount(HandlingPanel, { props: { build: build({}) } })
    const rows = panel
      .findAll('.bench-table:not(.small-changes) tbody tr')
      .map((r) => [r.get('th').text(), ...r.findAll('td').map((d) => d.text())])
    expect(rows).toEqual([
      ['Trailsteadier, slower to turn in', '62', '69'],
      ['Hand, each degree', '·', '4.7'],
      ['On the front wheel', '44 %', '43 %'],
      ['Fastest at that cadence', '·', '47.9 km/h'],
    ])
  })

  it('sets rises against rolls at one height, what the pile cannot give greyed, and a tall pile told', () => {
    const it_ = (hands_mm: number, spacers_mm: number, stands = true) => ({ hands_mm, spacers_mm, arm_mm: 330, stands })
    const raised = {
      rise_mm: 20,
      roll_deg: 0,
      rises_mm: [20, 50],
      rolls_deg: [-4, 0],
      rows: [
        [it_(1.4, 0.2), it_(0, 0)],
        [it_(15, -31.6, false), it_(13.4, -32.8)],
      ],
      says: '35 under the stem is a tall pile: a bar of 50 rise gives the same height with less.',
    }
    const pairs = {
      stem_mm: 50,
      width_mm: 760,
      stems_mm: [50],
      widths_mm: [760],
      rows: [[{ felt_mm: 0, spacers_mm: 0, arm_mm: 330 }]],
      asks: { key: 'weight', question: 'Weight', taken: 'a', house: 'a', own: false, choices: [] },
      by_school: null,
      says: null,
    }
    const panel = mount(HandlingPanel, { props: { build: build({ handling: { ...handling(), pairs, raised } }) } })
    const cells = panel.findAll('.pairs')[1]!.findAll('td')
    expect(cells.map((d) => d.text())).toEqual(['+1pile 0', '0pile 0', '+15pile −32', '+13pile −33'])
    expect(cells.map((d) => d.classes())).toEqual([[], ['on'], ['not'], []])
    const heads = panel
      .findAll('.pairs')[1]!
      .findAll('thead th')
      .map((h) => h.text())
    expect(heads).toEqual(['Bar, rise', 'rolled −4°', 'rolled 0°'])
    expect(panel.get('p.ochre-ink').text()).toBe(raised.says)
  })

  it('sets stems against widths at one height, the pair that is on and the one of the school marked', async () => {
    const pair = (felt_mm: number | null, arm_mm: number) => ({ felt_mm, spacers_mm: 0, arm_mm })
    const pairs = {
      stem_mm: 50,
      width_mm: 760,
      stems_mm: [40, 50],
      widths_mm: [760, 780],
      rows: [
        [pair(-11.03, 329), pair(0, 330)],
        [pair(-9.8, 338), pair(null, 340)],
      ],
      asks: {
        key: 'weight',
        question: 'Where the weight should be',
        taken: 'short_wide',
        house: 'long_low',
        own: true,
        choices: [
          { key: 'long_low', label: 'long stem, low bar', reason: 'The front wheel is loaded.' },
          { key: 'short_wide', label: 'short stem, wide bar', reason: 'The rider stays behind.' },
        ],
      },
      by_school: { x_mm: 40, y_mm: 780 },
      says: 'The school takes a 40 stem on 780.',
    }
    const panel = mount(HandlingPanel, { props: { build: build({ handling: { ...handling(), pairs } }) } })
    expect(panel.findAll('.pairs td').map((d) => d.text())).toEqual(['−11329', '0330', '−10338', '·340'])
    expect(panel.get('.pairs .on').text()).toBe('0330')
    expect(panel.findAll('.pairs .school').map((d) => d.text())).toEqual(['−10338'])
    const change = vi.spyOn(useSheet(), 'change').mockResolvedValue(undefined)
    await panel
      .findAll('button')
      .find((b) => b.text() === 'Back to long stem, low bar')!
      .trigger('click')
    expect(change.mock.calls).toEqual([[{ do: 'frame.school', question: 'weight', school: null }]])
  })

  it('waits for both halves of a set, and keeps what was typed where it is refused', async () => {
    const change = vi.spyOn(useSheet(), 'change').mockResolvedValue(undefined)
    const panel = mount(HandlingPanel, { props: { build: build({}) } })
    await panel.get('[aria-label="Rings, Now"]').setValue('34 50')
    expect(change).not.toHaveBeenCalled()
    await panel.get('[aria-label="Cogs, Now"]').setValue('11 x')
    expect(change).toHaveBeenCalledWith({ do: 'build.gears', which: 'now', rings: '34 50', cogs: '11 x' })
    // Refused: the sheet is as it was, and so is the typing.
    expect((panel.get('[aria-label="Rings, Now"]').element as HTMLInputElement).value).toBe('34 50')
    expect((panel.get('[aria-label="Cogs, Now"]').element as HTMLInputElement).value).toBe('11 x')
    const kept = handling({ now: { rings: '34 50', cogs: '11 13' } })
    await panel.setProps({ build: build({ handling: kept }) })
    expect((panel.get('[aria-label="Cogs, Now"]').element as HTMLInputElement).value).toBe('11 13')
  })

  it('sets one number of the hill and leaves the others to the house, or as they were set', async () => {
    const change = vi.spyOn(useSheet(), 'change').mockResolvedValue(undefined)
    const panel = mount(HandlingPanel, { props: { build: build({}) } })
    panel.findAllComponents({ name: 'NumberRow' })[2]!.vm.$emit('keep', 8)
    expect(change).toHaveBeenCalledWith({ do: 'build.hill', cadence_rpm: null, power_w: 160, gradient_percent: 8 })
  })
})

describe('the parts list', () => {
  it('groups the parts by what is done about them, bought first, and says what goes together', () => {
    const part = (state: 'keep' | 'buy' | 'ask' | 'have', what: string, name: string, count = 1) => ({
      what,
      name,
      count,
      state,
      band: state === 'buy' ? 3 : null,
      note: null,
    })
    const parts = [
      part('buy', 'Frame', 'Ostrel Drift M'),
      part('keep', 'Bar', 'Petrel 40'),
      part('buy', 'Spacer', '10 mm', 2),
    ]
    const fits = [
      { what: 'Stem and bar', fits: 'fits' as const, why: 'Stem for 31.8, bar 31.8.' },
      { what: 'Post and rails', fits: 'unknown' as const, why: 'Look.' },
    ]
    const panel = mount(PartsPanel, { props: { build: build({ parts, fits }), sheet: { id: 5 } as Sheet } })
    expect(panel.findAll('section').map((s) => s.attributes('aria-label'))).toEqual([
      'To buy',
      'Kept',
      'What goes together',
    ])
    expect(
      panel
        .findAll('section')[0]!
        .findAll('.name')
        .map((n) => n.text()),
    ).toEqual(['Ostrel Drift M', '2 × 10 mm'])
    expect(panel.findAll('.bands')[0]!.attributes('aria-label')).toBe('price 3 of the house’s bands')
    expect(
      panel
        .findAll('section')[2]!
        .findAll('.name')
        .map((n) => n.text()),
    ).toEqual(['✓goes together', '?not on record'])
    expect(panel.findAll('a').map((a) => a.attributes('href'))).toEqual([
      '/api/fits/5/parts.pdf',
      '/api/fits/5/parts.csv',
    ])
  })
})

describe('the controls', () => {
  const row = (left: string | null, right: string | null) => ({
    what: 'blade' as const,
    name: 'Blade',
    how: 'grip to blade',
    left,
    right,
    differs: left !== right,
  })
  const controls = (left: string | null, right: string | null, differ: string | null = null) => ({
    rows: [row(left, right)],
    advice: ['One finger at the blade’s end, the palm where it rides.'],
    differ,
    meant: '',
    asks: null,
  })

  it('sets both sides alike until one is meant to differ', async () => {
    const change = vi.spyOn(useSheet(), 'change').mockResolvedValue(undefined)
    const fold = mount(ControlsFold, { props: { controls: controls(null, null) } })
    expect(fold.get('summary').text()).toContain('levers, remotes, grips')
    await fold.get('[aria-label="Blade, left"]').setValue('62')
    expect(change).toHaveBeenCalledWith({ do: 'build.control', side: 'both', what: 'blade', typed: '62' })
    await fold.get('input[type="checkbox"]').setValue(false)
    await fold.get('[aria-label="Blade, right"]').setValue('55')
    expect(change).toHaveBeenLastCalledWith({ do: 'build.control', side: 'right', what: 'blade', typed: '55' })
  })

  it('asks whether a difference is meant, and keeps the reason', async () => {
    const change = vi.spyOn(useSheet(), 'change').mockResolvedValue(undefined)
    const fold = mount(ControlsFold, {
      props: { controls: controls('62', '55', 'Left and right differ in Blade: on purpose?') },
    })
    expect((fold.get('input[type="checkbox"]').element as HTMLInputElement).checked).toBe(false)
    expect(fold.text()).toContain('Left and right differ in Blade: on purpose?')
    await fold.get('[aria-label="Why left and right differ"]').setValue('an old wrist')
    expect(change).toHaveBeenCalledWith({ do: 'build.controls_meant', words: 'an old wrist' })
  })
})
