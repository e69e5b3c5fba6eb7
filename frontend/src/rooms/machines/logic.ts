import type { Schemas } from '@/shared/api/client'

type Bar = Schemas['MeasureView']['bar_kind']
/**
 * A position read off a machine as the call-out's readings, whole tenths of a millimetre, with where it is from; what
 * the hands are on is as on the rider's own bike.
 */
export function readingsOf(marks: Schemas['MarksOut'], crank_mm: number, machine: string, kind: Bar) {
  const told = (mm: number) => String(Math.round(mm * 10) / 10)
  const { saddle, hand } = marks
  const all = [
    ['crank', told(crank_mm)],
    ['s_behind', told(-saddle.x_mm)],
    ['s_plumb', told(saddle.y_mm)],
    ['hand_ahead.right', told(hand.x_mm)],
    ['hand_up.right', told(hand.y_mm)],
  ] as const
  const source = machine.slice(0, 60)
  const read = all.map(([key, typed]) => ({ do: 'measure.read' as const, key, typed, source }))
  return [{ do: 'measure.bar_kind' as const, kind }, ...read]
}
