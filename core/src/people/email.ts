import { must } from '../checks/must.ts'
/** An address has at most so many characters in its normal form. */
export const MAXIMUM_EMAIL = 200

/** What an address may hold before its `@`: RFC 5322 `atom` characters and letters of any alphabet (RFC 6531 §3.3). */
const LOCAL = /^[\p{L}\p{M}\p{N}!#$%&'*+\-=?^_`{|}~.]{1,64}$/u
/** What a domain may hold before it is mapped: nothing a web address would read as something else. */
const DOMAIN = /^[\p{L}\p{M}\p{N}.-]{1,253}$/u
const PLAIN = /^[a-z0-9!#$%&'*+\-=?^_`{|}~.@]+$/
const LABEL = /^[a-z0-9-]{1,63}$/

/**
 * The one form in which addresses are kept and compared: NFC, lower case, the domain as IDNA has it (UTS 46, `xn--…`).
 * Two texts that give the same form are one mailbox; two that merely look alike are not.
 * @returns null for what is no whole address, or holds controls, blanks, invisible or direction marks.
 */
export function normalEmail(text: string): string | null {
  const trimmed = text.trim()
  if (trimmed.length > 2 * MAXIMUM_EMAIL) return null
  const plain = trimmed.normalize('NFC').toLowerCase().normalize('NFC')
  const at = plain.indexOf('@')
  if (at < 1 || at !== plain.lastIndexOf('@')) return null
  const [local, typedDomain] = [plain.slice(0, at), plain.slice(at + 1)]
  if (!LOCAL.test(local) || local.startsWith('.') || local.endsWith('.') || local.includes('..')) return null
  const domain = normalDomain(typedDomain)
  const email = domain && `${local}@${domain}`
  return email && email.length <= MAXIMUM_EMAIL ? email : null
}

/** A mail domain in its normal form: `Büro.example` is `xn--bro-hoa.example`; null for what is none. */
export function normalDomain(text: string): string | null {
  const typed = text.trim().normalize('NFC').toLowerCase()
  if (!DOMAIN.test(typed)) return null
  const ascii = PLAIN.test(typed) && !typed.includes('xn--') ? typed : toAscii(typed)
  const labels = ascii?.split('.') ?? []
  if (labels.length < 2 || labels.some((one) => !LABEL.test(one) || one.startsWith('-') || one.endsWith('-')))
    return null
  // The last one is never a number, so that no network address passes for a domain.
  return must(labels.at(-1), 'last of labels').length >= 2 && !/^\d/.test(must(labels.at(-1), 'last of labels'))
    ? ascii
    : null
}

/** Web addresses map their host by UTS 46 (URL standard §3.3); what `DOMAIN` lets through is read as a host and nothing else. */
function toAscii(domain: string): string | null {
  try {
    return new URL(`http://${domain}/`).hostname
  } catch {
    return null
  }
}

/** The normal form of a sign-in name: an address, or the short name of a login without a mailbox (model P1); null for neither. */
export function normalSignInName(text: string): string | null {
  if (text.includes('@')) return normalEmail(text)
  const name = text.trim().toLowerCase()
  return /^[a-z0-9]{1,40}(\.[a-z0-9]{1,40})?$/.test(name) ? name : null
}

/** The key under which an address that is kept is found: its normal form, or itself where it was kept before there was one. */
export function emailKey(kept: string): string {
  return normalEmail(kept) ?? kept.trim().toLowerCase()
}

/**
 * Why an address may be read as another by mistake: its domain is written in another alphabet, or its letters are of
 * several; undefined if it is plain.
 */
export function lookAlike(email: string): 'domain' | 'letters' | undefined {
  const [local = '', domain = ''] = email.split('@')
  if (domain.split('.').some((label) => label.startsWith('xn--'))) return 'domain'
  const scripts = [
    /\p{Script=Latin}/u,
    /\p{Script=Cyrillic}/u,
    /\p{Script=Greek}/u,
    /[^\p{ASCII}\p{Script=Latin}\p{Script=Cyrillic}\p{Script=Greek}\p{Script=Common}\p{Script=Inherited}]/u,
  ]
  return scripts.filter((script) => script.test(local)).length > 1 ? 'letters' : undefined
}
