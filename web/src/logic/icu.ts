import type { MessageFormatElement } from '@formatjs/icu-messageformat-parser'
import { IntlMessageFormat } from 'intl-messageformat'

/** What vue-i18n gives to a message that is a function. */
interface Named {
  values: Record<string, unknown>
}

/** A message of the catalogue as vue-i18n calls it, put together once it is first said. */
export function sayer(elements: MessageFormatElement[]): (named: Named) => string {
  let format: IntlMessageFormat | undefined
  return ({ values }) => {
    format ??= new IntlMessageFormat(elements, 'en')
    return format.format(new Proxy(values as Record<string, string>, BLANKS)) as string
  }
}

/** A value that was not given leaves a blank rather than a page that does not open; a test finds it (web/test/messages). */
const BLANKS: ProxyHandler<Record<string, string>> = { has: () => true }
