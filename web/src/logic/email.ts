/** Whether the text looks like a whole email address; the server reads it properly. */
export function looksLikeAddress(typed: string): boolean {
  const text = typed.trim()
  const at = text.indexOf('@')
  const dot = text.indexOf('.', at + 2)
  return at > 0 && dot > 0 && text.length - dot > 2 && !/\s/.test(text)
}
