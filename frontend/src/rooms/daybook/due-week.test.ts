import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'

import type { DayLine } from '@/shared/api/client'

import DueWeek from './DueWeek.vue'
import { dueOf } from './logic'

beforeEach(() => vi.useFakeTimers({ now: new Date('2026-11-25T10:00:00'), toFake: ['Date'] }))
afterEach(() => {
  vi.useRealTimers()
  vi.unstubAllGlobals()
})

const LINES = [
  { id: 4, revision: 9, rider: 'Wenna Tolland', title: 'New bike' },
  { id: 6, revision: 2, rider: 'Jory Penhale', title: 'Whin' },
] as DayLine[]
const due = dueOf([
  { id: 6, rider: 'Jory Penhale', due: [{ number: 1, on: '2026-11-27', kind: 'part', asks: 'stem 70' }] },
  { id: 4, rider: 'Wenna Tolland', due: [{ number: 2, on: '2026-11-02', kind: 'pick-up', asks: '' }] },
])
const names = { part: 'part awaited', 'pick-up': 'pick-up', appointment: 'appointment', 'follow-up': 'follow-up' }

function shown(answer: Response = new Response('{}', { headers: { 'Content-Type': 'application/json' } })) {
  const sent: Request[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    sent.push(request.clone())
    return answer
  })
  const stubs = { RouterLink: RouterLinkStub }
  const it_ = mount(DueWeek, { props: { due, lines: LINES, names }, global: { stubs } })
  const days = () => it_.findAll('.week li')
  return { it_, sent, days }
}

describe('a week of the book', () => {
  it('begins on this Monday, marks today, and holds what is due where it is due', () => {
    const { it_, days } = shown()
    expect(days()).toHaveLength(7)
    expect(days().map((d) => d.classes('now'))).toEqual([false, false, true, false, false, false, false])
    expect(days()[4]!.text()).toContain('Jory Penhale')
    expect(days()[4]!.text()).toContain('part awaited')
    expect(it_.findAllComponents(RouterLinkStub).map((l) => l.props('to'))).toEqual(['/fits/6/ride'])
    expect(it_.get('.late').text()).toBe('1 over from before')
  })
  it('turns by weeks and back to this one', async () => {
    const { it_, days } = shown()
    await it_.get('[aria-label="The week before"]').trigger('click')
    expect(days().some((d) => d.classes('now'))).toBe(false)
    await it_
      .findAll('button')
      .find((b) => b.text() === 'This week')!
      .trigger('click')
    expect(days()[2]!.classes('now')).toBe(true)
  })
  it('takes something in on a day, on the change that the book shows', async () => {
    const { it_, sent, days } = shown()
    await days()[3]!.get('.add').trigger('click')
    expect(it_.get('form b').text()).toContain('26')
    const press = it_.get('form button[type="submit"]')
    expect(press.attributes('disabled')).toBeDefined()
    it_.findAllComponents({ name: 'ElSelect' })[0]!.vm.$emit('update:modelValue', 4)
    await it_.get('form input[maxlength="400"]').setValue('second look')
    await it_.get('form').trigger('submit')
    await flushPromises()
    expect(new URL(sent[0]!.url).pathname).toBe('/api/fits/4/changes')
    expect(await sent[0]!.json()).toMatchObject({
      base_revision: 9,
      commands: [{ do: 'ride.due', on: '2026-11-26', kind: 'appointment', asks: 'second look' }],
    })
    expect(it_.emitted('kept')).toHaveLength(1)
    expect(it_.find('form').exists()).toBe(false)
  })
  it('keeps what was typed where it was refused', async () => {
    const body = JSON.stringify({ code: 'conflict', message: 'Somebody was quicker.', field: null, allowed: null })
    const refused = new Response(body, { status: 409, headers: { 'Content-Type': 'application/json' } })
    const { it_, days } = shown(refused)
    await days()[3]!.get('.add').trigger('click')
    it_.findAllComponents({ name: 'ElSelect' })[0]!.vm.$emit('update:modelValue', 6)
    await it_.get('form input[maxlength="400"]').setValue('second look')
    await it_.get('form').trigger('submit')
    await flushPromises()
    expect(it_.get('[role="alert"]').text()).toBe('Somebody was quicker.')
    expect((it_.get('form input[maxlength="400"]').element as HTMLInputElement).value).toBe('second look')
    expect(it_.emitted('kept')).toBeUndefined()
  })
})
