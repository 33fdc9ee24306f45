import {
  addDays,
  BOOK_FORMAT,
  instantText,
  readWhen,
  type AccountBook,
  type BookOffer,
  type LocalDate,
} from '@lodge/core'
import { DEMO_OWNER_EMAIL } from './sign-in.ts'
import { people } from './scenario/people.ts'
import { packets } from './scenario/packets.ts'
import { places } from './scenario/places.ts'
import { products } from './scenario/products.ts'
import { roles } from './scenario/roles.ts'

export const DEMO_ZONE = 'Europe/Dublin'
/** Thistlewick Roof Gardens on a morning: the demo as an account book, its dates laid out around that day. */
export function demoBook(today: LocalDate): AccountBook {
  const day = (offset: number) => addDays(today, offset)
  const sponsor = 'tamsin.roake@thistlewick.example'
  const offer = (to: string, sent: number, expires: number, role: string, place: string, seat: string): BookOffer => ({
    to,
    sponsor,
    state: 'live',
    sent: day(sent),
    expires: day(expires),
    grants: [{ role, place }],
    seats: [seat],
  })
  return {
    format: BOOK_FORMAT,
    asOf: instantText(readWhen(today, DEMO_ZONE, 'beginning')),
    account: { name: 'Thistlewick Roof Gardens', zone: DEMO_ZONE, currency: 'EUR', locale: 'en-IE' },
    employers: [
      'Highfast Rope Access',
      'High Fast Rope-Access',
      'Brookline Irrigation',
      'Loam & Clay Laboratory',
      ...places.map((client) => client.name),
    ],
    places,
    fields: [
      { name: 'Rope licence', kind: 'text', own: false, asked: false, values: [] },
      { name: 'Boot size', kind: 'text', own: true, asked: false, values: [] },
    ],
    products: products(today),
    roles,
    groups: [
      { name: 'Gardeners', lead: 'mirren.halloway@thistlewick.example', grants: [] },
      { name: 'Site leads', lead: DEMO_OWNER_EMAIL, grants: [] },
      {
        name: 'Irrigation',
        rule: [{ employer: 'Brookline Irrigation' }],
        lead: 'cormac.eddery@thistlewick.example',
        grants: [
          { role: 'Irrigation fitter', place: 'Pellworth Hospital Trust', from: day(-300) },
          { role: 'Irrigation fitter', place: 'Elderkin Care Homes', from: day(-300) },
        ],
      },
      {
        name: 'Trainees',
        lead: 'odalys.penrose@thistlewick.example',
        grants: [
          { role: 'Trainee', place: 'Brindle Schools', from: day(-300) },
          { role: 'Trainee', place: 'Wexcombe Council', from: day(-300) },
        ],
      },
      {
        name: 'Winter crew',
        lead: 'mirren.halloway@thistlewick.example',
        grants: [{ role: 'Gardener', place: 'Corvane Hotels/Corvane Lakeside', from: day(-300) }],
      },
    ],
    standings: { member: [], guest: [] },
    people: people(today),
    packets,
    offers: [
      offer(
        'odette.farrow@highfast.example',
        -13,
        1,
        'Rope access',
        'Corvane Hotels/Corvane Hill',
        'bedding-log/reader',
      ),
      offer('rufus.cade@brindle.example', -3, 11, 'Client view', 'Brindle Schools', 'bedding-log/reader'),
      {
        ...offer('roisin.thatch@wexcombe.example', -6, 8, 'Client view', 'Wexcombe Council', 'bedding-log/reader'),
        bounced: true,
      },
      offer(
        'bram.osterley@thistlewick.example',
        -4,
        10,
        'Gardener',
        'Corvane Hotels/Corvane Harbour',
        'bedding-log/reader',
      ),
      offer('lise.wetherby@hollin.example', -3, 11, 'Client view', 'Hollin Museum', 'bedding-log/reader'),
    ],
  }
}
