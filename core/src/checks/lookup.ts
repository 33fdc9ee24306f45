/** What a table holds under a word from a request; never what every object inherits, such as `constructor`. */
export function lookup<T>(table: Readonly<Record<string, T>>, word: string): T | undefined {
  return Object.hasOwn(table, word) ? table[word] : undefined
}
