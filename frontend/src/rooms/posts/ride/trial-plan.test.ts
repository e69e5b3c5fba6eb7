import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

import { type Command, useSheet } from '@/rooms/files/useSheet'

import TrialPlan from './TrialPlan.vue'

beforeEach(() => {
  setActivePinia(createPinia())
  vi.useFakeTimers({ now: new Date('2026-03-09T10:00:00'), toFake: ['Date'] })
})
afterEach(() => vi.useRealTimers())

function shown(another = false, cranks: string | null = null) {
  const sent: Command[] = []
  vi.spyOn(useSheet(), 'change').mockImplementation(async (...commands) => void sent.push(...commands))
  const it_ = mount(TrialPlan, { props: { another, cranks } })
  const button = (name: string) => it_.findAll('button').find((b) => b.text() === name)!
  const box = (label: string) => it_.get(`[aria-label="${label}"]`)
  const value = (label: string) => (box(label).element as HTMLInputElement).value
  const draw = async () => {
    await it_.get('form').trigger('submit')
    await flushPromises()
    return sent.at(-1) as Extract<Command, { do: 'ride.trial' }>
  }
  return { it_, sent, button, box, value, draw }
}

describe('a trial that is planned', () => {
  it('is filled in by a pattern, and its order drawn by a number of its own', async () => {
    const { button, value, draw } = shown()
    await button('Two cranks').trigger('click')
    expect([value('What differs'), value('Set-ups, two to four')]).toEqual(['crank', '170, 165'])
    const planned = await draw()
    expect(planned).toMatchObject({
      do: 'ride.trial',
      on: '2026-03-09',
      differs: 'crank',
      treatments: ['170', '165'],
      outcomes: ['Hips', 'Effort'],
      measured: ['heart_rate_bpm', 'cadence_rpm'],
      blocks: 4,
      minutes: 4,
      rest_minutes: 2,
      blind: true,
      by_itself: false,
    })
    expect(planned.seed).toBeGreaterThanOrEqual(0)
    expect(planned.seed).toBeLessThan(1_000_000)
  })
  it('stands ready for the two cranks that the goal asks to have ridden blind', async () => {
    const { value, draw } = shown(true, '172.5,165')
    expect([value('What differs'), value('Set-ups, two to four')]).toEqual(['crank', '172.5, 165'])
    expect(await draw()).toMatchObject({ differs: 'crank', treatments: ['172.5', '165'], blind: true, blocks: 4 })
  })
  it('leaves nothing of one pattern in the next', async () => {
    const { button, draw } = shown()
    await button('Minute efforts').trigger('click')
    await button('Bar heights').trigger('click')
    expect(await draw()).toMatchObject({
      treatments: ['low', 'middle', 'high'],
      measured: [],
      minutes: 4,
      rest_minutes: 2,
      blocks: 3,
    })
  })
  it.each([
    ['stem', false],
    ['stem and width', true],
    ['stem + width', true],
    ['stem, saddle', true],
    ['handlebar', false],
    ['stand height', false],
    ['Stem AND bar', true],
  ])('"%s" is told as more than one thing: %s', async (differs, told) => {
    const { it_, box } = shown()
    await box('What differs').setValue(differs)
    expect(it_.find('.several').exists()).toBe(told)
  })
  it('takes two to four set-ups and something to look at', async () => {
    const { button, box } = shown()
    const ready = () => button('Draw the order').attributes('disabled') === undefined
    await box('What differs').setValue('stem')
    await box('Rated in each run, 0 to 10').setValue('Hands')
    for (const [typed, can] of [
      ['80', false],
      ['80, ', false],
      ['80, 70', true],
      ['80, 70, 60, 50', true],
      ['80, 70, 60, 50, 40', false],
    ] as const) {
      await box('Set-ups, two to four').setValue(typed)
      expect(ready()).toBe(can)
    }
    await box('Set-ups, two to four').setValue('80, 70')
    // Heart rate is read off the trainer unless that is taken back: it is enough to look at.
    await box('Rated in each run, 0 to 10').setValue('')
    expect(ready()).toBe(true)
  })
  it('stands behind a press where there is a trial already', async () => {
    const { it_, button } = shown(true)
    expect(it_.find('form').exists()).toBe(false)
    await button('Another trial').trigger('click')
    expect(it_.find('form').exists()).toBe(true)
  })
})
