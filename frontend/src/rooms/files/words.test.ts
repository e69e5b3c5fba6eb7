import { describe, expect, it } from 'vitest'

import type { Command } from './useSheet'
import { commandWords } from './words'

const CASES: [Command, string][] = [
  [{ do: 'goal.nudge', mark: 'hand', by_x_mm: -10, by_y_mm: 14 }, 'Hand goal: −10 fore, +14 up'],
  [{ do: 'measure.read', key: 's_straight', typed: '72.7 cm' }, 'BB to saddle mark: 72.7 cm'],
  [{ do: 'measure.take_back', key: 'drop' }, 'Drop: taken back'],
  [{ do: 'measure.decide', key: 's_straight', what: 'kept' }, 'BB to saddle mark: kept'],
  [{ do: 'measure.frame', size: null }, 'Frame: taken back'],
  [{ do: 'build.stem', length_mm: 90, angle_deg: -6 }, 'Stem: 90 mm, −6°'],
  [{ do: 'build.spacers', height_mm: 15 }, 'Spacers: 15'],
  [{ do: 'build.best' }, 'Best: yes'],
  [{ do: 'build.turn_stem', over: true }, 'Turn stem: turned over'],
  [{ do: 'file.describe', what: 'notes', words: 'Better' }, 'Notes: Better'],
]

describe('a command in words', () => {
  it.each(CASES)('%j', (command, words) =>
    expect(commandWords(command, new Map([['s_straight', 'BB to saddle mark']]))).toBe(words),
  )
})
