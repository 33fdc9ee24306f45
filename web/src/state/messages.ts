import en from '@lodge/core/words/en/web.json' with { type: 'json' }
import { createI18n } from 'vue-i18n'
import { writing } from './language.ts'

/** The catalogue, in components by `useI18n`. */
export const i18n = createI18n({
  legacy: false,
  locale: 'en',
  messages: { en },
  // A message that names nothing is its text; the others are functions already (icu-messages.ts).
  messageCompiler: (message) => () => String(message),
  postTranslation: writing,
})

/** A message outside of components. */
export function say(key: string): string {
  return i18n.global.t(key)
}
