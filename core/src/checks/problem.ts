/** Why something cannot be done or read: what, where and what to do, in one sentence a person can act on. */
export interface Problem {
  /** Stable, for programs: `unknown-field`, `seat-sold-out`. */
  code: string
  sentence: string
  /** Where in the input: `/people/3/email` (RFC 6901). */
  path?: string
}

export function problem(code: string, sentence: string, path?: string): Problem {
  return path === undefined ? { code, sentence } : { code, sentence, path }
}
