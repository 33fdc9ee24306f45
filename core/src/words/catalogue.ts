import { english } from './english.ts'
import type { Messages } from './messages.ts'
import { lengthened } from './lengthened.ts'

/** A language there is a catalogue of; `en-x-long` is English made a third longer and accented, to find what it breaks. */
export type Language = 'en' | 'en-x-long'

/** The code of a message: the room it belongs to and its name there, `seats.held-already`. */
export type MessageId = keyof Messages

/** The code of a message that names no values. */
export type PlainMessageId = { [K in MessageId]: Messages[K] extends null ? K : never }[MessageId]

type Catalogue = Readonly<Record<MessageId, string>>

const catalogues = new Map<Language, Catalogue>([['en', english]])

/** All messages of a language, by their codes. */
export function catalogueOf(language: Language): Catalogue {
  let known = catalogues.get(language)
  if (!known) {
    const entries = Object.entries(english).map(([id, text]) => [id, lengthened(text)])
    catalogues.set(language, (known = Object.fromEntries(entries) as Catalogue))
  }
  return known
}
