import { createRequire } from 'node:module'
import { problem, type Problem } from '@lodge/core'
import { say } from '@lodge/core/say'

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
    const sentence = say('sign-in.a-password-needs-at-least-characters-a-few', {
      minimumPasswordLength: MINIMUM_PASSWORD_LENGTH,
    })
    return problem('short-password', sentence, '/password')
  }
  const plain = password.toLowerCase()
  if (plain === email || isCommon(password) || new Set(plain).size < 4) {
    const sentence = say('sign-in.many-people-use-this-password-so-it-is')
    return problem('common-password', sentence, '/password')
  }
  return undefined
}
