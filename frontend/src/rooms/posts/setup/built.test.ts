import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { Sheet } from '@/shared/api/client'

import { type Command, useSheet } from '@/rooms/files/useSheet'

import AsNow from './AsNow.vue'
import BuiltTable from './BuiltTable.vue'

beforeEach(() => {
  setActivePinia(createPinia())
  localStorage.clear()
})

const check = (key: string, should_mm: number | null, read_mm: number | null, word: string) => ({
  key,
  title: key,
  hint: '',
  should_mm,
  typed: read_mm === null ? '' : String(read_mm),
  read_mm,
  word,
})
const sheet = {
  id: 1,
  ledger: [
    { mark: 'saddle', label: 'Saddle', cells: { plan: { show_x: '−196', show_y: '697' } }, miss: null },
    {
      mark: 'hand',
      label: 'Pads',
      cells: {},
      miss: { of: 'built', show_x: '+2', show_y: '−1', verdict: 'in' },
    },
  ],
  state: { built: { saddle_x: { typed: '-195', value: -195 } } },
  setup: {
    checked: '7 readings, 2 more than needed.',
    slips: ['Saddle mark to hood, left is 33 mm long against the others: read it again.'],
    checks: [
      check('s_straight', 723.6, 724, 'fits'),
      check('s_hand.left', 779.2, 812, 'suspect'),
      check('bb_floor', 277, null, 'asked'),
      check('s_floor', null, 970, 'fits'),
    ],
  },
} as unknown as Sheet

function sent() {
  const commands: Command[] = []
  vi.spyOn(useSheet(), 'change').mockImplementation(async (...all) => void commands.push(...all))
  return commands
}

describe('what was measured after the work', () => {
  it('stands beside the plan, the marks by their own names', () => {
    const it_ = mount(BuiltTable, { props: { sheet } })
    const rows = it_.findAll('table')[0]!.findAll('tbody tr')
    expect(rows.map((r) => r.get('th').text())).toEqual(['Saddle, fore', 'Saddle, up', 'Pads, fore', 'Pads, up'])
    expect(rows.map((r) => r.get('td').text())).toEqual(['−196', '697', '·', '·'])
    expect(it_.get('.result').text()).toContain('+2 −1')
  })
  it('says how far each tape is off what it should read, in whole figures as they are shown', () => {
    const it_ = mount(BuiltTable, { props: { sheet } })
    const rows = it_.findAll('.checks tr')
    expect(rows.map((r) => r.findAll('td')[0]!.text())).toEqual(['724', '779', '277', '·'])
    expect(rows.map((r) => r.get('.off').text())).toEqual(['0', '+33', '', ''])
    expect(rows.map((r) => r.classes()[0])).toEqual(['fits', 'suspect', 'asked', 'fits'])
    expect(it_.get('.slip').text()).toContain('33 mm long against the others')
  })
  it('sends what was typed by its mark and by its key', async () => {
    const commands = sent()
    const it_ = mount(BuiltTable, { props: { sheet } })
    const [fore] = it_.findAllComponents({ name: 'WordField' })
    fore!.vm.$emit('keep', '-194')
    it_.findAllComponents({ name: 'WordField' }).at(-2)!.vm.$emit('keep', '27.7 cm')
    expect(commands).toEqual([
      { do: 'setup.built', mark: 'saddle_x', typed: '-194' },
      { do: 'setup.check', key: 'bb_floor', typed: '27.7 cm' },
    ])
  })
})

describe('the built bike as the bike that is', () => {
  it('asks who and why before it is taken', async () => {
    const commands = sent()
    const it_ = mount(AsNow)
    const press = () => it_.get('button').attributes('disabled') === undefined
    expect(press()).toBe(false)
    await it_.get('[aria-label="Reason"]').setValue('she liked it')
    expect(press()).toBe(false)
    await it_.get('[aria-label="Measured by"]').setValue('Mo')
    expect(press()).toBe(true)
    await it_.get('form').trigger('submit')
    expect(commands).toEqual([{ do: 'setup.as_now', by: 'Mo', reason: 'she liked it' }])
  })
})
