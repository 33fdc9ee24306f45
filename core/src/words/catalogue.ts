import access from './en/access.json' with { type: 'json' }
import account from './en/account.json' with { type: 'json' }
import checks from './en/checks.json' with { type: 'json' }
import commandLine from './en/command-line.json' with { type: 'json' }
import docket from './en/docket.json' with { type: 'json' }
import door from './en/door.json' with { type: 'json' }
import engine from './en/engine.json' with { type: 'json' }
import files from './en/files.json' with { type: 'json' }
import http from './en/http.json' with { type: 'json' }
import leaving from './en/leaving.json' with { type: 'json' }
import offers from './en/offers.json' with { type: 'json' }
import people from './en/people.json' with { type: 'json' }
import places from './en/places.json' with { type: 'json' }
import products from './en/products.json' with { type: 'json' }
import protocols from './en/protocols.json' with { type: 'json' }
import requests from './en/requests.json' with { type: 'json' }
import rules from './en/rules.json' with { type: 'json' }
import seats from './en/seats.json' with { type: 'json' }
import server from './en/server.json' with { type: 'json' }
import settings from './en/settings.json' with { type: 'json' }
import signIn from './en/sign-in.json' with { type: 'json' }
import store from './en/store.json' with { type: 'json' }
import undo from './en/undo.json' with { type: 'json' }
import views from './en/views.json' with { type: 'json' }
import work from './en/work.json' with { type: 'json' }
import type { Messages } from './messages.ts'

/** A language there is a catalogue of. */
export type Language = 'en'

/** The code of a message: the room it belongs to and its name there, `seats.held-already`. */
export type MessageId = keyof Messages

/** The code of a message that names no values. */
export type PlainMessageId = { [K in MessageId]: Messages[K] extends null ? K : never }[MessageId]

const rooms = {
  access,
  account,
  checks,
  commandLine,
  docket,
  door,
  engine,
  files,
  http,
  leaving,
  offers,
  people,
  places,
  products,
  protocols,
  requests,
  rules,
  seats,
  server,
  settings,
  signIn,
  store,
  undo,
  views,
  work,
}

const english = Object.fromEntries(
  Object.entries(rooms).flatMap(([room, messages]) =>
    Object.entries(messages).map(([name, text]) => [`${room}.${name}`, text]),
  ),
) as Record<MessageId, string>

/** All messages of a language, by their codes. */
export function catalogueOf(_language: Language): Record<MessageId, string> {
  return english
}
