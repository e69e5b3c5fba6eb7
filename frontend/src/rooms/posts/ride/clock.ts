/** Where a trial's clock stands: riding a run, resting after it, or done. */
export interface Phase {
  kind: 'ride' | 'rest' | 'done'
  /** The run that is ridden or comes next, from 0. */
  run: number
  /** Seconds left of this phase. */
  left_s: number
}

/** The phase so many seconds after the start, of `runs` runs with a rest between any two. */
export function phaseAt(elapsed_s: number, runs: number, minutes: number, rest_minutes: number): Phase {
  const ride = minutes * 60
  const rest = rest_minutes * 60
  const each = ride + rest
  const run = Math.floor(elapsed_s / each)
  if (run >= runs) return { kind: 'done', run: runs - 1, left_s: 0 }
  const inside = elapsed_s - run * each
  if (inside < ride) return { kind: 'ride', run, left_s: ride - inside }
  if (run === runs - 1) return { kind: 'done', run, left_s: 0 }
  return { kind: 'rest', run: run + 1, left_s: each - inside }
}

/** Minutes and seconds as a clock has them. */
export function clockText(seconds: number): string {
  const whole = Math.ceil(seconds)
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}
