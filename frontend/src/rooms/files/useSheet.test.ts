import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { type Command, useSheet } from './useSheet'

interface Call {
  url: string
  method: string
  body: unknown
}

let calls: Call[]
let answers: ((call: Call) => { status: number; body: unknown })[]

const cell = (x_mm: number, y_mm: number) => ({ x_mm, y_mm, show_x: String(x_mm), show_y: String(y_mm), source: [] })
const hand = (x: number, y: number) => ({
  mark: 'hand',
  label: 'Hand',
  cells: { now: cell(560, 650), goal: cell(x, y) },
  moves: ['0', '0'],
})
const state = (dx = 0, dy = 0) => ({ goal: { hand_dx_mm: dx, hand_dy_mm: dy } })
const said = [{ template: 'x', values: {} }]
const sheet = (revision: number, more = {}) => ({
  id: 1,
  revision,
  marks: { ledger: `l${revision}` },
  undo: said,
  redo: null,
  rider: { id: 7, revision: 2 },
  history: [],
  ledger: [hand(560, 650)],
  state: state(),
  ...more,
})

beforeEach(() => {
  setActivePinia(createPinia())
  calls = []
  answers = []
  vi.stubGlobal('fetch', async (request: Request) => {
    const text = await request.text()
    const call = { url: new URL(request.url).pathname, method: request.method, body: text ? JSON.parse(text) : null }
    calls.push(call)
    const answer = answers.shift()!(call)
    return new Response(JSON.stringify(answer.body), {
      status: answer.status,
      headers: { 'Content-Type': 'application/json' },
    })
  })
})

const note = (words: string): Command => ({ do: 'file.describe', what: 'notes', words })
const crank = (typed: string): Command => ({ do: 'measure.read', key: 'crank', typed })
const ok = (body: unknown) => () => ({ status: 200, body })
const refuse = (status: number, body: unknown) => () => ({ status, body })

describe('the open sheet', () => {
  it('sends each change on the revision the one before gave', async () => {
    answers = [ok(sheet(4)), ok(sheet(5)), ok(sheet(6))]
    const store = useSheet()
    await store.open(1, 'goal')
    await Promise.all([store.change(note('a')), store.change(note('b'))])
    expect(calls.slice(1).map((c) => (c.body as { base_revision: number }).base_revision)).toEqual([4, 5])
    expect(store.sheet?.revision).toBe(6)
  })

  it('keeps what was typed beside the reason it was refused', async () => {
    answers = [
      ok(sheet(4)),
      refuse(422, { code: 'input', message: 'No length.', field: 'measure.crank', allowed: '100 to 220 mm' }),
    ]
    const store = useSheet()
    await store.open(1, 'measure')
    await store.change(crank('9 m'))
    expect(store.faults.get('measure.read:crank')).toEqual({
      typed: '9 m',
      message: 'No length.',
      allowed: '100 to 220 mm',
    })
    expect(store.sheet?.revision).toBe(4)
    answers = [ok(sheet(5))]
    await store.change(crank('170'))
    expect(store.faults.size).toBe(0)
  })

  it('offers both versions after a conflict and puts mine on top when asked', async () => {
    answers = [ok(sheet(4)), refuse(409, { code: 'conflict', message: 'Changed.' }), ok(sheet(5)), ok(sheet(6))]
    const store = useSheet()
    await store.open(1, 'goal')
    await store.change(note('mine'))
    expect(store.conflict?.theirs.revision).toBe(5)
    expect(store.sheet?.revision).toBe(4)
    await store.settle(true)
    expect(calls.at(-1)!.body).toEqual({ base_revision: 5, commands: [note('mine')], by: '', have: { ledger: 'l5' } })
    expect(store.sheet?.revision).toBe(6)
  })

  it('takes theirs without writing', async () => {
    answers = [ok(sheet(4)), refuse(409, { code: 'conflict', message: 'Changed.' }), ok(sheet(5))]
    const store = useSheet()
    await store.open(1, 'goal')
    await store.change(note('mine'))
    await store.settle(false)
    expect(store.sheet?.revision).toBe(5)
    expect(store.conflict).toBeNull()
    expect(calls).toHaveLength(3)
  })

  it('says so when the server does not answer, and loses nothing', async () => {
    answers = [
      ok(sheet(4)),
      () => {
        throw new TypeError('failed to fetch')
      },
    ]
    const store = useSheet()
    await store.open(1, 'goal')
    await store.change(note('kept here'))
    expect(store.trouble?.code).toBe('offline')
    expect(store.sheet?.revision).toBe(4)
    expect(store.busy).toBe(false)
  })

  it('undoes only where there is something to undo', async () => {
    answers = [ok(sheet(4, { undo: null }))]
    const store = useSheet()
    await store.open(1, 'goal')
    await store.undo()
    expect(calls).toHaveLength(1)
  })

  it('forgets one file when another is opened', async () => {
    answers = [ok(sheet(4)), refuse(422, { code: 'input', message: 'No.' }), ok(sheet(1, { id: 2 }))]
    const store = useSheet()
    await store.open(1, 'measure')
    await store.change(crank('x'))
    expect(store.faults.size).toBe(1)
    await store.open(2, 'measure')
    expect(store.faults.size).toBe(0)
    expect(store.sheet?.id).toBe(2)
  })

  it('keeps a refused body measure beside its field', async () => {
    answers = [ok(sheet(4)), refuse(422, { code: 'ambiguous', message: 'Did you mean 31 in?' })]
    const store = useSheet()
    await store.open(1, 'rider')
    await store.editRider({ measures: { inseam: '31' } }, 'measures.inseam', '31')
    expect(store.faults.get('measures.inseam')?.typed).toBe('31')
  })

  it('keeps the sections that an answer leaves out, and says which it has', async () => {
    answers = [ok(sheet(4)), ok({ id: 1, revision: 5, marks: { ledger: 'l4' }, undo: null })]
    const store = useSheet()
    await store.open(1, 'goal')
    await store.change(note('a'))
    expect((calls[1]!.body as { have: unknown }).have).toEqual({ ledger: 'l4' })
    expect([store.sheet!.revision, store.sheet!.ledger.length, store.sheet!.undo]).toEqual([5, 1, null])
  })

  it('moves the goal at once and sends ten quick presses as one change of ten millimetres', async () => {
    vi.useFakeTimers()
    answers = [ok(sheet(4)), ok(sheet(5, { ledger: [hand(570, 650)], state: state(10) }))]
    const store = useSheet()
    await store.open(1, 'goal')
    for (let i = 1; i <= 10; i++) {
      store.nudge('hand', 1, 0)
      expect(store.sheet!.ledger[0]!.cells.goal!.show_x).toBe(String(560 + i))
      await vi.advanceTimersByTimeAsync(120)
    }
    expect(store.sheet!.ledger[0]!.moves).toEqual(['+10', '0'])
    expect(store.sheet!.state.goal!.hand_dx_mm).toBe(10)
    expect(calls).toHaveLength(1)
    await vi.runAllTimersAsync()
    expect(calls.slice(1).map((c) => (c.body as { commands: unknown }).commands)).toEqual([
      [{ do: 'goal.nudge', mark: 'hand', by_x_mm: 10, by_y_mm: 0 }],
    ])
    expect(store.sheet!.ledger[0]!.cells.goal!.show_x).toBe('570')
    vi.useRealTimers()
  })

  it('sends what waits before anything else, and takes back a move that was refused', async () => {
    answers = [
      ok(sheet(4)),
      refuse(422, { code: 'input', message: 'A mark moves no farther than that.' }),
      ok(sheet(5)),
    ]
    const store = useSheet()
    await store.open(1, 'goal')
    store.nudge('hand', 300, 0)
    expect(store.sheet!.ledger[0]!.cells.goal!.show_x).toBe('860')
    await store.change(note('after'))
    expect(calls.slice(1).map((c) => (c.body as { commands: Command[] }).commands[0]!.do)).toEqual([
      'goal.nudge',
      'file.describe',
    ])
    expect(store.sheet!.ledger[0]!.cells.goal!.show_x).toBe('560')
  })

  it('sends nothing for a mark that came back to where it was', async () => {
    answers = [ok(sheet(4))]
    const store = useSheet()
    await store.open(1, 'goal')
    store.nudge('hand', 1, -2)
    store.nudge('hand', -1, 2)
    await store.flush()
    expect(calls).toHaveLength(1)
  })

  it('edits a rider on the record it shows, and reads it again when somebody was quicker', async () => {
    answers = [
      ok(sheet(4)),
      refuse(409, { code: 'conflict', message: 'Changed.' }),
      ok(sheet(4, { rider: { id: 7, revision: 3 } })),
    ]
    const store = useSheet()
    await store.open(1, 'rider')
    await store.editRider({ measures: { inseam: '824' } }, 'measures.inseam', '824')
    expect((calls[1]!.body as { base_revision: number }).base_revision).toBe(2)
    expect(store.sheet!.rider.revision).toBe(3)
    expect(store.faults.get('measures.inseam')?.typed).toBe('824')
  })
})
