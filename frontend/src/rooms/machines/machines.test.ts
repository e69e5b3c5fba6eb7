import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'

import type { Schemas } from '@/shared/api/client'

import MachineBlocks from './MachineBlocks.vue'
import { readingsOf } from './logic'
import MachineDrawing from './MachineDrawing.vue'

const block = (label: string, mm: number, off: number): Schemas['Block'] => ({
  number: 1,
  mark: 'saddle',
  name: 'Saddle post',
  scale: 'label',
  label,
  mm,
  off_mm: off,
  beside: [
    { label: '41', mm: mm - 5, off_mm: off - 5 },
    { label: '43', mm: mm + 5, off_mm: off + 5 },
  ],
  upright: true,
  lies: '2 low',
})
const set = (blocks: Schemas['Block'][]): Schemas['Settings'] => ({
  fit: 1,
  rider: 'Somebody',
  machine: 'Some Machine',
  headline: 'Everything within 2',
  says: null,
  blocks,
  crank_mm: 167.5,
  crank_off_mm: 0,
  saddle: { x_mm: 0, y_mm: -2 },
  hand: { x_mm: 1, y_mm: 0 },
  within: true,
  picture: [],
  far: [],
  near: [],
  marks: [
    { x_mm: -200, y_mm: 698 },
    { x_mm: 561, y_mm: 660 },
  ],
  goals: [
    { x_mm: -200, y_mm: 700 },
    { x_mm: 560, y_mm: 660 },
  ],
})

describe('a slider to dial in', () => {
  it('stands between its neighbours, the higher above, each with what it leaves', () => {
    const it_ = mount(MachineBlocks, { props: { set: set([block('42', 300, -2.2)]) } })
    const seen = it_.findAll('ul li').filter((li) => (li.element as HTMLElement).style.display !== 'none')
    const told = seen.map((li) => li.findAll('span, small').map((x) => x.text()))
    expect(told).toEqual([
      ['43', '+3'],
      ['42', '−2', '2 low'],
      ['41', '−7'],
    ])
  })
  it('is smaller in type the more signs it has, and on it is nothing left', () => {
    const sizes = ['U', '−10', '172.5'].map((label) => {
      const it_ = mount(MachineBlocks, { props: { set: set([block(label, 0, 0.3)]) } })
      expect(it_.find('.on').text()).toContain('0')
      return Number.parseInt((it_.find('b.figure').element as HTMLElement).style.fontSize)
    })
    expect(sizes[0]).toBeGreaterThan(sizes[1]!)
    expect(sizes[1]).toBeGreaterThan(sizes[2]!)
    // To be read from two metres: none under what is read from one and a half.
    expect(Math.min(...sizes)).toBeGreaterThanOrEqual(34)
  })
})

describe('the machine drawn', () => {
  it('names rider, machine and crank, and has a sign for each mark', () => {
    const it_ = mount(MachineDrawing, { props: { set: set([]) } })
    expect(it_.find('svg').attributes('aria-label')).toBe('Somebody on Some Machine')
    expect(it_.text()).toContain('crank 167.5')
    expect(it_.findAllComponents({ name: 'LayerSign' })).toHaveLength(4)
  })
})

describe('a position read off a machine', () => {
  it('is what the call-out reads, behind the BB as plus, with where it is from', () => {
    const marks = { saddle: { x_mm: -195.04, y_mm: 697 }, hand: { x_mm: 560.96, y_mm: 667.5 } }
    const [bar, ...readings] = readingsOf(marks, 172.5, 'Gantry Mill', 'flat')
    expect(bar).toEqual({ do: 'measure.bar_kind', kind: 'flat' })
    expect(readings.map((r) => 'key' in r && [r.key, r.typed])).toEqual([
      ['crank', '172.5'],
      ['s_behind', '195'],
      ['s_plumb', '697'],
      ['hand_ahead.right', '561'],
      ['hand_up.right', '667.5'],
    ])
    expect(new Set(readings.map((r) => 'source' in r && r.source))).toEqual(new Set(['Gantry Mill']))
    const ahead = readingsOf({ ...marks, saddle: { x_mm: 12, y_mm: 690 } }, 170, 'x', 'drop')
    expect(ahead.find((r) => 'key' in r && r.key === 's_behind')).toMatchObject({ typed: '-12' })
  })
})
