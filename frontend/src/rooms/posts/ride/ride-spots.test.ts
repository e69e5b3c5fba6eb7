import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { type Command, useSheet } from '@/rooms/files/useSheet'

import RideSpots from './RideSpots.vue'

beforeEach(() => setActivePinia(createPinia()))

function shown(signs: string[]) {
  const sent: Command[] = []
  vi.spyOn(useSheet(), 'change').mockImplementation(async (...commands) => void sent.push(...commands))
  const table = {
    ride: { id: 7, on: '2026-11-22', hours: 2, better: '', worse: '', ratings: {}, spots: {}, signs },
    rows: [],
    spots: [
      { what: 'Hands', before: 4, was: 3, now: 2 },
      { what: 'Low back', before: 2, was: null, now: 3 },
      { what: 'Neck', before: 1, was: null, now: null },
    ],
  }
  const names = ['numb_hands', 'low_back', 'twitchy'].map((key) => ({ key, name: key }))
  return { sent, it_: mount(RideSpots, { props: { table: table as never, signs: names } }) }
}

describe('where it hurt', () => {
  it('stands before and after on one scale, and says which way it went', () => {
    const rows = shown([]).it_.findAll('tbody tr')
    const cells = (i: number) => rows[i]!.findAll('td.figure, td.now b').map((c) => c.text())
    expect(cells(0)).toEqual(['4', '3', '2'])
    expect(cells(1)).toEqual(['2', '·', '3'])
    expect(rows.map((r) => r.findAll('td').at(-1)!.text())).toEqual(['better', 'worse', 'not at all'])
  })
  it('is rated by its boxes, or as not at all', async () => {
    const { sent, it_ } = shown([])
    it_.findAllComponents({ name: 'ElRate' })[0]!.vm.$emit('change', 5)
    await it_.findAll('button').at(-1)!.trigger('click')
    expect(sent).toEqual([
      { do: 'ride.spot', ride: 7, what: 'Hands', value: 5 },
      { do: 'ride.spot', ride: 7, what: 'Neck', value: 0 },
    ])
  })
  it('takes signs that are ticked, and those no longer', () => {
    const { sent, it_ } = shown(['numb_hands', 'low_back'])
    it_.getComponent({ name: 'ElSelect' }).vm.$emit('update:modelValue', ['low_back', 'twitchy'])
    expect(sent).toEqual([
      { do: 'ride.sign', ride: 7, sign: 'twitchy', on: true },
      { do: 'ride.sign', ride: 7, sign: 'numb_hands', on: false },
    ])
  })
})
