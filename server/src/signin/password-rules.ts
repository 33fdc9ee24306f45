import { createRequire } from 'node:module'
import { problem, type Problem } from '@lodge/core'

export const MINIMUM_PASSWORD_LENGTH = 10

let common: { test(password: string): boolean } | undefined

/** Whether a password is on the list of common ones that ships with us; read when it is first asked for. */
function isCommon(password: string): boolean {
  common ??= createRequire(import.meta.url)('fxa-common-password-list') as { test(password: string): boolean }
  return common.test(password) || common.test(password.toLowerCase())
}

/** Length and the list of common ones, and nothing about kinds of letters (NIST SP 800-63B §5.1.1.2). */
export function passwordProblem(password: string | undefined, email: string): Problem | undefined {
  if (!password || password.length < MINIMUM_PASSWORD_LENGTH) {
    const sentence = `A password needs at least ${MINIMUM_PASSWORD_LENGTH} characters; a few words work well.`
    return problem('short-password', sentence, '/password')
  }
  const plain = password.toLowerCase()
  if (plain === email || isCommon(password) || new Set(plain).size < 4) {
    const sentence = 'Many people use this password, so it is easy to guess. A few words of your own work well.'
    return problem('common-password', sentence, '/password')
  }
  return undefined
}
