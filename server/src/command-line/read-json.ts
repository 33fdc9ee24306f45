import { visit } from 'jsonc-parser'
import { MAXIMUM_PROBLEMS, problem, type Problem } from '@lodge/core'
import { must } from '@lodge/core/must'
import { say } from '@lodge/core/say'

/**
 * Names that are twice in one object of a JSON text: the person who wrote them meant both, and one would be lost
 * unseen
 * (RFC 8259 §4). The text must be JSON.
 */
export function namesTwice(text: string): Problem[] {
  const problems: Problem[] = []
  const open: Set<string>[] = []
  visit(text, {
    onObjectBegin: () => void open.push(new Set()),
    onObjectProperty(name, _offset, _length, _line, _character, pathSupplier) {
      const names = must(open.at(-1), 'last of open')
      if (names.has(name) && problems.length < MAXIMUM_PROBLEMS) {
        const path = [...pathSupplier(), name].map((one) => String(one).replaceAll('~', '~0').replaceAll('/', '~1'))
        problems.push(
          problem(
            'name-twice',
            say('command-line.the-name-is-used-twice-here-leave-one', { name }),
            `/${path.join('/')}`,
          ),
        )
      }
      names.add(name)
    },
    onObjectEnd: () => void open.pop(),
  })
  return problems
}
