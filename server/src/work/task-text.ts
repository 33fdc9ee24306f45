import type { TaskView } from '@lodge/core'

/** What is to be done in a product, with the lines to type there, as a message has it (model B1). */
export function taskText({ productName, sentence, why, lines, overdueDays }: TaskView, withProduct = true): string {
  const late = overdueDays > 0 ? ` (${overdueDays === 1 ? '1 day' : `${overdueDays} days`} overdue)` : ''
  const what = withProduct ? `${productName}: ${sentence}` : sentence
  return [`${what}${late}, ${why}`, ...lines.map(({ text }) => `      ${text}`)].join('\n')
}
