import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'

import type { Schemas } from '@/shared/api/client'

import AgreementList from './AgreementList.vue'
import Findings from './Findings.vue'
import LevelPanel from './LevelPanel.vue'
import { useCallOut } from './useCallOut'

const line = (key: string, more: Partial<Schemas['Agreement']> = {}): Schemas['Agreement'] => ({
  key,
  title: key,
  value: 541,
  unit: 'mm',
  off: -2,
  standardised: -1,
  word: 'fits',
  says: 'fits, 2.0 mm short; a slip of 14 would show',
  least_noticed: 14,
  ...more,
})
const finding: Schemas['Finding'] = {
  kind: 'slip',
  key: 'nose_clamp',
  title: 'Nose to bar clamp',
  value: '514',
  chip: '25 short',
  says: 'The other nine agree on 539 ± 3.',
  likely: 'With 1 and 4 swapped it is 541, which fits.',
  mark: 'clamp',
  remedies: [
    { what: 'corrected', label: 'Use 541', key: 'nose_clamp', typed: '541 mm' },
    { what: 'again', label: 'Measure again', key: 'nose_clamp', typed: null },
  ],
}

beforeEach(() => setActivePinia(createPinia()))

describe('the agreement', () => {
  it('says what is told of each reading', () => {
    const panel = mount(AgreementList, {
      props: {
        lines: [line('a'), line('b', { word: 'suspect', says: 'suspect, 3.0 mm long' })],
        checked: 'Two readings.',
      },
    })
    const said = panel.findAll('svg').map((s) => s.attributes('aria-label'))
    expect(said).toEqual(['fits, 2.0 mm short; a slip of 14 would show', 'suspect, 3.0 mm long'])
    expect(panel.findAll('li')[1]!.classes()).toContain('suspect')
  })
  it('is honest about what nothing checks and what was left out', () => {
    const blind = { standardised: null, least_noticed: null }
    const panel = mount(AgreementList, {
      props: {
        lines: [line('a', { ...blind, word: 'unchecked' }), line('b', { ...blind, word: 'left out' })],
        checked: '',
      },
    })
    expect(panel.text()).toContain('not checked')
    expect(panel.find('li.left-out').text()).toContain('left out')
  })
  it('draws short to the left and long to the right', () => {
    const panel = mount(AgreementList, {
      props: {
        lines: [line('a', { off: -2, standardised: 1.6 }), line('b', { off: 2, standardised: -1.6 })],
        checked: '',
      },
    })
    const x = panel.findAll('rect.bar').map((r) => Number(r.attributes('x')))
    expect(x[0]).toBeLessThan(0)
    expect(x[1]).toBe(0)
  })
})

describe('a finding', () => {
  it('states what the others say, the likely slip, and decides what its button says', async () => {
    const call = useCallOut()
    const decide = vi.spyOn(call, 'decide').mockResolvedValue()
    const card = mount(Findings, { props: { findings: [finding] } })
    expect(card.text()).toContain('The other nine agree on 539 ± 3.')
    expect(card.text()).toContain('With 1 and 4 swapped it is 541')
    await card.findAll('button')[0]!.trigger('click')
    expect(decide).toHaveBeenCalledWith(finding.remedies[0])
    expect(card.findAll('button').map((b) => b.text())).toEqual(['Use 541', 'Measure again'])
  })
})

it('leads to the axles where the bike was not levelled', async () => {
  const call = useCallOut()
  const level = { known: false, pitch_deg: 0, sd_deg: 0, block_mm: 0, says: 'Not levelled.', mattered: '' }
  const panel = mount(LevelPanel, { props: { level } })
  await panel.find('button').trigger('click')
  expect(call.current).toBe('front_axle')
  await panel.setProps({ level: { ...level, known: true, pitch_deg: 1, says: '1.0° nose up' } })
  expect(panel.find('button').exists()).toBe(false)
})
