// Texts that people read live in the catalogues (core/src/words): this finds one that is written where it is used.

/** Two words after each other, one of them in small letters. */
const TEXT = /[A-Za-z’]{2,40}[,.:;]? [a-z]{2,40}|[a-z]{2,40}[,.:;]? [A-Za-z’]{2,40}/
const SQL = /\b(SELECT|INSERT|UPDATE|DELETE|FROM|WHERE|CREATE|ALTER|ORDER BY|VALUES|GET_LOCK|SESSION|PARTITION)\b/
/** What is no text: media types, schemes, cookies, keys of maps, a search in quotation marks, and names of products. */
const CODE =
  /^[\w-]+\/[\w.+-]+;|^(Bearer|Basic) |max-age|^(person|group|standing|offer|absence|field|line) |^urn:|^:|^".*"$|^Jolly Porter( <|$)|^Mac OS$|^(active )?"|Public Sans|^\(prefers-|minmax\(|^(firm ends|sign in) \0?$/

/**
 * Who reads what these take is an engineer, not a user: mistakes of the program, rows of the log, and what OpenAPI and
 * `--help` of an operator's tool say of an interface.
 */
const CALLS = new Set(
  'Symbol must entryAt by is warn info error debug fatal log execute query select selectOnce grants personal startsWith includes endsWith replace replaceAll test match split set get has add open view gauge counter histogram crash register column word words tableCsv parse hash'.split(
    ' ',
  ),
)
const PROPERTIES = new Set(
  'summary description query dropped help database $schema Authorization Accept defaultMessage'.split(' '),
)
const ERRORS = new Set(['Error', 'Missing', 'TypeError', 'RangeError'])

function textOf(node) {
  if (node.type === 'Literal') return typeof node.value === 'string' ? node.value : ''
  return node.quasis.map(({ value }) => value.cooked).join('\0')
}

const nameOf = (node) => (node.type === 'MemberExpression' ? node.property.name : node.name)

function isForEngineers(node) {
  for (let [at, up] = [node, node.parent]; up; [at, up] = [up, up.parent]) {
    if (up.type === 'CallExpression' && CALLS.has(nameOf(up.callee))) return true
    if (up.type === 'NewExpression' && ERRORS.has(nameOf(up.callee))) return true
    if (up.type === 'Property' && (up.key === at || PROPERTIES.has(up.key.name ?? up.key.value))) return true
    if (up.type === 'TaggedTemplateExpression' || up.type.startsWith('Import') || up.type.startsWith('Export')) {
      if (up.type !== 'ExportNamedDeclaration') return true
    }
    if (up.type.startsWith('TS') && up.type !== 'TSAsExpression' && up.type !== 'TSSatisfiesExpression') return true
    if (up.type === 'SwitchCase' && up.test === at) return true
    if (up.type === 'BinaryExpression' && /^[!=]==?$/.test(up.operator)) return true
    if (/Function/.test(up.type)) return false
  }
  return false
}

export default {
  rules: {
    'no-literal-text': {
      meta: {
        type: 'problem',
        schema: [],
        messages: { literal: 'People read this: give it a code in core/src/words/en and `say` it.' },
      },
      create(context) {
        const check = (node) => {
          const text = textOf(node)
          if (
            !TEXT.test(text.replaceAll('\0', ' ')) ||
            SQL.test(text) ||
            CODE.test(text.trim()) ||
            isForEngineers(node)
          )
            return
          context.report({ node, messageId: 'literal' })
        }
        return { Literal: check, TemplateLiteral: check }
      },
    },
  },
}
