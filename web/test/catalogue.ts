import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { createI18n } from 'vue-i18n'
import type { Translate } from '../src/logic/effects.ts'

const en = JSON.parse(readFileSync(join(import.meta.dirname, '../src/messages/en.json'), 'utf8'))
// Its types read every message one by one.
const make = createI18n as unknown as (options: object) => { global: { t: unknown } }
const i18n = make({ legacy: false, locale: 'en', messages: { en } })
const translate = i18n.global.t as (key: string, values: object, plural?: number) => string

/** The messages as people read them. */
export const say: Translate = (key, values, plural) =>
  plural === undefined ? translate(key, values) : translate(key, values, plural)
