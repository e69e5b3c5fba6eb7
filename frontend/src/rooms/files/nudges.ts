/** Nudges of the goal on their way to the server: added up while they wait, and shown at once. Pure. */
import type { Schemas, Sheet } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'
import { showSigned, told } from '@/shared/units'

export type MovedMark = Schemas['Nudge']['mark']
export type Moves = Partial<Record<MovedMark, readonly [number, number]>>

/** Two lots of moves as one. */
export function added(a: Moves, b: Moves): Moves {
  const made: Moves = { ...a }
  for (const [mark, by] of Object.entries(b) as [MovedMark, readonly [number, number]][]) {
    const was = made[mark] ?? [0, 0]
    made[mark] = [was[0] + by[0], was[1] + by[1]]
  }
  return made
}

/** The commands that carry moves out; none for a mark that came back to where it was. */
export function commandsOf(moves: Moves): Schemas['Nudge'][] {
  return (Object.entries(moves) as [MovedMark, readonly [number, number]][])
    .filter(([, by]) => by[0] !== 0 || by[1] !== 0)
    .map(([mark, by]) => ({ do: 'goal.nudge', mark, by_x_mm: by[0], by_y_mm: by[1] }))
}

/** The sheet as it will be: the goal's figures moved; everything that follows waits for the server. */
export function moved(sheet: Sheet, moves: Moves): Sheet {
  if (!commandsOf(moves).length) return sheet
  const goal = { ...sheet.state.goal! }
  const unit = useSettings().unit.value
  const ledger = sheet.ledger.map((row) => {
    const by = moves[row.mark as MovedMark]
    const cell = row.cells.goal
    if (!by || !cell) return row
    const [x, y] = [cell.x_mm + by[0], cell.y_mm + by[1]]
    const now = row.cells.now
    const moves_ = now ? [way(x, now.x_mm), way(y, now.y_mm)] : row.moves
    return {
      ...row,
      moves: moves_,
      cells: {
        ...row.cells,
        goal: { ...cell, x_mm: x, y_mm: y, show_x: told(x, unit), show_y: told(y, unit) },
      },
    }
  })
  if (moves.saddle) {
    goal.saddle_dx_mm = (goal.saddle_dx_mm ?? 0) + moves.saddle[0]
    goal.saddle_dy_mm = (goal.saddle_dy_mm ?? 0) + moves.saddle[1]
  }
  if (moves.hand) {
    goal.hand_dx_mm = (goal.hand_dx_mm ?? 0) + moves.hand[0]
    goal.hand_dy_mm = (goal.hand_dy_mm ?? 0) + moves.hand[1]
  }
  return { ...sheet, ledger, state: { ...sheet.state, goal } }
}

/** As the server tells it: bare mm, or inches with their mark. */
function way(goal: number, now: number): string {
  const { unit } = useSettings()
  return showSigned(Math.floor(goal + 0.5) - Math.floor(now + 0.5), unit.value) + (unit.value === 'in' ? '″' : '')
}
