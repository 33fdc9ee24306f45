/** What can be picked in a field: what it is held as, how it reads, and what tells it from others of that name. */
export interface PickOption {
  value: string
  text: string
  detail?: string
  /** Cannot be picked now. */
  disabled?: boolean
}

/** So many are listed at once; further ones are found by typing. */
export const LISTED = 60

/** Those in which every typed word stands. */
export function matching(options: readonly PickOption[], text: string): PickOption[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean)
  return options.filter((option) => {
    const searched = `${option.text} ${option.detail ?? ''}`.toLowerCase()
    return words.every((word) => searched.includes(word))
  })
}
