import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { api, type Schemas } from '@/shared/api/client'

import CarryPosition from './CarryPosition.vue'
import { barOf, commandsOf, HEIGHTS, missing, REACHES, RISES, SETBACKS, statedOf, wanted } from './logic'

const push = vi.fn()
vi.mock('vue-router', () => ({ useRouter: () => ({ push }) }))
const four = [
  { key: 's_straight', typed: '727' },
  { key: 's_behind', typed: ' 197 ' },
  { key: 'hand_ahead.right', typed: '569' },
  { key: 'hand_up.right', typed: '653' },
]
const bike = {
  size: 7 as number | '',
  stem_length: '100',
  stem_angle: '-6',
  spacers_under: '15',
  bar: 3 as number | '',
  saddle: '' as number | '',
  post_exposed: '',
  post_setback: '',
  rails_ahead: '',
}
const empty = { ...bike, size: '' as const, stem_length: '', stem_angle: '', spacers_under: '', bar: '' as const }
const posted = { ...bike, saddle: 9, post_exposed: '182', post_setback: '20', rails_ahead: '-5' }

describe('a position as edits', () => {
  it('is the use, and each number with where it is from', () => {
    expect(commandsOf('gravel', four, 'Port Ellery, 2024', null)).toEqual([
      { do: 'goal.discipline', use: 'gravel' },
      { do: 'measure.read', key: 's_straight', typed: '727', add: false, source: 'Port Ellery, 2024' },
      { do: 'measure.read', key: 's_behind', typed: '197', add: false, source: 'Port Ellery, 2024' },
      { do: 'measure.read', key: 'hand_ahead.right', typed: '569', add: false, source: 'Port Ellery, 2024' },
      { do: 'measure.read', key: 'hand_up.right', typed: '653', add: false, source: 'Port Ellery, 2024' },
    ])
  })
  it('is a known bike with its parts before the saddle', () => {
    const made = commandsOf('road', four.slice(0, 2), 'a known bike', bike)
    expect(made.map((c) => [c.do, 'key' in c ? c.key : null])).toEqual([
      ['goal.discipline', null],
      ['measure.frame', null],
      ['measure.part', null],
      ['measure.read', 'stem_length'],
      ['measure.read', 'stem_angle'],
      ['measure.read', 'spacers_under'],
      ['measure.read', 's_straight'],
      ['measure.read', 's_behind'],
    ])
  })
  it('places the saddle by post and rails where they are known', () => {
    const made = commandsOf('road', [], 'a known bike', posted)
    expect(made.slice(3).map((c) => ('key' in c ? [c.key, 'typed' in c && c.typed] : [c.do, null]))).toEqual([
      ['measure.part', null],
      ['stem_length', '100'],
      ['stem_angle', '-6'],
      ['spacers_under', '15'],
      ['post_exposed', '182'],
      ['post_setback', '20'],
      ['rails_ahead', '-5'],
    ])
    const untyped = four.map((f) => ({ ...f, typed: '' }))
    expect(missing('bike', untyped, posted)).toEqual([])
    expect(missing('bike', untyped, { ...posted, post_setback: ' ' })).toEqual([
      'the saddle: by numbers, or which it is with its post',
    ])
    // One of the two numbers typed: the other is asked for.
    expect(missing('bike', [four[0]!, untyped[1]!], posted)).toEqual(['how far back it is'])
  })
  it('leaves out what was left empty', () => {
    expect(commandsOf('road', [{ key: 'crank', typed: '  ' }], '', empty)).toHaveLength(1)
  })
  it('says what is still to come', () => {
    expect(missing('coordinates', four, empty)).toEqual([])
    expect(missing('coordinates', [four[0]!, { key: 's_behind', typed: '' }, four[2]!, four[3]!], empty)).toEqual([
      'how far back it is',
    ])
    expect(missing('bike', four, bike)).toEqual([])
    expect(missing('bike', four, { ...bike, stem_angle: '', bar: '' })).toEqual(['the stem', 'the bar'])
  })
  it('asks for what a convention leans on', () => {
    expect(wanted(four)).toEqual([])
    expect(wanted([{ key: 's_pedal', typed: '' }]).map((a) => a.key)).toEqual(['crank'])
    expect(
      wanted([
        { key: 'nose_behind', typed: '' },
        { key: 's_floor', typed: '' },
      ]).map((a) => a.key),
    ).toEqual(['bb_floor', 's_nose'])
  })
  it('offers every convention once', () => {
    const keys = [...HEIGHTS, ...SETBACKS, ...REACHES, ...RISES].map((o) => o.value)
    expect(new Set(keys).size).toBe(keys.length)
  })
})

describe('the form', () => {
  beforeEach(() => {
    push.mockReset()
    vi.restoreAllMocks()
  })
  const stubs = { global: { stubs: { ElSelect: true, ElOption: true, ElRadioGroup: true, ElRadioButton: true } } }
  const filled = async () => {
    const it_ = mount(CarryPosition, stubs)
    const boxes = it_.findAll('input')
    for (const [i, typed] of ['Ansel Merrow', '727', '197', '569', '653', 'Port Ellery, 2024'].entries())
      await boxes[i]!.setValue(typed)
    return it_
  }
  const answers = (refusal: string | null) => {
    let first = true
    return vi.spyOn(api, 'POST').mockImplementation((async (path: string) => {
      if (path === '/api/riders') return { data: { id: 4 }, response: new Response() }
      if (path === '/api/fits') return { data: { id: 11 }, response: new Response() }
      if (refusal && first) {
        first = false
        const error = { code: 'input', message: refusal, field: 'commands.1.typed', allowed: '220 to 1100 mm' }
        return { error, response: new Response(null, { status: 422 }) }
      }
      return { data: {}, response: new Response() }
    }) as never)
  }
  it('waits until the position is whole', async () => {
    const it_ = mount(CarryPosition, stubs)
    expect(it_.get('button[type=submit]').attributes('disabled')).toBeDefined()
    expect(it_.text()).toContain(
      'Still to come: the saddle’s height, how far back it is, the hand’s reach, the hand’s height.',
    )
  })
  it('makes the rider and the file once, and keeps what was typed when a number is refused', async () => {
    const post = answers('72 is outside what can be read there.')
    vi.spyOn(api, 'GET').mockResolvedValue({ data: { revision: 1 }, response: new Response() } as never)
    const it_ = await filled()
    expect(it_.text()).toContain('Nothing here is checked until the bike is taped.')
    await it_.get('form').trigger('submit')
    await flushPromises()
    expect(it_.get('[role=alert]').text()).toBe('72 is outside what can be read there. Allowed: 220 to 1100 mm.')
    expect(it_.findAll('input').map((x) => (x.element as HTMLInputElement).value)).toContain('727')
    expect(push).not.toHaveBeenCalled()
    await it_.get('form').trigger('submit')
    await flushPromises()
    expect(post.mock.calls.map((c) => c[0])).toEqual([
      '/api/riders',
      '/api/fits',
      '/api/fits/{fit_id}/changes',
      '/api/fits/{fit_id}/changes',
    ])
    expect(push).toHaveBeenCalledWith('/fits/11/frame')
  })
})

const read: Schemas['PositionOut'] = {
  code: 'WAYMARK1 TIME-TRIAL PAD …',
  use: 'time-trial',
  on: 'pad',
  saddle: { x_mm: -140.2, y_mm: 690.9 },
  hand: { x_mm: 453.6, y_mm: 629.5 },
  clamp: { x_mm: 450, y_mm: 560 },
  extension: { x_mm: 702.4, y_mm: 665.6 },
  nose_mm: 129.1,
  crank_mm: null,
  foot_stack_mm: null,
  day: '2026-11-29',
  checked: true,
}

describe('a position from a code', () => {
  it('is stated as the call-out has it, pads and extension apart', () => {
    expect(Object.fromEntries(statedOf(read).map((s) => [s.key, s.typed]))).toEqual({
      s_behind: '140.2',
      s_plumb: '690.9',
      s_nose: '129.1',
      'hand_ahead.right': '702.4',
      'hand_up.right': '665.6',
      'pad_ahead.right': '453.6',
      'pad_up.right': '629.5',
      clamp_ahead: '450',
      clamp_up: '560',
    })
    expect(barOf(read)).toEqual({ do: 'measure.bar_kind', kind: 'aero' })
    const hood = { ...read, on: 'hood' as const, extension: null }
    expect(statedOf(hood).find((s) => s.key === 'hand_ahead.right')!.typed).toBe('453.6')
    expect(missing('code', [], empty, ' ')).toEqual(['the code'])
  })

  it('is read by the server, and what it says goes into the open file with where it is from', async () => {
    const sent: unknown[] = []
    vi.spyOn(api, 'POST').mockImplementation((async (path: string, asked: { body: unknown }) => {
      sent.push([path, asked.body])
      return { data: path === '/api/positions/read' ? { ...read, checked: false } : {}, response: new Response() }
    }) as never)
    const form = mount(CarryPosition, { props: { fit: { id: 4, revision: 2, use: 'time-trial' } } })
    await form.findAll('input[type="radio"]')[2]!.setValue()
    await form.get('textarea').setValue('waymark1 pad …')
    await form.get('form').trigger('submit')
    await flushPromises()
    expect(sent[0]).toEqual(['/api/positions/read', { code: 'waymark1 pad …' }])
    const [, body] = sent[1] as [string, { base_revision: number; commands: Record<string, unknown>[] }]
    expect(body.base_revision).toBe(2)
    expect(body.commands[0]).toEqual({ do: 'measure.bar_kind', kind: 'aero' })
    expect(body.commands.at(-1)).toEqual({
      do: 'measure.read',
      key: 'clamp_up',
      typed: '560',
      add: false,
      source: 'a position code of 2026-11-29, unchecked',
    })
  })
})
