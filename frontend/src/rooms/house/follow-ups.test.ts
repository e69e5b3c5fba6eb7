import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'

import FollowUps from './FollowUps.vue'

afterEach(() => vi.unstubAllGlobals())
interface Line {
  after: string
  days: number
}
async function shown() {
  let kept: Line[] = [
    { after: 'two rides', days: 14 },
    { after: 'a year', days: 365 },
  ]
  const sent: (Line[] | null)[] = []
  vi.stubGlobal('fetch', async (request: Request) => {
    if (request.method === 'PUT') {
      const own = ((await request.json()) as { follow_ups: Line[] | null }).follow_ups
      sent.push(own)
      if (own && new Set(own.map((x) => x.after)).size < own.length)
        return Response.json(
          { code: 'input', message: 'This stands there already.', allowed: 'each once' },
          { status: 422 },
        )
      kept = own ?? [{ after: 'six weeks', days: 42 }]
    }
    return Response.json(kept)
  })
  const it_ = mount(FollowUps)
  await flushPromises()
  const lines = () => it_.findAll('li').map((x) => `${x.get('b').text()}: ${x.get('.figure').text()}`)
  const press = async (name: string) => {
    await it_
      .findAll('button')
      .find((b) => b.text() === name || b.attributes('aria-label') === name)!
      .trigger('click')
    await flushPromises()
  }
  const add = async (after: string, days: string) => {
    const [what, when] = it_.findAll('input')
    await what!.setValue(after)
    await when!.setValue(days)
    await when!.trigger('change')
    await it_.get('form').trigger('submit')
    await flushPromises()
  }
  return { it_, sent, lines, press, add }
}

describe('the follow-ups of a house', () => {
  it('are shown in their order, taken out and put back to the usual', async () => {
    const { lines, press, sent } = await shown()
    expect(lines()).toEqual(['after two rides: 14 days', 'after a year: 365 days'])
    await press('Take out: after two rides')
    expect(sent).toEqual([[{ after: 'a year', days: 365 }]])
    expect(lines()).toEqual(['after a year: 365 days'])
    await press('Back to the usual')
    expect(sent.at(-1)).toBeNull()
    expect(lines()).toEqual(['after six weeks: 42 days'])
  })
  it('take another at the end, and keep what was typed where it is refused', async () => {
    const { it_, lines, add } = await shown()
    await add(' the first wash ', '3')
    expect(lines()).toEqual(['after two rides: 14 days', 'after a year: 365 days', 'after the first wash: 3 days'])
    expect(it_.findAll('input').map((x) => x.element.value)).toEqual(['', ''])
    await add('a year', '7')
    expect(it_.get('[role=alert]').text()).toBe('This stands there already. each once')
    expect(it_.findAll('input').map((x) => x.element.value)).toEqual(['a year', '7'])
    expect(lines()).toHaveLength(3)
  })
})
