import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'

import TypedBox from './TypedBox.vue'

const standing = (box: ReturnType<typeof mount>) => (box.element as HTMLInputElement).value
function typeIn(box: ReturnType<typeof mount>, words: string) {
  ;(box.element as HTMLInputElement).value = words
  return box.trigger('input')
}

describe('a box one types in', () => {
  it('keeps what is being typed while everything around it is drawn again', async () => {
    const box = mount(TypedBox, { props: { value: 72, label: 'Head angle' } })
    await typeIn(box, '73')
    await box.setProps({ label: 'Head angle, own' })
    await box.setProps({ value: 71.5 })
    expect(standing(box)).toBe('73')
    await box.trigger('change')
    expect(box.emitted('keep')).toEqual([['73']])
  })

  it('takes on what is kept elsewhere while nobody types', async () => {
    const box = mount(TypedBox, { props: { value: 'mostly alone' } })
    await box.setProps({ value: 'with a club' })
    expect(standing(box)).toBe('with a club')
    await typeIn(box, ' with two friends ')
    await box.trigger('change')
    expect(box.emitted('keep')).toEqual([['with two friends']])
    await box.setProps({ value: 'with two friends' })
    expect(standing(box)).toBe('with two friends')
  })

  it('leaves a refused word standing, and an empty one empty', async () => {
    const box = mount(TypedBox, { props: { value: null, tall: true } })
    expect(box.element.tagName).toBe('TEXTAREA')
    expect(standing(box)).toBe('')
    await typeIn(box, 'abc')
    await box.trigger('change')
    expect(standing(box)).toBe('abc')
  })
})
