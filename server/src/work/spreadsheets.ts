import {
  idFrom,
  judgeMembers,
  keptProducts,
  keyOfMark,
  listChanges,
  MEMBER_VERDICTS,
  productAt,
  proposeMarks,
  proposeSpreadsheet,
  readSpreadsheet,
  rolesOpening,
  type Change,
  type Id,
  type JudgedMember,
  type MemberChoice,
  type SheetScene,
  type Sight,
  type Spreadsheet,
} from '@lodge/core'
import { must } from '@lodge/core/must'
import { previewed, type ShownList } from './member-lists.ts'
import type { ShownPreview } from './shown.ts'

/** A spreadsheet of people by products, with what was corrected and chosen. */
export interface SpreadsheetAsked {
  cells: string[][]
  /** Undefined: proposed. */
  sheet?: Spreadsheet
  asOf: string
  /** What those who are recorded are. */
  as: 'staff' | 'contractor' | 'client'
  /** By product, what was chosen for its rows. */
  choices: Record<string, Record<string, MemberChoice>>
  /** By product, the role that people are given at the places their cell names. */
  keys: Record<string, Id>
  hash: string
  runId: Id
  withPreview: boolean
}

/** Each product's rows judged and, where it was asked for, the changes that apply all with their preview. */
export interface ShownSpreadsheet extends Omit<ShownList, 'members' | 'since' | 'looksForeign'> {
  sheet: Spreadsheet
  lists: { product: string; name: string; members: JudgedMember[] }[]
  /** Products a column can be of. */
  products: SheetProduct[]
}

interface SheetProduct {
  code: string
  name: string
  seatTypes: { code: string; name: string }[]
  /** Roles that open something of it, which a key could be of. */
  roles: { id: Id; name: string }[]
}

/** What a spreadsheet can name: the products the reader looks after, and places they see. */
function sceneOf(sight: Sight): SheetScene {
  const { account, now } = sight
  const products = keptProducts(sight).map(({ code, name }) => {
    const types = productAt(account, code, now)?.sheet.seatTypes ?? []
    return { code, name, seatTypes: types.map((one) => ({ code: one.code, name: one.name })) }
  })
  const places = [...account.all('place')].flatMap(({ id, name, parentId, archived }) =>
    parentId !== null && !archived && sight.seesPlace(id) ? [{ id, name }] : [],
  )
  return { products, places, zone: account.zone }
}

/** The columns as they were corrected; a product the reader does not look after is none, and its marks are proposed anew. */
function correctedSheet(cells: string[][], sheet: Spreadsheet, scene: SheetScene): Spreadsheet {
  const columns = sheet.columns.map((column, at) => {
    const isKnown = scene.products.some(({ code }) => code === column.product)
    if (column.as !== 'product' || !column.product || !isKnown) {
      return column.as === 'product' ? { ...column, as: 'other' as const, product: null } : column
    }
    const proposed = proposeMarks(cells, sheet.headingAt, at, column.product, scene)
    const said = new Map(column.marks.map((mark) => [keyOfMark(mark), mark.meaning]))
    const marks = proposed.map((mark) => ({ ...mark, meaning: said.get(keyOfMark(mark)) ?? mark.meaning }))
    return { ...column, marks }
  })
  return { headingAt: sheet.headingAt, columns }
}

/** Judges a spreadsheet as one list per product, and shows what applying all of them would do (model B7). */
export function showSpreadsheet(
  sight: Sight,
  asked: SpreadsheetAsked,
  show: (changes: Change[]) => ShownPreview,
): ShownSpreadsheet {
  const { cells, asOf, choices, hash, runId } = asked
  const scene = sceneOf(sight)
  const sheet = asked.sheet ? correctedSheet(cells, asked.sheet, scene) : proposeSpreadsheet(cells, scene)
  const lists = [...readSpreadsheet(cells, sheet, scene)].map(([product, rows]) => {
    const own = choices[product] ?? {}
    const confirmed = new Set(Object.entries(own).flatMap(([key, choice]) => (choice === 'confirm' ? [key] : [])))
    const name = must(
      scene.products.find(({ code }) => code === product),
      'such entry of products',
    ).name
    return { product, name, members: judgeMembers(sight, product, rows, confirmed) }
  })
  const products = scene.products.map(({ code, name, seatTypes }) => {
    return { code, name, seatTypes: [...seatTypes], roles: rolesOpening(sight, code) }
  })
  const shown = {
    sheet,
    lists,
    verdicts: MEMBER_VERDICTS,
    mayRecord: sight.can('people', 'add'),
    products,
    changes: [],
    preview: null,
    problems: [],
  }
  if (!asked.withPreview || lists.length === 0) return shown
  let made = 0
  const newId = () => idFrom(runId, (made += 1))
  const applied = lists.map(({ product, members }) => ({
    ...{ product, judged: members, hash, columns: [] },
    choices: new Map(Object.entries(choices[product] ?? {})),
    keyRoleId: asked.keys[product] ?? null,
  }))
  const plain = listChanges(sight, applied, { asOf, source: 'spreadsheet', kind: asked.as }, newId)
  return { ...shown, ...previewed(plain, newId, show) }
}
