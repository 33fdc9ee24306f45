// `npm run texts`: every text that people read, with its place, for a reading by docs/texts.md. A part of a path, or a word,
// narrows it: `npm run texts -- departures`.
import { readdirSync, readFileSync } from 'node:fs'
import { join, relative } from 'node:path'
import ts from 'typescript'
import { root } from './prepare.mjs'

/** Where texts are written: the catalogues in core, and what stand-ins and the demo say; SQL and logs are left out below. */
const ROOMS = ['core/src', 'server/src', 'standins/src', 'demo/src', 'web/src']
const wanted = process.argv[2]?.toLowerCase() ?? ''

/** At least two words, one of them in small letters, and nothing of a programme. */
function isRead(text) {
  if (text.split(' ').filter((word) => /[a-z]{2}/.test(word)).length < 2) return false
  return !/\b(SELECT|INSERT|UPDATE|DELETE|FROM|WHERE|CREATE|ALTER|ORDER BY)\b|^[\w-]+\/[\w-]+$|=>|;\s*\w+=/.test(text)
}

/** A template's text, what is put in as `{…}`. */
function textOf(node) {
  if (ts.isTemplateExpression(node)) {
    return (
      node.head.text + node.templateSpans.map((span) => `{${span.expression.getText()}}${span.literal.text}`).join('')
    )
  }
  return node.text
}

function* inSource(path) {
  const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true)
  const found = []
  const visit = (node) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node)) return
    const isText = ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node) || ts.isTemplateExpression(node)
    if (isText && isRead(textOf(node))) {
      found.push([source.getLineAndCharacterOfPosition(node.getStart()).line + 1, textOf(node)])
    }
    ts.forEachChild(node, visit)
  }
  visit(source)
  yield* found
}

function* inCatalogue(messages, keys = []) {
  for (const [key, value] of Object.entries(messages)) {
    if (typeof value === 'string') yield [[...keys, key].join('.'), value]
    else yield* inCatalogue(value, [...keys, key])
  }
}

for (const room of ROOMS) {
  for (const name of readdirSync(join(root, room), { recursive: true, encoding: 'utf8' }).sort()) {
    const path = join(root, room, name)
    const place = relative(root, path)
    const texts = name.startsWith('words/en/')
      ? inCatalogue(JSON.parse(readFileSync(path, 'utf8')))
      : name.endsWith('.ts')
        ? inSource(path)
        : []
    for (const [line, text] of texts) {
      const told = `${place}:${line}\t${text.replaceAll('\n', '⏎')}`
      if (told.toLowerCase().includes(wanted)) process.stdout.write(`${told}\n`)
    }
  }
}
