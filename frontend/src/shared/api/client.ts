import createClient from 'openapi-fetch'

import { t } from '@/shared/i18n'
import { useSettings } from '@/shared/settings'

import type { components, paths } from './generated'
import type { LayerName } from './lists'

export type Schemas = components['schemas']
export type Sheet = Schemas['Sheet']
export type Post = Schemas['TrailPost']
export type LedgerRow = Schemas['LedgerRow']
export type Shape = Schemas['Shape']
export type Picture = Schemas['Picture']
export type FramesView = Schemas['FramesView']
export type SizeOffer = Schemas['SizeOffer']
export type BuildView = Schemas['BuildView']
export type StopOut = Schemas['StopOut']
export type RailData = Schemas['Rail']
export type DayLine = Schemas['DayLine']
export type ShelvedSize = Schemas['ShelvedSize']
export type ShelvedPart = Schemas['ShelvedPart']
export type Imported = Schemas['Imported']
export type RiderOut = Schemas['RiderOut']
export type ErrorBody = Schemas['ErrorBody']
export type Word = 'in' | 'edge' | 'out'
export type Layer = LayerName
export type MarkName = LedgerRow['mark']

/** A refusal of the server, in its one shape; `code` is `offline` where it could not be reached. */
export class Refused extends Error {
  constructor(readonly body: ErrorBody) {
    super(body.message)
  }
}

export const api = createClient<paths>({ fetch: (request) => globalThis.fetch(request) })
// Sentences are told by the server in the reader's unit and language.
api.use({
  onRequest({ request }) {
    const { unit, language } = useSettings()
    request.headers.set('Waymark-Unit', unit.value)
    request.headers.set('Waymark-Language', language.value)
    return request
  },
})

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer, or `Refused` with the server's own words. */
export async function take<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await asked
  } catch {
    throw new Refused({
      code: 'offline',
      message: t('The fit room’s computer does not answer. What you typed is kept here; try again.'),
    })
  }
  if (answer.error !== undefined || answer.data === undefined) {
    const body = answer.error as ErrorBody | undefined
    throw new Refused(
      body?.message ? body : { code: 'error', message: t('Refused ({status}).', { status: answer.response.status }) },
    )
  }
  return answer.data
}
