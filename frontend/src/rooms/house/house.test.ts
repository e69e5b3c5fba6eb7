import { flushPromises, mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'

import { api } from '@/shared/api/client'
import WordField from '@/shared/ui/WordField.vue'

import HouseRulesView from './HouseRulesView.vue'

const line = (name: string, value: number, usual: number) => ({
  name,
  label: `What ${name} is`,
  value,
  usual,
  unit: 'points',
  reason: 'A reason.',
})

describe('House rules', () => {
  it('shows each weight with its reason, keeps a change, and says what is refused', async () => {
    vi.spyOn(api, 'GET').mockResolvedValue({
      data: [line('a', 4, 4), line('b', 2 / 3, 0.5)],
      response: new Response(),
    } as never)
    const put = vi.spyOn(api, 'PUT')
    put.mockResolvedValueOnce({ data: [line('a', 9, 4), line('b', 0.5, 0.5)], response: new Response() } as never)
    put.mockResolvedValueOnce({
      error: { code: 'input', message: 'This weight cannot be.', field: 'weights.a', allowed: '0 to 200' },
      response: new Response(null, { status: 422 }),
    } as never)
    const it_ = mount(HouseRulesView, { global: { stubs: { TopBar: true } } })
    await flushPromises()
    const rows = () => it_.findAll('tbody tr')
    expect(rows().map((r) => r.classes('own'))).toEqual([false, true])
    const field = (i: number) => it_.findAllComponents(WordField)[i]!
    expect([field(0).props('value'), field(1).props('value')]).toEqual(['4', '0.67'])
    field(0).vm.$emit('keep', '9,0')
    await flushPromises()
    expect(rows().map((r) => r.classes('own'))).toEqual([true, false])
    field(0).vm.$emit('keep', 'much')
    await flushPromises()
    expect(field(0).props('fault')).toMatchObject({ typed: 'much', message: 'This is no number.' })
    field(0).vm.$emit('keep', '900')
    await flushPromises()
    expect(field(0).props('fault')).toMatchObject({ typed: '900', allowed: '0 to 200' })
    expect(put.mock.calls.map((c) => (c[1] as { body: unknown }).body)).toEqual([
      { weights: { a: 9 } },
      { weights: { a: 900 } },
    ])
  })
})
