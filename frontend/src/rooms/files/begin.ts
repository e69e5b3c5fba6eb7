import { api, take } from '@/shared/api/client'
import { useSettings } from '@/shared/settings'

import type { Command } from './useSheet'

/** A new file of a rider, with the change it stands at. */
export async function beginFit(rider_id: number, title: string): Promise<{ id: number; revision: number }> {
  const { id } = await take(api.POST('/api/fits', { body: { rider_id, title: title.slice(0, 160) } }))
  const params = { path: { fit_id: id }, query: { view: 'measure' as const } }
  return { id, revision: (await take(api.GET('/api/fits/{fit_id}/sheet', { params }))).revision }
}

/** Commands to a file that is not the one on the screen, as one change on `revision`. */
export async function sendTo(fit: { id: number; revision: number }, commands: Command[]): Promise<void> {
  const { fitter } = useSettings()
  const body = { base_revision: fit.revision, commands, by: fitter.value, have: {} }
  await take(api.POST('/api/fits/{fit_id}/changes', { params: { path: { fit_id: fit.id } }, body }))
}
