/** What a table holds under a word somebody typed or sent; never what every object has by itself, as `constructor`. */
export function lookup<T>(table: Readonly<Record<string, T>>, word: string): T | undefined {
  return Object.hasOwn(table, word) ? table[word] : undefined
}
