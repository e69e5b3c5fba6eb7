import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'

import Chip from './Chip.vue'
import WordField from './WordField.vue'

const field = (props = {}) =>
  mount(WordField, { props: { label: 'Crank', value: '170', ...props }, attachTo: document.body })

describe('a field of words', () => {
  it('keeps on leaving, once', async () => {
    const it_ = field()
    const input = it_.get('input')
    await input.trigger('focus')
    await input.setValue('172,5')
    await input.trigger('blur')
    await input.trigger('blur')
    expect(it_.emitted('keep')).toEqual([['172,5']])
  })

  it('keeps on Enter and goes on to the next field', async () => {
    const first = field()
    const second = field({ label: 'Next' })
    await first.get('input').setValue('165')
    await first.get('input').trigger('keydown.enter')
    await Promise.resolve()
    expect(first.emitted('keep')).toEqual([['165']])
    expect(document.activeElement).toBe(second.get('input').element)
    first.unmount()
    second.unmount()
  })

  it('sends nothing where nothing was changed', async () => {
    const it_ = field()
    await it_.get('input').trigger('focus')
    await it_.get('input').trigger('blur')
    expect(it_.emitted('keep')).toBeUndefined()
  })

  it('gives back what stood there on Escape', async () => {
    const it_ = field()
    await it_.get('input').setValue('nonsense')
    await it_.get('input').trigger('keydown.esc')
    expect(it_.get('input').element.value).toBe('170')
    expect(it_.emitted('keep')).toBeUndefined()
  })

  it('shows what was refused, why, and what is allowed', () => {
    const it_ = field({ fault: { typed: '9 m', message: 'Too long.', allowed: '100 to 220 mm' } })
    expect(it_.get('input').element.value).toBe('9 m')
    expect(it_.get('input').attributes('aria-invalid')).toBe('true')
    expect(it_.get('[role="alert"]').text()).toBe('Too long. Allowed: 100 to 220 mm.')
    expect(it_.get('input').attributes('aria-describedby')).toBe(it_.get('[role="alert"]').attributes('id'))
  })
})

describe('a chip', () => {
  it.each(['in', 'edge', 'out'] as const)('says the word %s', (word) => {
    expect(mount(Chip, { props: { word } }).text()).toBe(word)
  })
})
