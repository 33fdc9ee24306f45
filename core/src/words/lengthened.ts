import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser'
import { printAST } from '@formatjs/icu-messageformat-parser/printer.js'

const ACCENTED: Readonly<Record<string, string>> = {
  a: 'á',
  e: 'ë',
  i: 'ï',
  o: 'ô',
  u: 'ü',
  y: 'ÿ',
  A: 'Å',
  E: 'É',
  I: 'Î',
  O: 'Ø',
  U: 'Ü',
}
/** How much longer than English a text may be in another language. */
const LONGER = 1 / 3

/** A message in which every text is accented and longer, and every value stands where it stood. */
export function lengthened(message: string): string {
  return printAST(stretch(parse(message, { ignoreTag: true })))
}

function stretch(elements: MessageFormatElement[]): MessageFormatElement[] {
  return elements.map((element) => {
    if (element.type === TYPE.literal) return { ...element, value: stretched(element.value) }
    if (element.type !== TYPE.select && element.type !== TYPE.plural) return element
    const options = Object.entries(element.options).map(([key, option]) => [
      key,
      { ...option, value: stretch(option.value) },
    ])
    return { ...element, options: Object.fromEntries(options) as typeof element.options } as MessageFormatElement
  })
}

function stretched(text: string): string {
  const letters = text.replace(/[^A-Za-z]/g, '').length
  return (
    text.replace(/[aeiouyAEIOU]/g, (letter) => ACCENTED[letter] ?? letter) + '~'.repeat(Math.floor(letters * LONGER))
  )
}
