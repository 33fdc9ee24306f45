/** Names as they are compared: without accents, case and order of their parts. */
export function plainName(name: string): string {
  const parts = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
  return parts.filter(Boolean).sort().join(' ')
}
