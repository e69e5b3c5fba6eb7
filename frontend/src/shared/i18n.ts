import { createI18n } from 'vue-i18n'

import { useSettings } from './settings'

type Texts = Record<string, string>

const { language } = useSettings()

/** How dates are written: the day first, or as the language has it. */
export const DATES = language.value === 'en' ? 'en-GB' : language.value

/** The screens' own texts, each under its English words; what a language lacks is shown in English. */
export const i18n = createI18n<false>({
  legacy: false,
  locale: language.value,
  fallbackLocale: 'en',
  messages: {},
  // Texts are their own names, full stops and all.
  messageResolver: (texts, name) => (texts as Texts)[name] ?? null,
  fallbackFormat: true,
  missingWarn: false,
  fallbackWarn: false,
})

export const t = i18n.global.t

/** Marks a text of a table, so that it is found for translation; it is put into words where it is shown. */
export const said = (text: string) => text

/** Have the language's texts before anything is shown. */
export async function learn(): Promise<void> {
  if (language.value === 'en') return
  const answer = await fetch(`/api/languages/${encodeURIComponent(language.value)}`)
  if (answer.ok) i18n.global.setLocaleMessage(language.value, (await answer.json()) as Texts)
}
