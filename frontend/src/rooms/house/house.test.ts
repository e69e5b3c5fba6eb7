import { flushPromises, mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'

import { api } from '@/shared/api/client'
import WordField from '@/shared/ui/WordField.vue'

import HouseRulesView from './HouseRulesView.vue'
import HouseSchools from './HouseSchools.vue'

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

describe('the schools of a house', () => {
  const school = (key: string, asked_at: 'goal' | 'frame', taken: string) => ({
    key,
    question: `Question of ${key}`,
    asked_at,
    taken,
    usual: 'one',
    choices: ['one', 'two'].map((c) => ({ key: c, label: `answer ${c}`, reason: `Because ${c}.` })),
  })
  const ok = (data: unknown) => ({ data, response: new Response() }) as never

  it('stand under the post they are asked at, with the reason of the one taken, and go back to the usual', async () => {
    vi.restoreAllMocks()
    const lines = [school('crank', 'goal', 'one'), school('cleat', 'goal', 'two'), school('width', 'frame', 'one')]
    vi.spyOn(api, 'GET').mockResolvedValue(ok(lines))
    const put = vi.spyOn(api, 'PUT').mockResolvedValue(ok(lines.map((s) => ({ ...s, taken: 'one' }))))
    const it_ = mount(HouseSchools)
    await flushPromises()
    expect(it_.findAll('h2').map((h) => h.text())).toEqual(['Goal', 'Frame'])
    expect(it_.findAll('.line p').map((x) => x.text().replace(/\s+/g, ' '))).toEqual([
      'Because one.',
      'Because two. This house’s own. Back to answer one',
      'Because one.',
    ])
    await it_.get('[data-school="cleat"] button').trigger('click')
    await flushPromises()
    expect(put.mock.calls.map((c) => c[1])).toEqual([{ body: { schools: { cleat: null } } }])
    expect(it_.findAll('.line.own')).toHaveLength(0)
    await it_.get('[data-school="width"] input[value="two"]').setValue(true)
    expect(put.mock.calls[1]![1]).toEqual({ body: { schools: { width: 'two' } } })
  })
})
