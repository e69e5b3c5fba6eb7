import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { BuildView, FramesView, RailData, Sheet, SizeOffer, StopOut } from '@/shared/api/client'

import { useSheet } from '../useSheet'
import Dials from './Dials.vue'
import FrameBench from './FrameBench.vue'
import SteererStack from './SteererStack.vue'
import StopRail from './StopRail.vue'
import WindowMap from './WindowMap.vue'

const stop = (value: number, miss_mm: number, chosen = false): StopOut => ({
  value, miss_mm, show_x: '+1', show_y: '0', verdict: miss_mm > 5 ? 'out' : 'in', chosen, house: value >= 90, hand: { x_mm: 500 + value, y_mm: 650 },
})
const rail = (): RailData => ({ name: 'length', label: 'Stem length', value: 100, unit: 'mm', stops: [stop(80, 20), stop(90, 3), stop(100, 8, true), stop(110, 18)] })

describe('a rail', () => {
  const make = () => mount(StopRail, { props: { rail: rail(), tolerance: 5, previewed: null } })

  it('puts figures only on stops no worse than now', () => {
    const it_ = make()
    const says = it_.findAll('.stop').map((s) => s.find('.left').exists())
    expect(says).toEqual([false, true, true, false])
  })

  it('is filled where the hand would be within tolerance', () => {
    const it_ = make()
    expect(it_.findAll('.stop').map((s) => s.find('circle.full').exists())).toEqual([false, true, false, false])
  })

  it('shows first and takes then', async () => {
    const it_ = make()
    await it_.findAll('.stop')[1]!.trigger('mouseenter')
    expect((it_.emitted('look')![0]![0] as StopOut).value).toBe(90)
    await it_.findAll('.stop')[1]!.trigger('click')
    expect((it_.emitted('take')![0]![0] as StopOut).value).toBe(90)
  })

  it('goes from stop to stop by key and stays at the ends', async () => {
    const it_ = make()
    const slider = it_.get('[role="slider"]')
    await slider.trigger('keydown', { key: 'ArrowLeft' })
    await slider.trigger('keydown', { key: 'End' })
    expect(it_.emitted('take')!.map((e) => (e[0] as StopOut).value)).toEqual([90, 110])
    const last = rail()
    last.stops = [stop(100, 1, true)]
    const alone = mount(StopRail, { props: { rail: last, tolerance: 5, previewed: null } })
    await alone.get('[role="slider"]').trigger('keydown', { key: 'ArrowRight' })
    expect(alone.emitted('take')).toBeUndefined()
  })
})

const build = (under: number[]): BuildView => {
  let y = 560
  const piece = (kind: string, height_mm: number) => ({ kind, height_mm, at: { x_mm: 390, y_mm: (y += height_mm) } })
  return {
    rails: [], headline: '', picture: [], goal_clamp: { x_mm: 480, y_mm: 640 }, clamp: { x_mm: 482, y_mm: 638 }, over: null, over_says: '',
    pieces: [piece('cover', 8), ...under.map((h) => piece('under', h)), piece('stem', 40), piece('over', 10), piece('cap', 5)],
    turned_over: false, best_is_now: true, spacer_limit_mm: 30, seat: [], seat_problem: null, warnings: [],
  }
}

describe('the steerer’s stack', () => {
  const make = (under: number[]) => mount(SteererStack, { props: { build: build(under), preview: null, handToClamp: { x: 84, y: 14 } } })

  it('moves a spacer over or under by a press, and turns the stem', async () => {
    const it_ = make([10, 5])
    await it_.findAll('.under')[0]!.trigger('click')
    await it_.get('.over').trigger('click')
    await it_.findAll('.piece.stem')[0]!.trigger('keydown.enter')
    const moved = it_.emitted('spacer')!.map((e) => e[0])
    expect([5, 10]).toContain(moved[0])
    expect(moved[1]).toBe(25)
    expect(it_.emitted('over')).toHaveLength(1)
  })

  it.each([[[5]], [[20, 20, 10]], [[20, 20, 20, 20]]])('shows all of a pile of %j', (under) => {
    const it_ = make(under)
    const words = it_.findAll('.piece text').map((t) => Number(t.attributes('y')))
    expect(Math.min(...words)).toBeGreaterThan(8)
    for (const sign of it_.findAll('.sign')) {
      const [x, y] = sign.attributes('transform')!.match(/-?[\d.]+/g)!.map(Number)
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(420)
      expect(y).toBeGreaterThan(0)
      expect(y).toBeLessThan(196)
    }
  })
})

const offer = (id: number, verdict: SizeOffer['verdict'], more: Partial<SizeOffer> = {}): SizeOffer => ({
  id, frame: 'Ostrel Drift', size: `S${id}`, kind: 'gravel', stack_mm: 540 + 10 * id, reach_mm: 380 + 5 * id, verdict, miss_mm: id, show_x: '+1', show_y: '0',
  build: 'stem 90 −6°, 10 of spacers', sentence: 'On the goal, with 20 to go up and 10 down.', chosen: false, held: false, toe_mm: 20, trail_mm: 65, standover_room_mm: 80, ...more,
})
const frames = (offers: SizeOffer[]): FramesView => ({
  offers, carry: offers.filter((o) => o.verdict !== 'out').length, window: [{ kind: 'best', corners: [{ x_mm: 380, y_mm: 550 }, { x_mm: 400, y_mm: 550 }, { x_mm: 390, y_mm: 590 }, { x_mm: 370, y_mm: 590 }] }],
  look_for: { head_angle_deg: 71, stack_least_mm: 550, stack_greatest_mm: 590, reach_least_mm: 370, reach_greatest_mm: 400 }, now: { x_mm: 385, y_mm: 555 }, compared: [],
})
const sheet = (offers: SizeOffer[]) => ({ id: 1, revision: 3, frames: frames(offers), state: { goal: { discipline: 'gravel' }, frame: {} }, history: [] }) as unknown as Sheet

describe('the frames that carry', () => {
  beforeEach(() => setActivePinia(createPinia()))
  const make = (offers: SizeOffer[]) => mount(FrameBench, { props: { sheet: sheet(offers) }, global: { stubs: { RouterLink: true } } })
  const names = (it_: ReturnType<typeof make>) => it_.findAll('[data-offer]').map((o) => o.attributes('data-offer'))

  it('puts what is chosen and held first and leaves out what fails', async () => {
    const it_ = make([offer(1, 'in'), offer(2, 'edge', { held: true }), offer(3, 'in', { chosen: true }), offer(4, 'out')])
    expect(names(it_)).toEqual(['Ostrel Drift S3', 'Ostrel Drift S2', 'Ostrel Drift S1'])
    expect(it_.get('h1').text()).toBe('3 sizes carry the goal')
    await it_.get('.more').trigger('click')
    expect(names(it_)).toHaveLength(4)
  })

  it('shows only this use until asked for all', async () => {
    const it_ = make([offer(1, 'in'), offer(2, 'in', { kind: 'road' })])
    expect(names(it_)).toEqual(['Ostrel Drift S1'])
    await it_.findAll('[role="radio"]')[1]!.trigger('click')
    expect(names(it_)).toHaveLength(2)
  })

  it('says so when none fits, with the numbers to look for and every failure', () => {
    const it_ = make([offer(1, 'out'), offer(2, 'out')])
    expect(it_.get('h1').text()).toBe('No frame carries it')
    expect(it_.get('.nofit').text()).toContain('550 to 590')
    expect(names(it_)).toHaveLength(2)
  })

  it('chooses and holds by its buttons', async () => {
    const it_ = make([offer(1, 'in'), offer(2, 'in', { chosen: true })])
    const change = vi.spyOn(useSheet(), 'change').mockResolvedValue()
    await it_.findAll('.pick')[1]!.trigger('click')
    await it_.get('.hold').trigger('click')
    await it_.findAll('.pick')[0]!.trigger('click')
    expect(change.mock.calls).toEqual([[{ path: 'frame.chosen', value: 1 }], [{ path: 'frame.held', value: 1 }]])
  })

  it('draws every size on the map within its frame', async () => {
    const offers = [offer(1, 'in'), offer(2, 'out'), offer(3, 'edge', { chosen: true })]
    const it_ = mount(WindowMap, { props: { view: frames(offers), offers } })
    for (const dot of it_.findAll('.dot')) {
      const [x, y] = dot.attributes('transform')!.match(/-?[\d.]+/g)!.map(Number)
      expect(x).toBeGreaterThan(34)
      expect(x).toBeLessThan(366)
      expect(y).toBeGreaterThan(6)
      expect(y).toBeLessThan(216)
    }
    expect(it_.find('.dot.chosen .plan').exists()).toBe(true)
    await it_.findAll('.dot')[0]!.trigger('keydown.enter')
    expect(it_.emitted('pick')).toEqual([[1]])
  })
})

describe('dials', () => {
  const dial = (value_deg: number, greatest_deg: number | null = 52) => ({ name: 'trunk', label: 'trunk', value_deg, now_deg: 45, least_deg: 42, greatest_deg, verdict: 'in' as const })
  const tip = (value: number, greatest: number | null = 52) => {
    const d = mount(Dials, { props: { dials: [dial(value, greatest)] } }).get('.needle').attributes('d')!
    return d.slice(1).split('L')[0]!.split(' ').map(Number) as [number, number]
  }

  it('points up in the middle of the house window, left below it, right above', () => {
    expect(tip(47)[0]).toBeCloseTo(0)
    expect(tip(43)[0]).toBeLessThan(0)
    expect(tip(51)[0]).toBeGreaterThan(0)
  })
  it('stays on its arc however far the value lies', () => {
    for (const value of [-40, 200]) expect(Math.hypot(...tip(value))).toBeCloseTo(41)
    expect(Number.isFinite(tip(60, null)[0])).toBe(true)
  })
})
