import { must } from '../checks/must.ts'
/**
 * Finds which of many texts hold words and phrases. They are in one string, one after the other: looking through that
 * is several times as quick as going from text to text.
 */
export class WordFinder {
  private readonly joined: string
  /** Where each text begins in it, and where it ends. */
  private readonly begins: Uint32Array

  /** @param texts in lower case, without line breaks. */
  constructor(texts: readonly string[]) {
    this.joined = texts.join('\n')
    this.begins = new Uint32Array(texts.length + 1)
    let at = 0
    texts.forEach((text, line) => {
      this.begins[line] = at
      at += text.length + 1
    })
    this.begins[texts.length] = at
  }

  /** The positions of the texts that hold all of the phrases, in order; all positions where there is none. */
  find(phrases: readonly string[]): Uint32Array {
    const count = this.begins.length - 1
    if (phrases.length === 0) return Uint32Array.from({ length: count }, (_, at) => at)
    const [first, ...rest] = phrases.map((phrase) => this.linesOf(phrase))
    const others = rest.map((lines) => new Set(lines))
    return Uint32Array.from(
      others.length === 0
        ? must(first, 'first')
        : must(first, 'first').filter((at) => others.every((lines) => lines.has(at))),
    )
  }

  private linesOf(phrase: string): number[] {
    const found: number[] = []
    if (phrase.includes('\n')) return found
    const { joined, begins } = this
    const count = begins.length - 1
    let line = 0
    for (let at = joined.indexOf(phrase); at >= 0 && line < count; at = joined.indexOf(phrase, begins[line])) {
      line = this.lineAt(at, line)
      found.push(line)
      line += 1
    }
    return found
  }

  /** Which text holds a position, searched from one text on. */
  private lineAt(position: number, from: number): number {
    let [low, high] = [from, this.begins.length - 2]
    while (low < high) {
      const middle = (low + high + 1) >> 1
      if (must(this.begins[middle], 'entry of begins') <= position) low = middle
      else high = middle - 1
    }
    return low
  }
}
