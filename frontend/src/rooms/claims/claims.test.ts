import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'

import { api } from '@/shared/api/client'

import CompareView from '../shelves/CompareView.vue'
import ClaimsView from './ClaimsView.vue'

const answer = (data: unknown) => ({ data, response: { status: 200 } }) as never
const refusal = (field: string, message: string, allowed: string) =>
  ({ error: { code: 'input', message, field, allowed }, response: { status: 422 } }) as never
const at = (x_mm: number, y_mm: number) => ({ x_mm, y_mm })
const tried = {
  before: [[at(0, 0), at(100, 30)]],
  after: [[at(0, 0), at(100, 60)]],
  mark_before: at(100, 30),
  mark_after: at(100, 60),
  picture: {
    before: [{ s: 'part', d: 'M0 0L100 30' }],
    after: [
      { s: 'part', d: 'M0 0L100 60' },
      { s: 'axle', x: 0, y: 0, r: 5 },
    ],
    box: [-40, -40, 140, 100],
  },
  moved: ['The bar went 30 mm up.'],
  stayed: ['Its reach.'],
  holds: 'partly',
  verdict: 'It leans.',
}
const number = (name: string, value: number, own: boolean) => ({
  name,
  label: name,
  unit: 'mm',
  least: 0,
  greatest: 200,
  value,
  own,
})
const claims = (own: boolean) => ({ rider: own ? { height_mm: 1760 } : null, claims: claimsOf(own) })
const claimsOf = (own: boolean) => [
  {
    key: 'turn_over',
    title: 'Turn the stem over',
    saying: '“Flip it.”',
    numbers: [number('stem', own ? 110 : 100, own)],
  },
  { key: 'spacers', title: 'Ten of spacers', saying: '“Ten is ten.”', numbers: [number('added', 10, false)] },
]
const files = [{ id: 4, rider: 'Odile Marrack', title: 'To rehearsals' }]

async function open(component: typeof ClaimsView | typeof CompareView, path: string) {
  const router = createRouter({ history: createMemoryHistory(), routes: [{ path: '/:rest(.*)*', component }] })
  await router.push(path)
  const view = mount(component as typeof ClaimsView, { global: { plugins: [router], stubs: { TopBar: true } } })
  await flushPromises()
  return { view, router }
}
beforeEach(() => vi.restoreAllMocks())

describe('what they say', () => {
  const server = () => {
    const get = vi
      .spyOn(api, 'GET')
      .mockImplementation(((path: string, init?: { params?: { query?: { fit?: number } } }) =>
        Promise.resolve(answer(path === '/api/fits' ? files : claims(Boolean(init?.params?.query?.fit))))) as never)
    const post = vi.spyOn(api, 'POST').mockResolvedValue(answer(tried))
    return { get, post }
  }

  it('tries the first saying with usual numbers and says what moved and what stayed', async () => {
    const { post } = server()
    const { view } = await open(ClaimsView, '/claims')
    expect(post.mock.calls[0]![1]).toEqual({ body: { claim: 'turn_over', values: { stem: 100 }, rider: null } })
    expect(view.get('.outcome').text()).toContain('The bar went 30 mm up.')
    expect(view.get('.holds').text()).toBe('partly')
    // What it was lies over what it is, in the picture and again in the glass.
    expect(view.findAll('svg .was path')).toHaveLength(2)
    expect(view.findAll('svg .glass .draw > .axle')).toHaveLength(1)
  })

  it('begins with a rider’s own numbers where one is named', async () => {
    const { post } = server()
    const { view, router } = await open(ClaimsView, '/claims?claim=turn_over')
    await view.getComponent({ name: 'Pick' }).vm.$emit('pick', 4)
    await flushPromises()
    expect(router.currentRoute.value.query.fit).toBe('4')
    expect(post.mock.calls.at(-1)![1]).toEqual({
      body: { claim: 'turn_over', values: { stem: 110 }, rider: { height_mm: 1760 } },
    })
    expect(view.get('.number').text()).toContain('own')
  })

  it('goes to another saying, and keeps the last picture where a number cannot be', async () => {
    const { post } = server()
    const { view } = await open(ClaimsView, '/claims')
    await view.findAll('.sayings button')[1]!.trigger('click')
    await flushPromises()
    expect(view.get('.saying').text()).toBe('“Ten is ten.”')
    post.mockResolvedValueOnce(refusal('values.added', 'Outside.', '-60 to 60 mm'))
    await view.findAll('.number input')[0]!.setValue('900')
    await flushPromises()
    expect(view.get('[role="alert"]').text()).toBe('Outside. Allowed: -60 to 60 mm.')
    expect(view.get('.number').classes()).toContain('wrong')
    expect(view.find('svg .draw').exists()).toBe(true)
    await view.findAll('.number input')[0]!.setValue('ten')
    expect(view.get('[role="alert"]').text()).toBe('added: “ten” is no number. Allowed: 0 to 200 mm.')
    expect((view.findAll('.number input')[0]!.element as HTMLInputElement).value).toBe('ten')
  })
})

describe('sizes compared', () => {
  const found = {
    against: 'Fen S',
    sizes: [
      { id: 1, label: 'Fen S', kind: 'gravel', stack_mm: 545, reach_mm: 384 },
      { id: 2, label: 'Fen M', kind: 'gravel', stack_mm: 566, reach_mm: 392 },
    ],
    rows: [
      { label: 'Stack', unit: 'mm', values: ['545', '566'], differences: ['', '+21'] },
      { label: 'Reach at equal bar height', unit: 'mm', values: ['384', '399'], differences: ['', '+15'] },
    ],
  }

  it('asks for the marked sizes, shows differences and every size inside its square', async () => {
    const get = vi
      .spyOn(api, 'GET')
      .mockImplementation(((path: string) => Promise.resolve(answer(path === '/api/fits' ? files : found))) as never)
    const { view, router } = await open(CompareView, '/frames/compare?sizes=1,2')
    expect(get.mock.calls.find((c) => (c[0] as string) === '/api/fits/compare')![1]).toEqual({
      params: { query: { sizes: [1, 2], fit: undefined } },
    })
    expect(view.get('tr.key').text()).toContain('+15')
    for (const dot of view.findAll('svg g')) {
      const [x, y] = dot
        .attributes('transform')!
        .match(/[\d.]+/g)!
        .map(Number)
      expect(x).toBeGreaterThan(20)
      expect(x).toBeLessThan(300)
      expect(y).toBeGreaterThan(20)
      expect(y).toBeLessThan(280)
    }
    await view.getComponent({ name: 'Pick' }).vm.$emit('pick', 4)
    await flushPromises()
    expect(router.currentRoute.value.query).toMatchObject({ sizes: '1,2', fit: '4' })
  })

  it('says what to do where nothing is marked', async () => {
    const get = vi.spyOn(api, 'GET').mockResolvedValue(answer(files))
    const { view } = await open(CompareView, '/frames/compare')
    expect(view.get('[role="alert"]').text()).toContain('Mark sizes on the frames shelf first')
    expect(get.mock.calls.some((c) => (c[0] as string) === '/api/fits/compare')).toBe(false)
  })
})
