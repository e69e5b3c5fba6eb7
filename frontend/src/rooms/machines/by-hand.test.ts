import { flushPromises, mount, RouterLinkStub } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'

import type { Schemas } from '@/shared/api/client'

import ByHandView from './ByHandView.vue'
import ReadOff from './ReadOff.vue'

afterEach(() => vi.unstubAllGlobals())

const nowhere = { template: '<i />' }
function routed() {
  const routes = ['/', '/trainers', '/trainers/by-hand', '/fits/:id/goal'].map((path) => ({ path, component: nowhere }))
  return createRouter({ history: createMemoryHistory(), routes })
}
const settle = async () => {
  for (let i = 0; i < 6; i += 1) await flushPromises()
}
const point = { x_mm: -120, y_mm: 380 }
const draft = (more: Partial<Schemas['Draft']> = {}) => ({
  file: { name: 'Hob Two', note: '', machine: {} },
  takes_place: false,
  stops: [81, 25, 71, 31],
  picture: [],
  notes: [
    { what: 'origin', at: point },
    { what: '1', at: { x_mm: -100, y_mm: 500 } },
    { what: 'origin', at: { x_mm: 470, y_mm: 420 } },
  ],
  saddle: point,
  hand: point,
  ...more,
})
const wrong = {
  code: 'input',
  message: 'This stop cannot be read.',
  field: 'saddle.axes.0.stops',
  allowed: '0 to 9 by 1',
}

async function typing(answer: (body: Schemas['TypedMachine'], nth: number) => Response | Promise<Response>) {
  let nth = 0
  const asked: { method: string; path: string; body: unknown }[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    const path = new URL(request.url).pathname
    const body = request.method === 'GET' ? null : await request.clone().json()
    asked.push({ method: request.method, path, body })
    if (path === '/api/machines/draft') return answer(body as Schemas['TypedMachine'], nth++)
    if (request.method === 'PUT') return Response.json({ kept: 1 })
    return Response.json([{ id: 9, file: { name: 'Hob Two' }, sliders: [] }])
  })
  const router = routed()
  await router.push('/trainers/by-hand')
  const global = { plugins: [router, createPinia()], stubs: { TopBar: true, RouterLink: RouterLinkStub } }
  const it_ = mount(ByHandView, { global })
  await settle()
  const box = (label: string) => it_.get(`[aria-label="${label}"]`)
  const keep = () => it_.get('button[type="submit"]')
  return { it_, asked, router, box, keep }
}

describe('a machine by hand', () => {
  it('is drawn before it has a name, each number where it lies', async () => {
    const { it_, asked, keep } = await typing(() => Response.json(draft()))
    expect(asked.map((a) => a.path)).toEqual(['/api/machines/draft'])
    expect(it_.findAll('text.origin').map((x) => x.text())).toEqual(['saddle at 0', 'bar at 0', 'BB'])
    expect(it_.findAll('.badge')).toHaveLength(1)
    expect(it_.findAll('.stops small').map((x) => x.text())).toEqual(['81 stops', '25 stops', '71 stops', '31 stops'])
    expect(keep().attributes('disabled')).toBeDefined()
  })
  it('says what cannot be read by its field, and goes on drawing the last that could', async () => {
    const { it_, box, keep } = await typing((body) =>
      body.saddle.axes[0]!.stops === 'many' ? Response.json(wrong, { status: 422 }) : Response.json(draft()),
    )
    await box('Name').setValue('Hob Two')
    await box('Slider 1, stops').setValue('many')
    await settle()
    expect(it_.get('[role="alert"]').text()).toContain('This stop cannot be read.')
    expect(it_.findAll('label.stops').map((x) => x.classes('wrong'))).toEqual([true, false, false, false])
    expect(it_.find('svg').exists()).toBe(true)
    expect(keep().attributes('disabled')).toBeDefined()
    await box('Slider 1, stops').setValue('0 to 9 by 1')
    await settle()
    expect(it_.find('[role="alert"]').exists()).toBe(false)
  })
  it('heeds only the answer to what is typed now', async () => {
    const late: ((it: Response) => void)[] = []
    const { it_, box } = await typing((_, nth) =>
      nth === 1 ? new Promise<Response>((answer) => late.push(answer)) : Response.json(draft()),
    )
    await box('Slider 1, stops').setValue('many')
    await box('Slider 1, stops').setValue('0 to 9 by 1')
    await settle()
    late[0]!(Response.json(wrong, { status: 422 }))
    await settle()
    expect(it_.find('[role="alert"]').exists()).toBe(false)
  })
  it('is kept as it was read, and shown among the machines', async () => {
    const { asked, router, box, it_ } = await typing(() => Response.json(draft({ takes_place: true })))
    await box('Name').setValue('Hob Two')
    await settle()
    expect(it_.text()).toContain('It takes the place of the machine of this name.')
    await it_.get('form').trigger('submit')
    await settle()
    const put = asked.find((a) => a.method === 'PUT')!
    expect(put.body).toEqual({ machines: [draft().file] })
    expect(router.currentRoute.value.fullPath).toBe('/trainers?machine=9')
  })
  it('has at least one slider and at most four', async () => {
    const { it_ } = await typing(() => Response.json(draft()))
    const [saddle] = it_.findAll('fieldset')
    const more = () => saddle!.findAll('button').find((b) => b.text() === 'Another slider')
    await more()!.trigger('click')
    await more()!.trigger('click')
    expect(more()).toBeUndefined()
    for (let left = 4; left > 1; left -= 1) await saddle!.get('[aria-label^="Take slider"]').trigger('click')
    expect(saddle!.find('[aria-label^="Take slider"]').exists()).toBe(false)
  })
})

describe('a position read off a machine', () => {
  it('begins where the rider was dialled in, and asks of nothing that is blank', async () => {
    const asked: unknown[] = []
    vi.stubGlobal('fetch', async (request: Request) => {
      asked.push(await request.clone().json())
      return Response.json({ saddle: { x_mm: -195, y_mm: 697 }, hand: { x_mm: 560, y_mm: 667 } })
    })
    const ranged = { least_mm: 0, greatest_mm: 900, step_mm: 1, stops: null }
    const axis = (name: string) => ({ name, direction_deg: 90, ...ranged })
    const slide = (name: string) => ({ origin: point, axes: [axis(name)] })
    const machine = {
      id: 2,
      sliders: ['Up', 'Rise'],
      file: { name: 'M', note: '', machine: { saddle: slide('Up'), bar: slide('Rise'), cranks_mm: [165, 170] } },
    } as Schemas['Shelved']
    const set = { fit: 1, crank_mm: 170, blocks: [{ mm: 697 }, { mm: 667 }] } as Schemas['Settings']
    const it_ = mount(ReadOff, { props: { machine, set }, global: { plugins: [routed(), createPinia()] } })
    await settle()
    expect(asked).toEqual([{ saddle_mm: [697], bar_mm: [667] }])
    expect(it_.get('[role="status"]').text()).toMatch(/Saddle\s*−195 697\s*Hand\s*560 667/)
    const numbers = it_.findAllComponents({ name: 'ElInputNumber' })
    numbers[1]!.vm.$emit('update:modelValue', 674)
    await settle()
    expect(asked.at(-1)).toEqual({ saddle_mm: [697], bar_mm: [674] })
    numbers[0]!.vm.$emit('update:modelValue', null)
    await settle()
    expect(asked).toHaveLength(2)
    expect(it_.get('button[type="submit"]').attributes('disabled')).toBeDefined()
  })
})
