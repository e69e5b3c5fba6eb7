import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import { useSheet } from './useSheet'

interface Call {
  url: string
  method: string
  body: unknown
}

let calls: Call[]
let answers: ((call: Call) => { status: number; body: unknown })[]

const sheet = (revision: number, more = {}) => ({ id: 1, revision, undo: 'x', redo: null, rider: { id: 7 }, history: [], ...more })

beforeEach(() => {
  setActivePinia(createPinia())
  calls = []
  answers = []
  vi.stubGlobal('fetch', async (request: Request) => {
    const text = await request.text()
    const call = { url: new URL(request.url).pathname, method: request.method, body: text ? JSON.parse(text) : null }
    calls.push(call)
    const answer = answers.shift()!(call)
    return new Response(JSON.stringify(answer.body), { status: answer.status, headers: { 'Content-Type': 'application/json' } })
  })
})

const ok = (body: unknown) => () => ({ status: 200, body })
const refuse = (status: number, body: unknown) => () => ({ status, body })

describe('the open sheet', () => {
  it('sends each change on the revision the one before gave', async () => {
    answers = [ok(sheet(4)), ok(sheet(5)), ok(sheet(6))]
    const store = useSheet()
    await store.open(1, 'goal')
    await Promise.all([store.change({ path: 'notes', value: 'a' }), store.change({ path: 'notes', value: 'b' })])
    expect(calls.slice(1).map((c) => (c.body as { base_revision: number }).base_revision)).toEqual([4, 5])
    expect(store.sheet?.revision).toBe(6)
  })

  it('keeps what was typed beside the reason it was refused', async () => {
    answers = [ok(sheet(4)), refuse(422, { code: 'input', message: 'No length.', field: 'measure.crank', allowed: '100 to 220 mm' })]
    const store = useSheet()
    await store.open(1, 'measure')
    await store.change({ path: 'measure.crank', value: '9 m' })
    expect(store.faults.get('measure.crank')).toEqual({ typed: '9 m', message: 'No length.', allowed: '100 to 220 mm' })
    expect(store.sheet?.revision).toBe(4)
    answers = [ok(sheet(5))]
    await store.change({ path: 'measure.crank', value: '170' })
    expect(store.faults.size).toBe(0)
  })

  it('offers both versions after a conflict and puts mine on top when asked', async () => {
    answers = [ok(sheet(4)), refuse(409, { code: 'conflict', message: 'Changed.' }), ok(sheet(5)), ok(sheet(6))]
    const store = useSheet()
    await store.open(1, 'goal')
    await store.change({ path: 'notes', value: 'mine' })
    expect(store.conflict?.theirs.revision).toBe(5)
    expect(store.sheet?.revision).toBe(4)
    await store.settle(true)
    expect(calls.at(-1)!.body).toEqual({ base_revision: 5, changes: [{ path: 'notes', value: 'mine' }] })
    expect(store.sheet?.revision).toBe(6)
  })

  it('takes theirs without writing', async () => {
    answers = [ok(sheet(4)), refuse(409, { code: 'conflict', message: 'Changed.' }), ok(sheet(5))]
    const store = useSheet()
    await store.open(1, 'goal')
    await store.change({ path: 'notes', value: 'mine' })
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
    await store.change({ path: 'goal.hand', value: { dx_mm: 1, dy_mm: 0 } })
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
    await store.change({ path: 'measure.crank', value: 'x' })
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
})
