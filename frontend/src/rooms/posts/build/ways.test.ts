import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { api, type Schemas, type Sheet } from '@/shared/api/client'
import { useSheet } from '@/rooms/files/useSheet'

import NudgePad from './NudgePad.vue'
import WaysPanel from './WaysPanel.vue'

beforeEach(() => {
  vi.restoreAllMocks()
  setActivePinia(createPinia())
})

const way = (kinds: Schemas['MarkWay']['kinds'], more: Partial<Schemas['MarkWay']> = {}): Schemas['MarkWay'] => ({
  kinds,
  cost: 'free',
  bands: 0,
  does: kinds.join(' and '),
  at: { x_mm: 560, y_mm: 670 },
  show_x: '−1.5',
  show_y: '+4.8',
  verdict: 'in',
  also: null,
  room: null,
  buys: null,
  worth: true,
  against: null,
  alike: null,
  ...more,
})
const view = (ways: Schemas['MarkWay'][], more: Partial<Schemas['WaysView']> = {}): Schemas['WaysView'] => ({
  wanted: { x_mm: 560, y_mm: 670 },
  within: 'Within 5 and 5.',
  headline: `Hand to the goal: ${ways.length} ways`,
  ways,
  nearest: null,
  never: 'The saddle is never slid for reach.',
  ...more,
})
const sheet = (revision: number) => ({ id: 7, revision }) as Sheet
const answers = (found: Schemas['WaysView'] | null) =>
  vi.spyOn(api, 'GET').mockImplementation((async () => ({ data: found, response: new Response() })) as never)

describe('the ways of a mark', () => {
  it('asks for the ways to the goal, shows where each comes and goes the one that is pressed', async () => {
    const asked = answers(view([way(['spacers']), way(['stem'], { cost: 'small part', bands: 2, worth: false })]))
    const store = useSheet()
    const change = vi.spyOn(store, 'change').mockResolvedValue(true as never)
    const panel = mount(WaysPanel, { props: { sheet: sheet(3), shown: true } })
    await flushPromises()
    expect(asked.mock.calls.at(-1)![1]).toEqual({
      params: { path: { fit_id: 7 }, query: { mark: 'hand', to_goal: true, fore_mm: 0, up_mm: 0 } },
    })
    expect(panel.get('h3').text()).toBe('Hand to the goal: 2 ways')
    expect(panel.get('summary').text()).toBe('1 more that cost more and bring nothing, or are poor work')
    const first = panel.get('[data-way="spacers"]')
    await first.trigger('focus')
    expect(store.preview).toEqual({ mark: 'hand', x_mm: 560, y_mm: 670 })
    await first.trigger('blur')
    expect(store.preview).toBeNull()
    await first.trigger('click')
    expect(change).toHaveBeenCalledWith({
      do: 'build.way',
      mark: 'hand',
      to_goal: true,
      fore_mm: 0,
      up_mm: 0,
      kinds: ['spacers'],
    })
  })

  it('asks nothing while a nudge is nothing, and again when the plan has changed', async () => {
    const asked = answers(view([way([])]))
    const panel = mount(WaysPanel, { props: { sheet: sheet(3), shown: false } })
    await flushPromises()
    expect(asked).not.toHaveBeenCalled()
    await panel.setProps({ shown: true })
    await panel.setProps({ sheet: sheet(4) })
    await flushPromises()
    expect(asked).toHaveBeenCalledTimes(2)
    // What stands there already is no way to press.
    expect(panel.get('[data-way=""]').attributes('disabled')).toBeDefined()
    await panel.findAll('input[type="radio"]').at(-1)!.setValue()
    await flushPromises()
    expect(asked).toHaveBeenCalledTimes(2)
    expect(panel.text()).toContain('Say how far')
  })

  it('takes no late answer for an earlier question', async () => {
    const waiting: ((v: unknown) => void)[] = []
    vi.spyOn(api, 'GET').mockImplementation((() => new Promise((done) => waiting.push(done))) as never)
    const panel = mount(WaysPanel, { props: { sheet: sheet(1), shown: true } })
    await panel.setProps({ sheet: sheet(2) })
    const told = (headline: string) => ({ data: view([], { headline }), response: new Response() })
    waiting[1]!(told('new'))
    await flushPromises()
    waiting[0]!(told('old'))
    await flushPromises()
    expect(panel.get('h3').text()).toBe('new')
  })
})

describe('the nudge pad', () => {
  it('goes by one with an arrow, by five with shift, and no further than it may', async () => {
    const pad = mount(NudgePad, { props: { fore: -1, up: 58 } })
    await pad.trigger('keydown', { key: 'ArrowRight' })
    await pad.trigger('keydown', { key: 'ArrowUp', shiftKey: true })
    await pad.trigger('keydown', { key: 'Home' })
    await pad.findAll('button')[0]!.trigger('click')
    expect(pad.emitted('nudge')).toEqual([
      [0, 58],
      [-1, 60],
      [-6, 58],
    ])
    expect(pad.findAll('output').map((o) => o.text())).toEqual(['−1', '+58'])
  })
})
