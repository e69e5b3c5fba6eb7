import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { api, type Sheet } from '@/shared/api/client'
import PriceBands from '@/shared/ui/PriceBands.vue'

import { useSheet } from '@/rooms/files/useSheet'

import BuildBench from './BuildBench.vue'
import WaysPanel from './WaysPanel.vue'

beforeEach(() => {
  vi.restoreAllMocks()
  setActivePinia(createPinia())
})

const row = (mark: string, tol_x_mm: number, tol_y_mm: number) => ({
  mark,
  label: mark,
  cells: {},
  miss: null,
  moves: null,
  tol_x_mm,
  tol_y_mm,
})
const sheet = (build: unknown = null, trail: unknown[] = []) =>
  ({
    id: 3,
    revision: 1,
    build,
    trail,
    ledger: [row('saddle', 3, 2), row('hand', 5, 5), row('foot', 3, 1)],
  }) as unknown as Sheet
const panels = [
  'StemPanel',
  'BarPanel',
  'SeatPanel',
  'FeetPanel',
  'WheelsPanel',
  'HandlingPanel',
  'WaysPanel',
  'PartsPanel',
]
const bench = (it: Sheet) =>
  mount(BuildBench, {
    props: { sheet: it },
    global: {
      stubs: { ...Object.fromEntries(panels.map((p) => [p, true])), 'router-link': { template: '<a><slot /></a>' } },
    },
  })
const built = { headline: 'Hand 4 back', seat_headline: 'Seat on the goal', feet: { headline: 'Foot 3 high' } }

describe('the bench of a build', () => {
  it('sends to the frames while nothing is chosen', () => {
    expect(bench(sheet()).get('h1').text()).toBe('No frame chosen')
  })

  it('says of each tab what is left, and by which tolerance', async () => {
    const it = bench(sheet(built))
    const said: string[][] = []
    for (const tab of it.findAll('[role="tab"]')) {
      await tab.trigger('click')
      said.push([tab.text(), it.get('h1').text(), it.get('header .quiet').text()])
    }
    const dots = ' Dots: mm left over at each stop.'
    expect(said).toEqual([
      ['Stem', 'Hand 4 back', `Tolerance 5 and 5.${dots}`],
      ['Bar', 'Hand 4 back', `Tolerance 5 and 5.${dots}`],
      ['Seat', 'Seat on the goal', `Tolerance 3 and 2.${dots}`],
      ['Feet', 'Foot 3 high', 'Tolerance 3 and 1.'],
      ['Wheels', 'Hand 4 back', 'Tolerance 5 and 5.'],
      ['Handling', 'Hand 4 back', 'Tolerance 5 and 5.'],
      ['Ways', 'Hand 4 back', 'Tolerance 5 and 5.'],
      ['Parts', 'Hand 4 back', 'Tolerance 5 and 5.'],
    ])
  })

  it('says why parts no longer stand for what is asked', () => {
    const stale = { name: 'build', state: 'stale', reason: 'The hand was raised 6 mm after these parts were chosen.' }
    expect(
      bench(sheet(built, [stale]))
        .get('.stale')
        .text(),
    ).toBe(stale.reason)
  })
})

describe('going a way', () => {
  const way = { kinds: ['spacers'], cost: 'free', bands: 0, does: 'Put 5 more.', at: { x_mm: 1, y_mm: 2 } }
  const answer = {
    wanted: { x_mm: 1, y_mm: 2 },
    within: '',
    headline: 'Hand 5 up: one way',
    ways: [{ ...way, show_x: '0', show_y: '+5', verdict: 'in', worth: true }],
    nearest: null,
    never: null,
  }
  async function nudged(after: number) {
    vi.spyOn(api, 'GET').mockResolvedValue({ data: answer, response: new Response() } as never)
    const store = useSheet()
    const revisions = [1, after]
    vi.spyOn(store, 'change').mockImplementation(async () => void revisions.shift())
    Object.defineProperty(store, 'sheet', { get: () => ({ revision: revisions[0] }) })
    const panel = mount(WaysPanel, { props: { sheet: sheet(built), shown: true } })
    await panel.findAll('input[type="radio"]').at(-1)!.setValue()
    await panel.get('.pad').trigger('keydown', { key: 'ArrowUp', shiftKey: true })
    await flushPromises()
    await panel.get('[data-way="spacers"]').trigger('click')
    await flushPromises()
    return panel.findAll('output').map((o) => o.text())
  }

  it('counts the next nudge from there', async () => expect(await nudged(2)).toEqual(['0', '0']))

  it('keeps what was asked where it is refused', async () => expect(await nudged(1)).toEqual(['0', '+5']))
})

describe('a price', () => {
  it('is so many bars, and told to who cannot see them', () => {
    const it = mount(PriceBands, { props: { bands: 3 } })
    expect(it.findAll('i')).toHaveLength(3)
    expect(it.get('[role="img"]').attributes('aria-label')).toBe('price 3 of the house’s bands')
  })
})
