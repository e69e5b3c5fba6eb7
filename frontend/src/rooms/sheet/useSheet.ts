import { defineStore } from 'pinia'
import { computed, reactive, ref, shallowRef } from 'vue'

import type { PostName } from '@/app/router'
import { api, type ErrorBody, type Layer, Refused, type Schemas, type Sheet, take } from '@/shared/api/client'

export interface Change {
  path: string
  value: unknown
}

/** What was typed and refused, kept beside the reason until it is typed again. */
export interface FieldFault {
  typed: string
  message: string
  allowed?: string | null
}

export interface Conflict {
  mine: Change[]
  theirs: Sheet
}

/** A place the hand would take if a change were made: shown hollow before it is chosen. */
export interface Preview {
  x_mm: number
  y_mm: number
}

/** The open fit file: one sheet from the server, every edit kept at once. */
export const useSheet = defineStore('sheet', () => {
  const sheet = shallowRef<Sheet | null>(null)
  const view = ref<PostName>('measure')
  const busy = ref(false)
  const trouble = ref<ErrorBody | null>(null)
  const conflict = shallowRef<Conflict | null>(null)
  const preview = shallowRef<Preview | null>(null)
  const faults = reactive(new Map<string, FieldFault>())
  const layers = reactive<Record<Layer, boolean>>({ now: true, goal: true, plan: true, built: true })
  let queue: Promise<unknown> = Promise.resolve()
  let opened = 0

  const id = computed(() => sheet.value?.id ?? opened)
  const params = () => ({ path: { fit_id: opened }, query: { view: view.value } })

  async function open(fit: number, post: PostName) {
    if (fit !== opened) {
      sheet.value = null
      faults.clear()
      conflict.value = null
    }
    opened = fit
    view.value = post
    preview.value = null
    await run(async () => {
      sheet.value = await take(api.GET('/api/fits/{fit_id}/sheet', { params: params() }))
    })
  }

  /** One write after another, each on the revision the one before it gave. */
  function run(work: () => Promise<void>): Promise<void> {
    const next = queue.then(async () => {
      busy.value = true
      trouble.value = null
      try {
        await work()
      } catch (wrong) {
        if (!(wrong instanceof Refused)) throw wrong
        trouble.value = wrong.body
      } finally {
        busy.value = false
      }
    })
    queue = next.catch(() => undefined)
    return next
  }

  const refresh = () => run(async () => { sheet.value = await reread() })

  const reread = () => take(api.GET('/api/fits/{fit_id}/sheet', { params: params() }))

  async function send(changes: Change[]) {
    if (!sheet.value) return
    try {
      sheet.value = await take(
        api.POST('/api/fits/{fit_id}/changes', {
          params: params(),
          body: { base_revision: sheet.value.revision, changes },
        }),
      )
      for (const change of changes) faults.delete(faultKey(change))
      preview.value = null
    } catch (wrong) {
      if (!(wrong instanceof Refused)) throw wrong
      if (wrong.body.code === 'conflict') {
        conflict.value = { mine: changes, theirs: await reread() }
        return
      }
      const only = changes.length === 1 ? changes[0] : undefined
      const typed = only ? typedOf(only.value) : null
      if (only && typed !== null) {
        faults.set(faultKey(only), { typed, message: wrong.body.message, allowed: wrong.body.allowed })
        return
      }
      throw wrong
    }
  }

  const change = (...changes: Change[]) => run(() => send(changes))

  /** After a conflict: take the other window's file, or put mine on top of it. */
  function settle(keepMine: boolean) {
    const met = conflict.value
    if (!met) return Promise.resolve()
    conflict.value = null
    sheet.value = met.theirs
    return keepMine ? change(...met.mine) : Promise.resolve()
  }

  /** On the Rider post the record and the file both change: whichever changed last goes back first. */
  const stepsRider = computed(() => {
    const s = sheet.value
    if (!s || view.value !== 'rider' || !(s.rider.undo || s.rider.redo)) return false
    return s.rider.changed_at > (s.history[0]?.made_at ?? '')
  })
  const undone = computed(() => (stepsRider.value ? sheet.value!.rider.undo : sheet.value?.undo) ?? null)
  const redone = computed(() => (stepsRider.value ? sheet.value!.rider.redo : sheet.value?.redo) ?? null)

  function step(way: 'undo' | 'redo') {
    return run(async () => {
      if (!sheet.value) return
      if (stepsRider.value) {
        if (!sheet.value.rider[way]) return
        const params = { path: { rider_id: sheet.value.rider.id } }
        await take(way === 'undo' ? api.POST('/api/riders/{rider_id}/undo', { params }) : api.POST('/api/riders/{rider_id}/redo', { params }))
        faults.clear()
        sheet.value = await reread()
        return
      }
      if (!sheet.value[way]) return
      const body = { base_revision: sheet.value.revision }
      try {
        sheet.value = await take(
          way === 'undo'
            ? api.POST('/api/fits/{fit_id}/undo', { params: params(), body })
            : api.POST('/api/fits/{fit_id}/redo', { params: params(), body }),
        )
        faults.clear()
      } catch (wrong) {
        if (wrong instanceof Refused && wrong.body.code === 'conflict') {
          conflict.value = { mine: [], theirs: await reread() }
          return
        }
        throw wrong
      }
    })
  }

  async function editRider(edit: Record<string, unknown>, path: string, typed: string) {
    await run(async () => {
      if (!sheet.value) return
      try {
        await take(
          api.PATCH('/api/riders/{rider_id}', {
            params: { path: { rider_id: sheet.value.rider.id } },
            body: edit,
          }),
        )
        faults.delete(path)
        sheet.value = await reread()
      } catch (wrong) {
        if (!(wrong instanceof Refused)) throw wrong
        faults.set(path, { typed, message: wrong.body.message, allowed: wrong.body.allowed })
      }
    })
  }

  /** Drag an edge between two uses, add one, or take one out. */
  async function moveUse(body: { what: 'edge' | 'add' | 'remove'; at: number; by?: number; use?: string }) {
    await run(async () => {
      if (!sheet.value) return
      await take(
        api.POST('/api/riders/{rider_id}/uses', {
          params: { path: { rider_id: sheet.value.rider.id } },
          body: { by: 0, ...body } as Schemas['UseMove'],
        }),
      )
      sheet.value = await reread()
    })
  }

  return {
    sheet, view, id, undone, redone, busy, trouble, conflict, preview, faults, layers,
    open, change, refresh, settle, editRider, moveUse, undo: () => step('undo'), redo: () => step('redo'),
  }
})

/** Readings share one path; each keeps its own fault. */
function faultKey(change: Change): string {
  const value = change.value
  return value && typeof value === 'object' && 'key' in value ? `${change.path}:${String(value.key)}` : change.path
}

function typedOf(value: unknown): string | null {
  if (typeof value === 'string') return value
  if (value && typeof value === 'object' && 'typed' in value) return String(value.typed)
  return null
}
