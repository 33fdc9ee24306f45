import type { ConnectionRow, Id } from '../account/rows.ts'
import { controlOf, type Control } from '../access/controls.ts'
import type { Sight } from '../access/sight.ts'
import { productAccountOf } from '../departures/accounts.ts'
import { productAt } from '../products/catalogue.ts'
import { dateOf, type LocalDate } from '../time/instants.ts'

export interface ConnectionView extends Pick<ConnectionRow, 'id' | 'product' | 'scimAddress' | 'thingsAddress'> {
  name: string
  since: LocalDate
}

export interface ConnectionsView {
  connections: ConnectionView[]
  /** Products that could be connected. */
  products: { code: Id; name: string }[]
  control: Control
}

/** Which products' accounts follow this one; for anyone who may see connections (model L6). */
export function connectionsView(sight: Sight): ConnectionsView | undefined {
  if (!sight.can('connections', 'see')) return undefined
  const { account, now } = sight
  const nameOf = (code: string) => productAt(account, code, now)?.sheet.name ?? code
  const on = [...account.all('connection')].filter((one) => one.on)
  const free = [...account.all('product')].filter(({ code }) => !on.some((one) => one.product === code))
  return {
    connections: on.map(({ id, product, scimAddress, thingsAddress, since }) => ({
      ...{ id, product, scimAddress, thingsAddress, name: nameOf(product), since: dateOf(since, account.zone) },
    })),
    products: free.map(({ code }) => ({ code, name: nameOf(code) })),
    control: controlOf(sight, 'connections', 'run'),
  }
}

/** Connected products one has an open account in, to be gone into from one's own page. */
export function waysIn({ account, personId, now }: Sight): { product: string; name: string }[] {
  return [...account.all('connection')].flatMap(({ on, product }) => {
    if (!on || !productAccountOf(account, personId, product, now)?.active) return []
    return [{ product, name: productAt(account, product, now)?.sheet.name ?? product }]
  })
}
