import type { Command, useSheet } from '@/rooms/files/useSheet'

/** Send a command; whether the file took it, so that a form is emptied only then. */
export async function keep(store: ReturnType<typeof useSheet>, command: Command): Promise<boolean> {
  const before = store.sheet?.revision
  await store.change(command)
  return store.sheet?.revision !== before
}

/** A figure as typed, with a point or a comma; none where the box is empty, nothing where it is no figure. */
export function figureOf(typed: string): number | null | undefined {
  const text = typed.trim().replace(',', '.')
  if (text === '') return null
  const value = Number(text)
  return Number.isFinite(value) ? value : undefined
}
