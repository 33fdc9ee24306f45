// Written by `npm run generated` from the catalogues beside it.
import access from './en/access.json' with { type: 'json' }
import account from './en/account.json' with { type: 'json' }
import checks from './en/checks.json' with { type: 'json' }
import commandLine from './en/command-line.json' with { type: 'json' }
import confirm from './en/confirm.json' with { type: 'json' }
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
import time from './en/time.json' with { type: 'json' }
import undo from './en/undo.json' with { type: 'json' }
import views from './en/views.json' with { type: 'json' }
import work from './en/work.json' with { type: 'json' }
import type { Messages } from './messages.ts'

/** The messages of a room by their codes. */
function codes(room: string, messages: object): [string, string][] {
  return Object.entries(messages).map(([name, text]: [string, string]) => [`${room}.${name}`, text])
}

/** Every message in English. */
export const english = Object.fromEntries([
  ...codes('access', access),
  ...codes('account', account),
  ...codes('checks', checks),
  ...codes('command-line', commandLine),
  ...codes('confirm', confirm),
  ...codes('docket', docket),
  ...codes('door', door),
  ...codes('engine', engine),
  ...codes('files', files),
  ...codes('http', http),
  ...codes('leaving', leaving),
  ...codes('offers', offers),
  ...codes('people', people),
  ...codes('places', places),
  ...codes('products', products),
  ...codes('protocols', protocols),
  ...codes('requests', requests),
  ...codes('rules', rules),
  ...codes('seats', seats),
  ...codes('server', server),
  ...codes('settings', settings),
  ...codes('sign-in', signIn),
  ...codes('store', store),
  ...codes('time', time),
  ...codes('undo', undo),
  ...codes('views', views),
  ...codes('work', work),
]) as Readonly<Record<keyof Messages, string>>
