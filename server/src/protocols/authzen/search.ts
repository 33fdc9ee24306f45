import { whatMay, whereMay, whoMay } from '@lodge/core'
import { must } from '@lodge/core/must'
import { badRequest } from '../../errors.ts'
import type { Asked } from './door.ts'
import { questionOf } from './evaluation.ts'
import { ActionSearch, reader, ResourceSearch, SubjectSearch, USUAL_PAGE, type Page } from './shapes.ts'
import { say } from '@lodge/core/say'

const readSubjectSearch = reader(SubjectSearch)
const readResourceSearch = reader(ResourceSearch)
const readActionSearch = reader(ActionSearch)

/** A page of a search's results (§8.2, §8.3); `next_token` is empty on the last. */
export interface Results<R> {
  results: R[]
  page: { next_token: string; count: number; total: number }
}

/** Subject Search (§8.4): everyone who may do the action there. */
export function searchSubject({ account, product, body, now }: Asked): Results<{ type: 'user'; id: string }> {
  const { subject, action, resource, page } = readSubjectSearch(body)
  const question = questionOf(product, { subject: { type: 'user', id: '' }, action, resource })
  const found = subject.type === 'user' ? whoMay(account, question, now) : []
  return paged(found, page, (id) => ({ type: 'user', id }))
}

/** Resource Search (§8.5): every place at which the subject may do the action in that area. */
export function searchResource({ account, product, body, now }: Asked): Results<{ type: string; id: string }> {
  const { subject, action, resource, page } = readResourceSearch(body)
  const question = questionOf(product, { subject, action, resource: { ...resource, id: '' } })
  const found = subject.type === 'user' ? whereMay(account, question, now) : []
  return paged(found, page, (id) => ({ type: resource.type, id }))
}

/** Action Search (§8.6): every action the subject may do there. */
export function searchAction({ account, product, body, now }: Asked): Results<{ name: string }> {
  const { subject, resource, page } = readActionSearch(body)
  const question = questionOf(product, { subject, action: { name: '' }, resource })
  const found = subject.type === 'user' ? whatMay(account, question, now) : []
  return paged(found, page, (name) => ({ name }), false)
}

/** The token is what was handed out last: a page goes on after it, whatever came or went meanwhile. */
function paged<R>(
  found: readonly string[],
  page: Page | undefined,
  make: (one: string) => R,
  inOrder = true,
): Results<R> {
  const limit = page?.limit ?? USUAL_PAGE
  const after = page?.token ? placeIn(page.token) : undefined
  let start = 0
  if (after !== undefined) {
    const next = inOrder ? found.findIndex((one) => one > after) : found.indexOf(after) + 1
    if (!inOrder && next === 0) throw badPage()
    start = next < 0 ? found.length : next
  }
  const shown = found.slice(start, start + limit)
  const isLast = start + shown.length >= found.length
  const next_token = isLast ? '' : tokenAfter(must(shown.at(-1), 'last of shown'))
  return { results: shown.map(make), page: { next_token, count: shown.length, total: found.length } }
}

const MARK = 'after '

function tokenAfter(one: string): string {
  return Buffer.from(`${MARK}${one}`, 'utf8').toString('base64url')
}

/** What the page before ended with. @throws LodgeError 400 for what is no token of ours. */
function placeIn(token: string): string {
  const text = Buffer.from(token, 'base64url').toString('utf8')
  if (!text.startsWith(MARK) || tokenAfter(text.slice(MARK.length)) !== token) throw badPage()
  return text.slice(MARK.length)
}

const badPage = () => badRequest('bad-page', say('protocols.this-page-token-does-not-belong-to-this'))
