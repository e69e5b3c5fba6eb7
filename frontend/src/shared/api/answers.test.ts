import { flushPromises, mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { defineComponent, ref } from 'vue'

import { useAnswer } from './answers'
import { Refused } from './client'

describe('useAnswer', () => {
  const asking = () => {
    const rider = ref<string | null>('Tamsin')
    const open = new Map<string, { answer: (it: string) => void; refuse: (why: Error) => void }>()
    const panel = mount(
      defineComponent({
        setup: () =>
          useAnswer(
            `question ${Math.random()}`,
            () => (rider.value ? { rider: rider.value } : null),
            ({ rider }) => new Promise<string>((answer, refuse) => open.set(rider, { answer, refuse })),
          ),
        template: '<p>{{ data }}</p><em>{{ trouble }}</em>',
      }),
    )
    return { rider, open, panel }
  }

  it('shows the answer to the terms on the screen, however late an earlier one comes', async () => {
    const { rider, open, panel } = asking()
    await flushPromises()
    rider.value = 'Brona'
    await flushPromises()
    open.get('Brona')!.answer('Brona dials 636')
    await flushPromises()
    open.get('Tamsin')!.answer('Tamsin dials 697')
    await flushPromises()
    expect(panel.get('p').text()).toBe('Brona dials 636')
  })

  it('lets the last answer stand until the next comes, and nothing where nothing is asked', async () => {
    const { rider, open, panel } = asking()
    await flushPromises()
    open.get('Tamsin')!.answer('Tamsin dials 697')
    await flushPromises()
    rider.value = 'Brona'
    await flushPromises()
    expect(panel.get('p').text()).toBe('Tamsin dials 697')
    rider.value = null
    await flushPromises()
    expect(panel.get('p').text()).toBe('')
  })

  it('tells a refusal in the words it was refused with', async () => {
    const { open, panel } = asking()
    await flushPromises()
    open.get('Tamsin')!.refuse(new Refused({ code: 'input', message: 'No such machine.' }))
    await flushPromises()
    expect(panel.get('em').text()).toBe('No such machine.')
  })
})
