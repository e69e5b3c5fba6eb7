import { QueryClient, useMutation } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, reactive, ref, shallowRef, watch } from 'vue'

import { api, type ErrorBody, type Layer, Refused, type Schemas, type Sheet, take } from '@/shared/api/client'
import type { PostName } from '@/shared/api/lists'
import { useSettings } from '@/shared/settings'

import { added, commandsOf, type MovedMark, moved, type Moves } from './nudges'

export type Command = Schemas['Changes']['commands'][number]
type SheetPart = Schemas['SheetPart']

/** What was typed and refused, kept beside the reason until it is typed again. */
export interface FieldFault {
  typed: string
  message: string
  allowed?: string | null
}

export interface Conflict {
  mine: Command[]
  theirs: Sheet
}

/** A place a mark would take if a change were made: shown hollow before it is chosen. */
export interface Preview {
  mark: 'hand' | 'saddle' | 'foot'
  x_mm: number
  y_mm: number
}

/** So long after the last of them nudges are sent together, as one change. */
const QUIET_MS = 350

/** The open fit file: one sheet from the server, every edit kept at once, one after another. */
export const useSheet = defineStore('sheet', () => {
  const client = new QueryClient({
    defaultOptions: { queries: { retry: false, staleTime: Infinity, networkMode: 'always' } },
  })
  const { fitter, unit, language } = useSettings()
  // The sheet as the server last had it; what is shown has the nudges on their way on top.
  const kept = shallowRef<Sheet | null>(null)
  const waiting = shallowRef<Moves>({})
  const underway = shallowRef<Moves>({})
  const view = ref<PostName>('measure')
  // The post whose own work the sheet holds: another one is shown once it is read.
  const loaded = ref<PostName | null>(null)
  const trouble = ref<ErrorBody | null>(null)
  const conflict = shallowRef<Conflict | null>(null)
  const preview = shallowRef<Preview | null>(null)
  const faults = reactive(new Map<string, FieldFault>())
  const layers = reactive<Record<Layer, boolean>>({ now: true, goal: true, plan: true, built: true })
  let opened = 0
  let quiet: ReturnType<typeof setTimeout> | undefined

  const sheet = computed(() => (kept.value ? moved(kept.value, added(underway.value, waiting.value)) : null))
  const id = computed(() => kept.value?.id ?? opened)
  const params = () => ({ path: { fit_id: opened }, query: { view: view.value } })
  const read = (signal?: AbortSignal) => take(api.GET('/api/fits/{fit_id}/sheet', { params: params(), signal }))
  const reread = () =>
    client.fetchQuery({ queryKey: ['sheet', opened, view.value], queryFn: ({ signal }) => read(signal), staleTime: 0 })

  /** Everything that reads or writes the file goes through one queue: each on the change the one before it left. */
  const queue = useMutation(
    {
      mutationFn: (work: () => Promise<void>) => work(),
      scope: { id: 'sheet' },
      retry: false,
      networkMode: 'always',
      onMutate: () => {
        trouble.value = null
      },
    },
    client,
  )
  const busy = computed(() => queue.isPending.value)

  async function run(work: () => Promise<void>): Promise<void> {
    try {
      await queue.mutateAsync(work)
    } catch (wrong) {
      if (!(wrong instanceof Refused)) throw wrong
      trouble.value = wrong.body
    }
  }

  async function open(fit: number, post: PostName) {
    await flush()
    if (fit !== opened) {
      kept.value = null
      loaded.value = null
      faults.clear()
      conflict.value = null
    }
    opened = fit
    view.value = post
    preview.value = null
    await run(async () => {
      kept.value = await reread()
      loaded.value = post
    })
  }

  const refresh = () =>
    run(async () => {
      kept.value = await reread()
    })

  // Sentences are told by the server: they are read anew in another unit or language.
  watch([unit, language], () => void (kept.value && refresh()))

  /** An answer holds only the sections that changed; the rest stays as it was. */
  function merge(part: SheetPart) {
    const sections = Object.fromEntries(Object.entries(part).filter(([, value]) => value !== undefined))
    kept.value = { ...kept.value!, ...sections } as Sheet
  }

  async function send(commands: Command[]) {
    if (!kept.value) return
    try {
      const body = { base_revision: kept.value.revision, commands, by: fitter.value, have: kept.value.marks }
      merge(await take(api.POST('/api/fits/{fit_id}/changes', { params: params(), body, keepalive: true })))
      for (const command of commands) faults.delete(faultKey(command))
      preview.value = null
    } catch (wrong) {
      if (!(wrong instanceof Refused)) throw wrong
      if (wrong.body.code === 'conflict') {
        conflict.value = { mine: commands, theirs: await reread() }
        return
      }
      const only = commands.length === 1 ? commands[0] : undefined
      const typed = only && 'typed' in only && typeof only.typed === 'string' ? only.typed : null
      if (only && typed !== null) {
        faults.set(faultKey(only), { typed, message: wrong.body.message, allowed: wrong.body.allowed })
        return
      }
      throw wrong
    }
  }

  async function change(...commands: Command[]) {
    void flush()
    await run(() => send(commands))
  }

  /** Move a goal's mark: shown at once, and sent with its neighbours when no other has come for a moment. */
  function nudge(mark: MovedMark, x_mm: number, y_mm: number) {
    waiting.value = added(waiting.value, { [mark]: [x_mm, y_mm] })
    clearTimeout(quiet)
    quiet = setTimeout(() => void flush(), QUIET_MS)
  }

  /** Send what waits now. */
  async function flush() {
    clearTimeout(quiet)
    const commands = commandsOf(waiting.value)
    const sent = waiting.value
    waiting.value = {}
    if (!commands.length) return
    underway.value = added(underway.value, sent)
    await run(async () => {
      try {
        await send(commands)
      } finally {
        underway.value = added(underway.value, negated(sent))
      }
    })
  }

  // A window that closes sends what waits.
  useEventListener(window, 'pagehide', () => void flush())

  /** After a conflict: take the other window's file, or put mine on top of it. */
  function settle(keepMine: boolean) {
    const met = conflict.value
    if (!met) return Promise.resolve()
    conflict.value = null
    kept.value = met.theirs
    return keepMine ? change(...met.mine) : Promise.resolve()
  }

  /** On the Rider post the record and the file both change: whichever changed last goes back first. */
  const stepsRider = computed(() => {
    const s = kept.value
    if (!s || view.value !== 'rider' || !(s.rider.undo || s.rider.redo)) return false
    return s.rider.changed_at > (s.history[0]?.made_at ?? '')
  })
  const undone = computed(() => (stepsRider.value ? kept.value!.rider.undo : kept.value?.undo) ?? null)
  const redone = computed(() => (stepsRider.value ? kept.value!.rider.redo : kept.value?.redo) ?? null)

  async function step(way: 'undo' | 'redo') {
    void flush()
    await run(async () => {
      const s = kept.value
      if (!s) return
      try {
        if (stepsRider.value) {
          if (!s.rider[way]) return
          await take(stepRider(way, s))
          kept.value = await reread()
        } else {
          if (!s[way]) return
          merge(await take(stepFit(way, s)))
        }
        faults.clear()
      } catch (wrong) {
        if (!(wrong instanceof Refused) || wrong.body.code !== 'conflict') throw wrong
        conflict.value = { mine: [], theirs: await reread() }
      }
    })
  }

  function stepRider(way: 'undo' | 'redo', s: Sheet) {
    const asked = {
      params: { path: { rider_id: s.rider.id } },
      body: { base_revision: s.rider.revision, by: fitter.value },
    }
    return way === 'undo'
      ? api.POST('/api/riders/{rider_id}/undo', asked)
      : api.POST('/api/riders/{rider_id}/redo', asked)
  }

  function stepFit(way: 'undo' | 'redo', s: Sheet) {
    const asked = { params: params(), body: { base_revision: s.revision, by: fitter.value, have: s.marks } }
    return way === 'undo' ? api.POST('/api/fits/{fit_id}/undo', asked) : api.POST('/api/fits/{fit_id}/redo', asked)
  }

  /** An edit of the rider's record, made on the record as it is shown here. */
  async function editRider(edit: Omit<Schemas['RiderEdit'], 'base_revision' | 'by'>, path: string, typed: string) {
    await run(async () => {
      const rider = kept.value?.rider
      if (!rider) return
      try {
        const body = { ...edit, base_revision: rider.revision, by: fitter.value }
        await take(api.PATCH('/api/riders/{rider_id}', { params: { path: { rider_id: rider.id } }, body }))
        faults.delete(path)
        kept.value = await reread()
      } catch (wrong) {
        if (!(wrong instanceof Refused)) throw wrong
        // Somebody else's record is read again; what was typed here stays beside the reason.
        if (wrong.body.code === 'conflict') kept.value = await reread()
        faults.set(path, { typed, message: wrong.body.message, allowed: wrong.body.allowed })
      }
    })
  }

  /** Drag an edge between two uses, add one, or take one out. */
  async function moveUse(move: { what: 'edge' | 'add' | 'remove'; at: number; by_percent?: number; use?: string }) {
    await run(async () => {
      const rider = kept.value?.rider
      if (!rider) return
      const body = { by_percent: 0, ...move, base_revision: rider.revision, by: fitter.value } as Schemas['UseMove']
      try {
        await take(api.POST('/api/riders/{rider_id}/uses', { params: { path: { rider_id: rider.id } }, body }))
      } finally {
        kept.value = await reread()
      }
    })
  }

  return {
    sheet,
    view,
    loaded,
    id,
    undone,
    redone,
    busy,
    trouble,
    conflict,
    preview,
    faults,
    layers,
    open,
    change,
    nudge,
    flush,
    refresh,
    settle,
    editRider,
    moveUse,
    undo: () => step('undo'),
    redo: () => step('redo'),
  }
})

function negated(moves: Moves): Moves {
  return Object.fromEntries(Object.entries(moves).map(([mark, by]) => [mark, [-by[0], -by[1]]]))
}

/** Commands of one kind keep a fault for each thing they are about. */
function faultKey(command: Command): string {
  const about = ['key', 'mark', 'rule']
    .map((name) => (command as unknown as Record<string, unknown>)[name])
    .find((v) => typeof v === 'string')
  return about ? `${command.do}:${String(about)}` : command.do
}
