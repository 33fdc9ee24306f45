import type { TaskView } from '@lodge/core'
import { say } from '@lodge/core/say'

/** What is to be done in a product, with the lines to type there, as a message has it (model B1). */
export function taskText({ productName, sentence, why, lines, overdueDays }: TaskView, withProduct = true): string {
  const late = overdueDays > 0 ? say('work.1-day-overdue', { overdueDays }) : ''
  const what = withProduct ? `${productName}: ${sentence}` : sentence
  return [`${what}${late}, ${why}`, ...lines.map(({ text }) => `      ${text}`)].join('\n')
}
