import { describe, expect, it } from 'vitest'

import { lettered, takenOver } from './logic'

describe('a rider’s bikes', () => {
  it('go by letters in their order', () => {
    const bikes = Array.from({ length: 3 }, (_, fit) => ({ fit }) as never)
    expect(lettered({ bikes }).map((b) => b.letter)).toEqual(['A', 'B', 'C'])
  })
  it('take a change over as steps of their own goals, a mark each, with where it is from', () => {
    const moves = [
      { mark: 'saddle' as const, by_x_mm: 0, by_y_mm: 3 },
      { mark: 'hand' as const, by_x_mm: -4, by_y_mm: 10 },
    ]
    expect(takenOver({ says: '', moves }, 'From The summer bike')).toEqual([
      {
        do: 'goal.add',
        step: { kind: 'move', mark: 'saddle', by_x_mm: 0, by_y_mm: 3, hands: 'place' },
        words: 'From The summer bike',
      },
      {
        do: 'goal.add',
        step: { kind: 'move', mark: 'hand', by_x_mm: -4, by_y_mm: 10, hands: 'place' },
        words: 'From The summer bike',
      },
    ])
    expect(takenOver({ says: '', moves }, 'x'.repeat(300))[0]!.words).toHaveLength(200)
  })
})
