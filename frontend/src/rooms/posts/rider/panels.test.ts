import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { Schemas, Sheet } from '@/shared/api/client'

import { useSheet } from '@/rooms/files/useSheet'
import BodyOutline from './BodyOutline.vue'
import UsesBar from './UsesBar.vue'

const hurt = (more: Partial<Schemas['Hurt']> = {}): Schemas['Hurt'] => ({
  view: 'front',
  x: 0.2,
  y: 0.5,
  what: 'Little fingers',
  feeling: 'numb',
  severity: 4,
  when: '',
  ...more,
})
const withUses = (uses: { use: string; share: number }[]) => ({ rider: { profile: { uses } } }) as unknown as Sheet

beforeEach(() => setActivePinia(createPinia()))

describe('the body outline', () => {
  it('marks what hurts on its own view, larger the worse it is', () => {
    const body = mount(BodyOutline, {
      props: { hurts: [hurt(), hurt({ view: 'back', severity: 1, what: 'Low back' })], current: null },
    })
    const spots = body.findAll('.spot')
    expect(spots.map((s) => s.attributes('aria-label'))).toEqual(['1: Little fingers, 4 of 5', '2: Low back, 1 of 5'])
    const radius = spots.map((s) => Number(s.find('circle').attributes('r')))
    expect(radius[0]).toBeGreaterThan(radius[1]!)
  })
  it('picks a spot by key, and adds one where the body is clicked', async () => {
    const body = mount(BodyOutline, { props: { hurts: [hurt()], current: null } })
    await body.find('.spot').trigger('keydown', { key: 'Enter' })
    expect(body.emitted('pick')).toEqual([[0]])
    const glass = body.findAll('rect.glass')[1]!
    glass.element.getBoundingClientRect = () => ({ left: 10, top: 20, width: 100, height: 200 }) as DOMRect
    await glass.trigger('click', { clientX: 60, clientY: 70 })
    expect(body.emitted('add')).toEqual([['back', 0.5, 0.25]])
  })
})

describe('the uses', () => {
  it('adds up in the head and offers what is not there yet', () => {
    const bar = mount(UsesBar, {
      props: {
        sheet: withUses([
          { use: 'gravel', share: 60 },
          { use: 'road', share: 40 },
        ]),
      },
    })
    expect(bar.text()).toContain('60 + 40 = 100 %')
    const offered = bar.findAll('.add button').map((b) => b.text())
    expect(offered).not.toContain('Gravel')
    expect(offered).toContain('Trainer')
  })
  it('moves an edge by arrow keys, five with Shift, and nothing by other keys', async () => {
    const move = vi.spyOn(useSheet(), 'moveUse').mockResolvedValue()
    const bar = mount(UsesBar, {
      props: {
        sheet: withUses([
          { use: 'gravel', share: 60 },
          { use: 'road', share: 40 },
        ]),
      },
    })
    const edge = bar.find('[role=slider]')
    expect(edge.attributes('aria-label')).toBe('Edge between Gravel and Road')
    await edge.trigger('keydown', { key: 'ArrowLeft' })
    await edge.trigger('keydown', { key: 'ArrowRight', shiftKey: true })
    await edge.trigger('keydown', { key: 'a' })
    expect(move.mock.calls.map(([body]) => body)).toEqual([
      { what: 'edge', at: 0, by_percent: -1 },
      { what: 'edge', at: 0, by_percent: 5 },
    ])
  })
  it('asks what the bike is for while nothing is said', () => {
    const bar = mount(UsesBar, { props: { sheet: withUses([]) } })
    expect(bar.text()).toContain('What will the bike be used for?')
    expect(bar.findAll('[role=slider]')).toHaveLength(0)
  })
})
