/** Has the browser keep an answer as a file. */
export function keepAsFile(answer: object, name: string): void {
  const file = new Blob([JSON.stringify(answer, null, 2)], { type: 'application/json' })
  const link = Object.assign(document.createElement('a'), { href: URL.createObjectURL(file), download: name })
  link.click()
  URL.revokeObjectURL(link.href)
}
