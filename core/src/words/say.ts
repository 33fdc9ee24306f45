import { IntlMessageFormat } from 'intl-messageformat'
import { catalogueOf, type Language, type MessageId, type PlainMessageId } from './catalogue.ts'
import type { Messages } from './messages.ts'

/** Picks the form of a verb: what was *done*, as the ledger tells it, or what is *to do*, as the docket does. */
export type Tense = 'done' | 'to-do'

/** What is made of a language's messages once they are first said: of those that name nothing, their text. */
interface Spoken {
  formats: Map<MessageId, IntlMessageFormat>
  texts: Map<MessageId, string>
}

const known = new Map<Language, Spoken>()
let spoken: Language = 'en'

/**
 * The text of a message: the one place where words are made of what the rules give, which is the message’s code and the
 * values it names (ICU MessageFormat). In the language of {@link inLanguage}.
 */
export function say(id: PlainMessageId): string
export function say<K extends MessageId>(id: K, values: Messages[K]): string
export function say(id: MessageId, values?: object): string {
  const { formats, texts } = inSpoken()
  if (!values) {
    const text = texts.get(id)
    if (text !== undefined) return text
  }
  let format = formats.get(id)
  if (!format) {
    format = new IntlMessageFormat(catalogueOf(spoken)[id], spoken, {}, { ignoreTag: true })
    formats.set(id, format)
  }
  const text = format.format(values as Record<string, string>) as string
  if (!values) texts.set(id, text)
  return text
}

/**
 * Has everything that is said meanwhile said in a language. It holds for a synchronous call only, as every rule and view
 * is one: nothing of another request comes between.
 */
export function inLanguage<T>(language: Language, act: () => T): T {
  const before = spoken
  spoken = language
  try {
    return act()
  } finally {
    spoken = before
  }
}

function inSpoken(): Spoken {
  let of = known.get(spoken)
  if (!of)
    known.set(spoken, (of = { formats: new Map<MessageId, IntlMessageFormat>(), texts: new Map<MessageId, string>() }))
  return of
}
