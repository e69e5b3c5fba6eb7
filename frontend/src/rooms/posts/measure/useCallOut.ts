import { defineStore } from 'pinia'
import { computed, ref } from 'vue'

import { api, Refused, type Schemas, take } from '@/shared/api/client'

import { useSettings } from '@/shared/settings'

import { useSheet } from '@/rooms/files/useSheet'
import { type Asked, groups, inTurn, named, neighbour, nextOpen, soundsLikeAName, withUnit } from './callout'

type Instrument = Schemas['InstrumentLine']

/** The call-out in work: which prompt is asked, what is being typed, and what an instrument sent. */
export const useCallOut = defineStore('callout', () => {
  const sheets = useSheet()
  const { unit } = useSettings()
  const current = ref<string | null>(null)
  const draft = ref('')
  const adding = ref(false)
  const before = ref<string | null>(null)
  const source = ref('')
  const instruments = ref<Instrument[]>([])
  const deviceTrouble = ref('')
  const chosen = ref(new Set<string>())
  let fit = 0

  const view = computed(() => sheets.sheet?.measure ?? null)
  const asked = computed<Asked[]>(() => view.value?.asked ?? [])
  const turn = computed(() => inTurn(asked.value, chosen.value))
  const prompt = computed(() => asked.value.find((it) => it.key === current.value) ?? null)
  const progress = computed(() => groups(turn.value))
  const matches = computed(() => {
    const it = prompt.value
    return it && soundsLikeAName(draft.value, it.unit) ? named(asked.value, draft.value).slice(0, 6) : []
  })
  const fault = computed(() => sheets.faults.get(`measure.read:${current.value}`))
  const instrument = computed(() => {
    const it = prompt.value
    if (!it || it.unit === 'words') return null
    return instruments.value.find((i) => (i.gives === 'angle') === (it.unit === '°')) ?? null
  })

  /** Begin, or go on, with a file: at the first prompt that waits. */
  function begin(id: number) {
    if (id !== fit) {
      fit = id
      current.value = null
      chosen.value = new Set()
      before.value = null
    }
    if (!prompt.value)
      current.value = nextOpen(turn.value, null)?.key ?? view.value?.next?.key ?? turn.value[0]?.key ?? null
    clear()
  }

  function clear() {
    draft.value = ''
    source.value = ''
    deviceTrouble.value = ''
    adding.value = false
  }

  function jump(key: string) {
    if (!turn.value.some((it) => it.key === key)) chosen.value = new Set([...chosen.value, key])
    current.value = key
    clear()
    draft.value = sheets.faults.get(`measure.read:${key}`)?.typed ?? ''
  }

  /** Keep what is typed and go on; with `stay` a second reading of the same follows. */
  async function keep(stay = false) {
    const key = current.value
    const typed = draft.value.trim()
    if (!key) return
    if (matches.value.length) return jump(matches.value[0]!.key)
    if (!typed) return later()
    const words = withUnit(typed, prompt.value?.unit ?? 'mm', unit.value)
    const reading = {
      do: 'measure.read' as const,
      key,
      typed: words,
      ...(adding.value ? { add: true } : {}),
      ...(source.value ? { source: source.value } : {}),
    }
    const here = turn.value
    before.value = key
    clear()
    if (stay) adding.value = true
    else current.value = nextOpen(here, key)?.key ?? neighbour(here, key, 1)?.key ?? key
    await sheets.change(reading)
    // What was refused is asked again, with the words as they were typed.
    if (sheets.faults.has(`measure.read:${key}`)) jump(key)
  }

  /** Leave it for later: the next one is asked. */
  async function later() {
    const it = prompt.value
    if (!it) return
    const here = turn.value
    clear()
    const next = nextOpen(here, it.key)
    current.value = (next && next.key !== it.key ? next : neighbour(here, it.key, 1))?.key ?? it.key
    if (!it.typed.length && !it.skipped) await sheets.change({ do: 'measure.skip', key: it.key, skipped: true })
  }

  function step(by: 1 | -1) {
    const to = neighbour(turn.value, current.value, by)
    if (to) jump(to.key)
  }

  /** A second reading: of what is typed, or of what was kept before. */
  async function again() {
    if (draft.value.trim()) return keep(true)
    adding.value = Boolean(prompt.value?.typed.length)
  }

  const takeBack = () => prompt.value && sheets.change({ do: 'measure.take_back', key: prompt.value.key })

  /** What a finding's button decides; to read something again is to be asked for it next. */
  async function decide(remedy: Schemas['Remedy']) {
    const { key: of, what, repeat, typed } = remedy
    await sheets.change({ do: 'measure.decide', key: of, what, repeat: repeat ?? null, typed: typed ?? '' })
    if (remedy.what !== 'again') return
    const key = asked.value.some((it) => it.key === of) ? of : `${of}.right`
    jump(key)
  }

  async function findInstruments() {
    if (!instruments.value.length) instruments.value = await take(api.GET('/api/instruments'))
  }

  /** The instrument's button: its reading arrives in the entry, as if it had been typed. */
  async function press() {
    const it = instrument.value
    const key = current.value
    if (!it || !key) return
    deviceTrouble.value = ''
    try {
      const arrived = await take(
        api.POST('/api/instruments/{name}/press', { params: { path: { name: it.name } }, body: { fit_id: fit, key } }),
      )
      if (current.value !== key) return
      draft.value = arrived.typed
      source.value = arrived.source
      if (arrived.battery_low) deviceTrouble.value = 'The battery is low.'
    } catch (wrong) {
      if (!(wrong instanceof Refused)) throw wrong
      deviceTrouble.value = wrong.body.message
    }
  }

  return {
    current,
    draft,
    adding,
    before,
    source,
    instruments,
    deviceTrouble,
    view,
    asked,
    turn,
    prompt,
    progress,
    matches,
    fault,
    instrument,
    begin,
    jump,
    keep,
    later,
    step,
    again,
    takeBack,
    decide,
    findInstruments,
    press,
    clear,
  }
})
