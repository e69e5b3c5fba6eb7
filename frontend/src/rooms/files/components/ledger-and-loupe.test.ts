import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'

import type { LedgerRow, Post } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'

import Ledger from './Ledger.vue'
import Loupe from './Loupe.vue'
import TrailBar from './TrailBar.vue'

const SHOWN = { now: true, goal: true, plan: true, built: true }
const cell = (x: number, y: number) => ({
  x_mm: x,
  y_mm: y,
  show_x: String(x).replace('-', '−'),
  show_y: String(y),
  source: ['Kept as measured'],
})
const row = (more: Partial<LedgerRow> = {}): LedgerRow => ({
  mark: 'hand',
  label: 'Hand',
  cells: { now: cell(567, 653), goal: cell(557, 667), plan: cell(556, 668) },
  miss: { of: 'plan', dx_mm: -1, dy_mm: 1, show_x: '−1', show_y: '+1', verdict: 'in' },
  moves: ['−10', '+14'],
  tol_x_mm: 5,
  tol_y_mm: 5,
  ...more,
})

describe('the ledger', () => {
  const make = (props = {}) =>
    mount(Ledger, {
      props: { rows: [row()], shown: SHOWN, folded: false, last: 'miss', ...props },
      global: { stubs: { ElPopover: { template: '<div><slot name="reference" /><slot /></div>' } } },
    })

  it('shows each layer in its own ink, and nothing where nothing is known', () => {
    const it_ = make()
    expect(it_.get('[data-cell="hand-goal"]').text()).toContain('557')
    expect(it_.get('[data-cell="hand-goal"]').classes()).toContain('goal-ink')
    expect(it_.find('[data-cell="hand-built"]').exists()).toBe(false)
  })

  it('shows the miss with its sign and chip, or what moves', async () => {
    const it_ = make()
    expect(it_.get('.miss').text()).toContain('−1 +1')
    expect(it_.get('.miss').text()).toContain('in')
    await it_.setProps({ last: 'moves' })
    expect(it_.get('.moves').text()).toBe('−10 +14')
  })

  it('keeps a far miss inside its glyph', () => {
    const it_ = make({
      rows: [row({ miss: { of: 'plan', dx_mm: 900, dy_mm: -900, show_x: '+900', show_y: '−900', verdict: 'out' } })],
    })
    const [x, y] = it_
      .get('.miss .sign')
      .attributes('transform')!
      .match(/-?[\d.]+/g)!
      .map(Number)
    expect(Math.abs(x!)).toBeLessThanOrEqual(15)
    expect(Math.abs(y!)).toBeLessThanOrEqual(9)
  })

  it('turns layers and itself off by its header', async () => {
    const it_ = make()
    await it_.findAll('.switch')[1]!.trigger('click')
    expect(it_.emitted('toggle')).toEqual([['goal']])
    await it_.get('.fold').trigger('click')
    expect(it_.emitted('fold')).toHaveLength(1)
    await it_.setProps({ folded: true })
    expect(it_.get('.brief').text()).toContain('Hand')
  })

  it('shows inches without touching the value', async () => {
    const { unit, toggleUnit } = useSettings()
    const it_ = make()
    toggleUnit()
    await it_.vm.$nextTick()
    expect(unit.value).toBe('in')
    expect(it_.get('[data-cell="hand-goal"]').text()).toContain('21 15/16')
    toggleUnit()
  })
})

describe('a loupe', () => {
  const make = (props = {}) =>
    mount(Loupe, { props: { row: row(), picture: null, shown: SHOWN, pxPerMm: 4, says: 'life size', ...props } })
  const place = (it_: ReturnType<typeof make>, layer: string) =>
    it_
      .get(`.sign.${layer}`)
      .attributes('transform')!
      .match(/-?[\d.]+/g)!
      .map(Number)

  it('is centred on the goal and true to its scale, up being up', () => {
    const it_ = make()
    expect(place(it_, 'goal')).toEqual([0, -0].map(Math.abs))
    expect(place(it_, 'plan')).toEqual([-4, -4])
    const tolerance = it_.get('.cell')
    expect(Number(tolerance.attributes('width'))).toBe(40)
  })

  it('keeps a mark beyond the glass at its rim, dimmed', () => {
    const it_ = make()
    const [x, y] = place(it_, 'now')
    expect(Math.hypot(x!, y!)).toBeLessThanOrEqual(72.01)
    const far = make({ row: row({ cells: { goal: cell(0, 0), plan: cell(500, 0) } }) })
    expect(far.get('.sign.plan').classes()).toContain('beyond')
  })

  it('shows a preview hollow', async () => {
    const it_ = make()
    expect(it_.find('.hollow').exists()).toBe(false)
    await it_.setProps({ preview: { x_mm: 559, y_mm: 665 } })
    expect(it_.get('.hollow').attributes('transform')).toBe('translate(8 8)')
  })

  it('moves its goal by arrows, five with Shift, only where it may', async () => {
    const it_ = make({ draggable: true })
    const glass = it_.get('svg')
    await glass.trigger('keydown', { key: 'ArrowUp' })
    await glass.trigger('keydown', { key: 'ArrowLeft', shiftKey: true })
    await glass.trigger('keydown', { key: 'x' })
    expect(it_.emitted('move')).toEqual([
      [0, 1],
      [-5, 0],
    ])
    const still = make()
    await still.get('svg').trigger('keydown', { key: 'ArrowUp' })
    expect(still.emitted('move')).toBeUndefined()
  })

  it('hides a layer that is off', () => {
    expect(
      make({ shown: { ...SHOWN, plan: false } })
        .find('.sign.plan')
        .exists(),
    ).toBe(false)
  })
})

describe('the trail', () => {
  const post = (name: Post['name'], state: Post['state'], reason: string | null = null): Post => ({
    name,
    label: name,
    state,
    note: 'note',
    reason,
  })
  const posts = [
    post('rider', 'done'),
    post('frame', 'stale', 'The saddle was lowered 6 mm after this was chosen.'),
    post('ride', 'empty'),
  ]
  const make = () =>
    mount(TrailBar, {
      props: { rider: 'Tamsin Orre', under: '→ Drift M', posts, current: 'rider', fit: 3 },
      global: { stubs: { RouterLink: { props: ['to'], template: '<a :href="to"><slot /></a>' } } },
    })

  it('leads to every post and marks the present one', () => {
    const it_ = make()
    const links = it_.findAll('nav a')
    expect(links.map((a) => a.attributes('href'))).toEqual(['/fits/3/rider', '/fits/3/frame', '/fits/3/ride'])
    expect(links[0]!.attributes('aria-current')).toBe('step')
    expect(links[1]!.classes()).toContain('stale')
  })

  it('says on a press why a post leans', async () => {
    const it_ = make()
    await it_.findAll('nav a')[1]!.trigger('click')
    expect(it_.get('[role="status"]').text()).toContain('lowered 6 mm')
    await it_.get('[role="status"] button').trigger('click')
    expect(it_.find('[role="status"]').exists()).toBe(false)
  })
})
