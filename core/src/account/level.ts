/** How much someone may do, lowest first (model L1). */
export const LEVELS = ['none', 'see', 'add', 'change', 'run'] as const

export type Level = (typeof LEVELS)[number]
