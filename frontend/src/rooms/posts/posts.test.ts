import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'

import type { BuildView, RailData, Sheet, StopOut } from '@/shared/api/client'
import { POSTS } from '@/shared/api/lists'

import SteererStack from './build/SteererStack.vue'
import { build as aBuild } from './build/build.fixture'
import StopRail from './build/StopRail.vue'
import Dials from './goal/Dials.vue'
import { postRooms } from '.'

const stop = (value: number, miss_mm: number, chosen = false): StopOut => ({
  value,
  miss_mm,
  show_x: '+1',
  show_y: '0',
  verdict: miss_mm > 5 ? 'out' : 'in',
  chosen,
  house: value >= 90,
  hand: { x_mm: 500 + value, y_mm: 650 },
})
const rail = (): RailData => ({
  name: 'length',
  label: 'Stem length',
  value: 100,
  unit: 'mm',
  stops: [stop(80, 20), stop(90, 3), stop(100, 8, true), stop(110, 18)],
})

describe('the posts', () => {
  it('are those of the trail, each with a bench', () => {
    expect([...postRooms.keys()].sort()).toEqual([...POSTS].sort())
    for (const room of postRooms.values()) expect(room.bench).toBeTruthy()
  })
})

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
  const pieces = [piece('cover', 8), ...under.map((h) => piece('under', h)), piece('stem', 40), piece('over', 10)]
  return aBuild({
    pieces: [...pieces, piece('cap', 5)],
    goal_clamp: { x_mm: 480, y_mm: 640 },
    clamp: { x_mm: 482, y_mm: 638 },
  })
}

describe('the steerer’s stack', () => {
  const make = (under: number[]) =>
    mount(SteererStack, { props: { build: build(under), preview: null, handToClamp: { x: 84, y: 14 } } })

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
      const [x, y] = sign
        .attributes('transform')!
        .match(/-?[\d.]+/g)!
        .map(Number)
      expect(x).toBeGreaterThan(0)
      expect(x).toBeLessThan(420)
      expect(y).toBeGreaterThan(0)
      expect(y).toBeLessThan(196)
    }
  })
})

describe('dials', () => {
  const dial = (value_deg: number, greatest_deg: number | null = 52) => ({
    name: 'trunk',
    label: 'trunk',
    value_deg,
    now_deg: 45,
    least_deg: 42,
    greatest_deg,
    verdict: 'in' as const,
  })
  const tip = (value: number, greatest: number | null = 52) => {
    const d = mount(Dials, { props: { sheet: { dials: [dial(value, greatest)] } as unknown as Sheet } })
      .get('.needle')
      .attributes('d')!
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
