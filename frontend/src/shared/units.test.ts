import { describe, expect, it } from 'vitest'

import { MINUS, show, showDeg, showInch, showMm, showSigned, showStop } from './units'

describe('millimetres', () => {
  it.each([
    [0.4, '0'],
    [-0.4, '0'],
    [0.5, '0.5'],
    [172.5, '172.5'],
    [172.4, '172'],
    [-206.6, `${MINUS}207`],
    [-7.5, `${MINUS}7.5`],
    [1000, '1000'],
  ])('shows %f as %s', (mm, words) => expect(showMm(mm)).toBe(words))

  it('never shows a minus before nothing', () => {
    for (let mm = -0.49; mm < 0.5; mm += 0.01) expect(showMm(mm).replace('0.5', '')).not.toContain(MINUS)
  })
})

describe('inches', () => {
  it.each([
    [745, '29 5/16'],
    [25.4, '1'],
    [6.35, '1/4'],
    [-25.4, `${MINUS}1`],
    [0.2, '0'],
    [-0.2, '0'],
  ])('shows %f as %s', (mm, words) => expect(showInch(mm)).toBe(words))

  it('stays within a thirty-second of an inch', () => {
    for (let mm = -300; mm < 1200; mm += 7.3) {
      const words = showInch(mm).replace(MINUS, '-')
      const sign = words.startsWith('-') ? -1 : 1
      const parts = words.replace('-', '').split(' ')
      const inches = parts.reduce((sum, part) => {
        const [top, bottom] = part.split('/').map(Number)
        return sum + (bottom ? top! / bottom : top!)
      }, 0)
      expect(Math.abs(sign * inches * 25.4 - mm)).toBeLessThanOrEqual(25.4 / 32 + 1e-9)
    }
  })
})

describe('signs', () => {
  it('shows a plus, a true minus, and neither before nothing', () => {
    expect(showSigned(7, 'mm')).toBe('+7')
    expect(showSigned(-7, 'mm')).toBe(`${MINUS}7`)
    expect(showSigned(0, 'mm')).toBe('0')
    expect(showSigned(25.4, 'in')).toBe('+1')
  })
  it('shows stops and degrees', () => {
    expect(showStop(-6, true)).toBe(`${MINUS}6`)
    expect(showStop(17, true)).toBe('+17')
    expect(showStop(90, false)).toBe('90')
    expect(showStop(2.5, false)).toBe('2.5')
    expect(showDeg(46.4)).toBe('46°')
    expect(showDeg(-3.2)).toBe(`${MINUS}3°`)
    expect(show(100, 'mm')).toBe('100')
  })
})
