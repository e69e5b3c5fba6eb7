import type { Command, useSheet } from '@/rooms/files/useSheet'

/** Send a command; whether the file took it, so that a form is emptied only then. */
export async function keep(store: ReturnType<typeof useSheet>, command: Command): Promise<boolean> {
  const before = store.sheet?.revision
  await store.change(command)
  return store.sheet?.revision !== before
}
