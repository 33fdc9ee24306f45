/** By this setting of the browser every message is written long and accented, for looking at what a translation would do. */
const SETTING = 'lodge-language'

const ACCENTED: Readonly<Record<string, string>> = {
  ...{ a: 'á', c: 'ç', e: 'é', i: 'í', n: 'ñ', o: 'ö', u: 'ü', y: 'ý' },
  ...{ A: 'Á', C: 'Ç', E: 'É', I: 'Í', N: 'Ñ', O: 'Ö', U: 'Ü', Y: 'Ý' },
}

/** `[Dïscàrd ~~~]`: a third longer, accented, between brackets, so that what is cut off or not translated shows. */
export function pseudo(text: string): string {
  const accented = text.replaceAll(/[aceinouy]/gi, (letter) => ACCENTED[letter] ?? letter)
  return `[${accented}${' ~'.repeat(Math.ceil(text.length / 6))}]`
}

/** How messages are written in the language chosen. */
export function writing<T>(text: T): T {
  return isPseudo && typeof text === 'string' ? (pseudo(text) as T) : text
}

const isPseudo = chosen() === 'pseudo'

function chosen(): string | null {
  try {
    return localStorage.getItem(SETTING)
  } catch {
    // A browser that keeps nothing has no such setting.
    return null
  }
}
