import { IntlMessageFormat } from 'intl-messageformat'
import { catalogueOf, type Language, type MessageId, type PlainMessageId } from './catalogue.ts'
import type { Messages } from './messages.ts'

/** Picks the form of a verb: what was *done*, as the ledger tells it, or what is *to do*, as the docket does. */
export type Tense = 'done' | 'to-do'

const formats = new Map<Language, Map<MessageId, IntlMessageFormat>>()
let spoken: Language = 'en'

/**
 * The text of a message: the one place where words are made of what the rules give, which is the message’s code and the
 * values it names (ICU MessageFormat). In the language of {@link inLanguage}.
 */
export function say(id: PlainMessageId): string
export function say<K extends MessageId>(id: K, values: Messages[K]): string
export function say(id: MessageId, values?: object): string {
  if (!values && spoken === 'en') return catalogueOf(spoken)[id]
  return formatOf(id).format(values as Record<string, string>) as string
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

function formatOf(id: MessageId): IntlMessageFormat {
  let known = formats.get(spoken)
  if (!known) formats.set(spoken, (known = new Map<MessageId, IntlMessageFormat>()))
  let format = known.get(id)
  if (!format) known.set(id, (format = new IntlMessageFormat(catalogueOf(spoken)[id], spoken, {}, { ignoreTag: true })))
  return format
}
