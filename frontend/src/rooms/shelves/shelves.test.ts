import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { api, type ShelvedPart, type ShelvedSize } from '@/shared/api/client'

import { CHART_GROUPS, fieldName } from './charts'
import PartForm from './PartForm.vue'
import PasteView from './PasteView.vue'
import SizeForm from './SizeForm.vue'

type Answer = { data?: unknown; error?: unknown; response: { status: number } }
const answer = (data: unknown): Answer => ({ data, response: { status: 200 } })
const refusal = (field: string, message: string, allowed?: string): Answer => ({
  error: { code: 'input', message, field, allowed },
  response: { status: 422 },
})
const stubs = { global: { stubs: { TopBar: true, RouterLink: true } } }

const chart = {
  stack_mm: 563,
  reach_mm: 388,
  head_angle_deg: 72,
  seat_angle_deg: 73.5,
  fork_length_mm: 396,
  front_centre_mm: 604.2,
  ett_mm: 554,
  derived: ['front_centre_mm'],
  assumed: ['fork_length_mm'],
  cockpits: [],
}
const shelved = (more: Partial<ShelvedSize> = {}): ShelvedSize =>
  ({
    id: 7,
    size: {
      frame: 'Tillow Fen',
      kind: 'gravel',
      material: 'steel',
      size: 'M',
      source: 'its maker',
      dated: '2026-05',
      tags: ['bags'],
      chart,
    },
    ett_mm: 554,
    trail_mm: 66,
    wheelbase_mm: 1020,
    audit: [],
    ...more,
  }) as unknown as ShelvedSize

beforeEach(() => vi.restoreAllMocks())

describe('chart fields', () => {
  it('are named in the trade’s words, each asked once', () => {
    expect(fieldName('ett_mm')).toBe('Effective top tube')
    expect(fieldName('chainstay_mm')).toBe('Chainstay')
    const asked = CHART_GROUPS.flatMap(([, fields]) => fields)
    expect(new Set(asked).size).toBe(asked.length)
    expect(asked).toContain('stack_mm')
  })
})

describe('a size by hand', () => {
  const cell = (form: ReturnType<typeof mount>, label: string) =>
    form.findAll('.cell').find((c) => c.text().startsWith(label))!

  it('types only what stood in the chart; what follows or is assumed is shown beside, marked', () => {
    const form = mount(SizeForm, { props: { size: shelved() } })
    expect((cell(form, 'Stack').get('input').element as HTMLInputElement).value).toBe('563')
    const front = cell(form, 'Front centre').get('input')
    expect((front.element as HTMLInputElement).value).toBe('')
    expect(front.attributes('placeholder')).toBe('604.2')
    expect(cell(form, 'Front centre').text()).toContain('follows')
    expect(cell(form, 'Fork length').text()).toContain('assumed')
  })

  it('looks at once, with the comma as a point, and marks what the rest contradicts', async () => {
    const put = vi
      .spyOn(api, 'PUT')
      .mockResolvedValue(
        answer(shelved({ audit: [{ field: 'ett_mm', given: 565, computed: 554.2, mends_all: true }] })) as never,
      )
    const form = mount(SizeForm, { props: { size: shelved() } })
    await cell(form, 'Effective top tube').get('input').setValue('565,0')
    await flushPromises()
    const body = (put.mock.calls[0]![1] as { body: { chart: Record<string, string>; apply: boolean } }).body
    expect(body.apply).toBe(false)
    expect(body.chart.ett_mm).toBe('565.0')
    expect(body.chart).not.toHaveProperty('front_centre_mm')
    expect(cell(form, 'Effective top tube').text()).toContain('the rest agrees on 554.2')
    await form.get('form').trigger('submit')
    await flushPromises()
    expect(form.emitted('kept')).toHaveLength(1)
  })

  it('keeps everything typed where it is refused, and names the field', async () => {
    vi.spyOn(api, 'POST').mockResolvedValue(refusal('stack_mm', 'That is no number.', '400 to 800') as never)
    const form = mount(SizeForm, { props: { size: null } })
    await cell(form, 'Stack').get('input').setValue('tall')
    await flushPromises()
    expect(form.get('[role="alert"]').text()).toBe('That is no number. Allowed: 400 to 800.')
    expect(cell(form, 'Stack').classes()).toContain('wrong')
    expect((cell(form, 'Stack').get('input').element as HTMLInputElement).value).toBe('tall')
    expect(form.emitted('kept')).toBeUndefined()
  })

  it('puts a size back as it stood after it was taken off the shelf', async () => {
    const taken = vi.spyOn(api, 'DELETE').mockResolvedValue(answer(undefined) as never)
    const sent = vi.spyOn(api, 'POST').mockResolvedValue(answer({ ...shelved(), id: 77 }) as never)
    const it_ = shelved()
    it_.size.owned = true
    const form = mount(SizeForm, { props: { size: it_ } })
    const press = (text: string) =>
      form
        .findAll('button')
        .find((b) => b.text() === text)!
        .trigger('click')
    await press('Take off the shelf')
    await flushPromises()
    expect(taken).toHaveBeenCalledTimes(1)
    expect(form.emitted('changed')).toHaveLength(1)
    expect(form.get('[role="status"]').text()).toContain('Fit files keep their own copy')
    await press('Put back')
    await flushPromises()
    const [[kept, body], [marked, marks]] = sent.mock.calls as unknown as [
      [string, { body: { frame: string; apply: boolean } }],
      [string, unknown],
    ]
    expect([kept, body.body.frame, body.body.apply]).toEqual(['/api/shelves/frames/sizes', it_.size.frame, true])
    expect([marked, marks]).toEqual([
      '/api/shelves/frames/sizes/{size_id}/marks',
      { params: { path: { size_id: 77 } }, body: { owned: true, in_stock: it_.size.in_stock } },
    ])
    expect(form.emitted('kept')).toHaveLength(1)
  })
})

describe('a part by hand', () => {
  const forms = {
    stem: [
      { name: 'name', label: 'Name', takes: 'words' as const, unit: '', required: true },
      {
        name: 'length_mm',
        label: 'Length',
        takes: 'number' as const,
        unit: 'mm',
        required: true,
        least: 20,
        greatest: 180,
      },
      { name: 'both_ways', label: 'Both ways', takes: 'yes or no' as const, unit: '', required: false, usual: true },
    ],
    aero_bar: [{ name: 'pad_stacks_mm', label: 'Pad stacks', takes: 'list' as const, unit: 'mm', required: true }],
  }
  const part = {
    id: 3,
    part: {
      kind: 'stem',
      name: 'Cairn 90',
      length_mm: 90,
      both_ways: false,
      owned: false,
      in_stock: true,
      rung: 'small part',
      price_band: 2,
    },
  } as unknown as ShelvedPart

  it('asks just what its kind needs', async () => {
    const form = mount(PartForm, { props: { part: null, forms } })
    expect(form.findAll('.cell').map((c) => c.get('span').text())).toEqual(['Kind', 'Name', 'Length, mm', 'Both ways'])
    expect((form.get('input[type="checkbox"]').element as HTMLInputElement).checked).toBe(true)
    await form.getComponent({ name: 'Pick' }).vm.$emit('pick', 'aero_bar')
    expect(form.findAll('.cell').map((c) => c.get('span').text())).toEqual(['Kind', 'Pad stacks, mm'])
    expect(form.get('input:not(.el-select__input)').attributes('placeholder')).toContain(';')
  })

  it('keeps its marks and cost when changed, and shows the bounds of what was refused', async () => {
    const put = vi
      .spyOn(api, 'PUT')
      .mockResolvedValueOnce(refusal('length_mm', 'Too long.') as never)
      .mockResolvedValueOnce(answer(part) as never)
    const form = mount(PartForm, { props: { part, forms } })
    await form.findAll('.cell')[1]!.get('input').setValue('900')
    await form.get('form').trigger('submit')
    await flushPromises()
    expect(form.get('[role="alert"]').text()).toBe('Too long.')
    expect(form.get('.bounds').text()).toBe('20 to 180 mm')
    await form.findAll('.cell')[1]!.get('input').setValue('92,5')
    await form.get('form').trigger('submit')
    await flushPromises()
    const body = (put.mock.calls[1]![1] as { body: Record<string, unknown> }).body
    expect(body).toMatchObject({
      kind: 'stem',
      length_mm: '92.5',
      both_ways: false,
      rung: 'small part',
      in_stock: true,
      price_band: 2,
    })
    expect(form.emitted('kept')).toHaveLength(1)
  })

  it('marks owned and out of stock by one press', async () => {
    const post = vi.spyOn(api, 'POST').mockResolvedValue(answer(part) as never)
    const form = mount(PartForm, { props: { part, forms } })
    for (const button of form.findAll('.marks button')) await button.trigger('click')
    expect(post.mock.calls.map((c) => (c[1] as { body: unknown }).body)).toEqual([{ owned: true }, { in_stock: false }])
  })
})

describe('a pasted chart', () => {
  const row = (heading: string, quantity: string | null, more = {}) => ({
    heading,
    quantity,
    unit: quantity ? 'mm' : null,
    guessed: true,
    cells: ['543', '-'],
    values: quantity ? [543, null] : [null, null],
    note: '',
    ...more,
  })
  const pasted = (audit: unknown[] = []) => ({
    across: true,
    quantities: ['stack_mm', 'reach_mm', 'ett_mm'],
    added: 0,
    replaced: 0,
    rows: [row('Stack', 'stack_mm'), row('Bar width', null)],
    sizes: [
      { label: 'S', made: shelved({ audit: audit as never }), field: '', trouble: '' },
      { label: 'M', made: null, field: 'stack_mm', trouble: 'The chart gives no stack.' },
    ],
  })
  const typed = async (view: ReturnType<typeof mount>, text: string) => {
    await view.get('textarea').setValue(text)
    await view.get('textarea').trigger('change')
    await flushPromises()
  }

  it('shows what each row was taken for before anything is kept', async () => {
    const post = vi.spyOn(api, 'POST').mockResolvedValue(answer(pasted()) as never)
    const view = mount(PasteView, stubs)
    await typed(view, 'Stack 543')
    expect((post.mock.calls[0]![1] as { body: { apply: boolean } }).body.apply).toBe(false)
    const [stack, width] = view.findAll('.mapping tbody tr')
    const picks = stack!.findAllComponents({ name: 'Pick' })
    expect(picks[0]!.props('value')).toBe('stack_mm')
    expect(picks[1]!.classes()).toContain('guessed')
    expect(width!.classes()).toContain('left')
    expect(view.text()).toContain('The chart gives no stack.')
    expect(view.findAll('button').at(-1)!.attributes('disabled')).toBeDefined()
  })

  it('asks again with another meaning or unit, and keeps the good sizes under a name', async () => {
    const post = vi.spyOn(api, 'POST').mockResolvedValue(
      answer(
        pasted([
          { field: 'ett_mm', given: 565, computed: 554.2, mends_all: true },
          { field: 'reach_mm', given: 388, computed: 399, mends_all: true },
        ]),
      ) as never,
    )
    const view = mount(PasteView, stubs)
    await typed(view, 'Stack 543')
    expect(view.get('.audit').text()).toBe('S likely effective top tube 554.2 for 565; else reach 399 for 388.')
    await view.get('.mapping').findAllComponents({ name: 'Pick' })[0]!.vm.$emit('pick', 'reach_mm')
    await view.get('.mapping').findAllComponents({ name: 'Pick' })[1]!.vm.$emit('pick', 'cm')
    await view.findAll('label.row input')[0]!.setValue('Tillow Fen')
    await flushPromises()
    await view
      .findAll('button')
      .find((b) => b.text().startsWith('Keep'))!
      .trigger('click')
    await flushPromises()
    const body = (post.mock.calls.at(-1)![1] as { body: Record<string, unknown> }).body
    expect(body).toMatchObject({ meaning: { 0: 'reach_mm' }, unit: { 0: 'cm' }, frame: 'Tillow Fen', apply: true })
  })

  it('refuses a book without sending it, and says why a page is no chart', async () => {
    const post = vi
      .spyOn(api, 'POST')
      .mockResolvedValue(refusal('text', 'No chart can be seen in this.', 'a heading') as never)
    const view = mount(PasteView, stubs)
    await typed(view, 'x'.repeat(200_001))
    expect(post).not.toHaveBeenCalled()
    expect(view.get('[role="alert"]').text()).toContain('a book, not a chart')
    await typed(view, 'hello')
    expect(view.get('[role="alert"]').text()).toBe('No chart can be seen in this. Allowed: a heading.')
  })
})
