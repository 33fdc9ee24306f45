import { addDays, type BookGrant, type BookPerson, type LocalDate, type PersonState, type Standing } from '@lodge/core'
import { FURTHER_SEATS } from './products.ts'

const AGENCY = 'thistlewick.example'
const FIELD = 'bedding-log/field'
const LEAD = 'bedding-log/crew-lead'
const READER = 'bedding-log/reader'
const SOIL = 'bedding-log/soil-adviser'

interface Plan {
  today: LocalDate
  day(offset: number): LocalDate
}

interface Details {
  state?: PersonState
  standing?: Standing
  seat?: string
  manager?: string
  groups?: string[]
  /** `Role @ Client/Site`. */
  keys?: string[]
  /** Days from today. */
  from?: number
  until?: number
  signatory?: boolean
  /** The first and the last day away, in days from today. */
  away?: [number, number]
}

function address(name: string, domain: string): string {
  return `${name.toLowerCase().replaceAll(' ', '.').replaceAll('’', '')}@${domain}`
}

function build(
  plan: Plan,
  name: string,
  domain: string,
  kind: BookPerson['kind'],
  employer: string | undefined,
  details: Details,
): BookPerson {
  const from = plan.day(details.from ?? -400)
  const until = details.until === undefined ? {} : { until: plan.day(details.until) }
  const inAlready = !['invited', 'waiting', 'declined', 'withdrawn'].includes(details.state ?? 'active')
  const ended = details.state === 'left' ? until : {}
  const keys = (details.keys ?? []).map((key): BookGrant => {
    const [role = '', place = ''] = key.split(' @ ')
    return { role, place, from, ...ended, givenBy: address('Tamsin Roake', AGENCY) }
  })
  return {
    email: address(name, domain),
    name,
    kind,
    standing: details.standing ?? (kind === 'staff' ? 'member' : 'guest'),
    state: details.state ?? 'active',
    ...(details.signatory ? { signatory: true } : {}),
    ...(details.manager ? { manager: address(details.manager, AGENCY) } : {}),
    ...(employer ? { employer } : {}),
    engagement: { from, ...until },
    ...(details.away ? { away: { from: plan.day(details.away[0]), until: plan.day(details.away[1]) } } : {}),
    groups: details.groups ?? [],
    seats: [
      ...(details.seat && inAlready ? [{ seat: details.seat, from, ...ended }] : []),
      ...(FURTHER_SEATS[name] ?? []).map(([seat, days]) => ({ seat, from: plan.day(days) })),
    ],
    grants: inAlready ? keys : [],
  }
}

function staff(plan: Plan): BookPerson[] {
  const person = (name: string, details: Details) => build(plan, name, AGENCY, 'staff', undefined, details)
  const gardeners: [string, string, string, number?][] = [
    ['Rafe Underhay', 'Mirren Halloway', 'Pellworth Hospital Trust'],
    ['Wren Ashdown', 'Mirren Halloway', 'Corvane Hotels'],
    ['Sorrel Dunne', 'Odalys Penrose', 'Brindle Schools'],
    ['Jude Harrow', 'Odalys Penrose', 'Quillon Wharf Owners', -15],
    ['Dara Mossop', 'Cormac Eddery', 'Marrow Street Offices'],
    ['Kit Orchard', 'Cormac Eddery', 'Elderkin Care Homes'],
    ['Effie Farrant', 'Odalys Penrose', 'Wexcombe Council'],
    ['Gwil Tarrow', 'Mirren Halloway', 'Hollin Museum'],
  ]
  const trainees: [string, string, number][] = [
    ['Sia Lund', 'Rafe Underhay', -9],
    ['Pia Vellacott', 'Sorrel Dunne', -120],
    ['Lorcan Crewe', 'Kit Orchard', -200],
  ]
  return [
    person('Oriel Thistlewick', { standing: 'owner', signatory: true, seat: LEAD, from: -2200 }),
    person('Piran Thistlewick', { standing: 'owner', seat: READER, from: -2200 }),
    person('Tamsin Roake', { standing: 'administrator', seat: LEAD, from: -1500, manager: 'Oriel Thistlewick' }),
    person('Bevis Amory', { seat: READER, from: -900, manager: 'Tamsin Roake', keys: ['Office @ /'] }),
    person('Yannick Stroud', { seat: READER, from: -1300, manager: 'Piran Thistlewick', keys: ['Bookkeeping @ /'] }),
    person('Mirren Halloway', {
      seat: LEAD,
      manager: 'Oriel Thistlewick',
      groups: ['Site leads', 'Winter crew'],
      keys: [
        'Site lead @ Pellworth Hospital Trust',
        'Site lead @ Pellworth Hospital Trust/Pellworth Main/Helipad roof',
        'Site lead @ Corvane Hotels',
        'Site lead @ Hollin Museum',
      ],
    }),
    person('Odalys Penrose', {
      seat: LEAD,
      manager: 'Oriel Thistlewick',
      groups: ['Site leads'],
      keys: ['Site lead @ Brindle Schools', 'Site lead @ Quillon Wharf Owners', 'Site lead @ Wexcombe Council'],
    }),
    person('Cormac Eddery', {
      seat: LEAD,
      manager: 'Oriel Thistlewick',
      groups: ['Site leads'],
      keys: ['Site lead @ Marrow Street Offices', 'Site lead @ Elderkin Care Homes', 'Site lead @ Saltbarn Brewery'],
    }),
    ...gardeners.map(([name, manager, client, from]) =>
      person(name, { seat: FIELD, manager, from, groups: ['Gardeners'], keys: [`Gardener @ ${client}`] }),
    ),
    ...trainees.map(([name, manager, from]) =>
      person(name, { seat: FIELD, manager, from, groups: ['Trainees'], until: 365 }),
    ),
    person('Hester Rudge', {
      seat: FIELD,
      manager: 'Cormac Eddery',
      keys: ['Gardener @ Fennick Cider'],
      groups: ['Gardeners'],
    }),
    person('Ives Marchmont', { seat: READER, manager: 'Oriel Thistlewick', keys: ['Planner @ /'] }),
    person('Quenby Birch', { seat: FIELD, manager: 'Mirren Halloway', groups: ['Winter crew', 'Gardeners'] }),
    person('Nell Gathercole', { state: 'left', seat: FIELD, until: -40, keys: ['Gardener @ Hollin Museum'] }),
    person('Bram Osterley', { state: 'waiting', from: -2, manager: 'Odalys Penrose' }),
  ]
}

function contractors(plan: Plan): BookPerson[] {
  const firms = {
    rope: ['Highfast Rope Access', 'highfast.example'],
    // The same firm, as someone else once wrote it.
    'rope again': ['High Fast Rope-Access', 'highfast.example'],
    water: ['Brookline Irrigation', 'brookline.example'],
    soil: ['Loam & Clay Laboratory', 'loamandclay.example'],
  } as const
  const person = (name: string, firm: keyof typeof firms | undefined, details: Details) => {
    const [employer, domain] = firm ? firms[firm] : [undefined, 'viewfinder.example']
    return build(plan, name, domain, 'contractor', employer, { manager: 'Cormac Eddery', ...details })
  }
  const helipad = 'Pellworth Hospital Trust/Pellworth Main/Helipad roof'
  return [
    person('Tadeo Brandreth', 'rope', {
      seat: FIELD,
      from: -150,
      until: -7,
      keys: [`Rope access @ ${helipad}`, 'Rope access @ Corvane Hotels/Corvane Harbour/North wall'],
    }),
    person('Idris Marlow', 'rope', {
      seat: FIELD,
      from: -150,
      until: 12,
      keys: [`Rope access @ ${helipad}`, 'Rope access @ Quillon Wharf Owners/Quillon Tower/Mast roof'],
    }),
    person('Anwen Sharrow', 'rope', {
      seat: FIELD,
      from: -60,
      until: 45,
      keys: ['Rope access @ Corvane Hotels/Corvane Harbour'],
    }),
    person('Odette Farrow', 'rope again', { state: 'invited', from: 0, until: 100 }),
    person('Ines Carrow', 'water', { state: 'away', seat: READER, from: -300, until: 160, away: [-20, 77] }),
    person('Nolan Pryce', 'water', {
      seat: FIELD,
      from: -300,
      until: 14,
      keys: ['Irrigation fitter @ Corvane Hotels'],
    }),
    person('Merle Tandy', 'water', { seat: FIELD, from: -100, until: 14 }),
    person('Osric Pell', 'water', { seat: READER, from: -100, until: 160 }),
    person('Quill Bannerman', 'soil', {
      seat: SOIL,
      from: -200,
      until: 40,
      keys: ['Soil laboratory @ Elderkin Care Homes'],
    }),
    person('Delphine Sorley', 'soil', {
      seat: SOIL,
      from: -200,
      until: 40,
      keys: ['Soil laboratory @ Brindle Schools'],
    }),
    person('Hartley Voss', 'soil', {
      seat: READER,
      from: -80,
      until: 200,
      keys: ['Client view @ Elderkin Care Homes'],
    }),
    person('Vesper Lyle', undefined, {
      seat: FIELD,
      from: -30,
      until: 90,
      keys: ['Photographer @ Hollin Museum', 'Photographer @ Corvane Hotels'],
    }),
    person('Basil Trent', 'rope', { seat: READER, from: -90, until: 60, keys: ['Rope access @ Fennick Cider'] }),
    person('Corin Vane', 'water', {
      state: 'left',
      seat: FIELD,
      from: -500,
      until: -70,
      keys: ['Irrigation fitter @ Wexcombe Council'],
    }),
  ]
}

function clients(plan: Plan): BookPerson[] {
  const contacts: [string, string, string, Details?][] = [
    ['Corin Vey', 'pellworth.example', 'Pellworth Hospital Trust', { until: 200 }],
    ['Alba Renfrew', 'pellworth.example', 'Pellworth Hospital Trust'],
    ['Perrin Loft', 'corvane.example', 'Corvane Hotels'],
    ['Maud Sisley', 'corvane.example', 'Corvane Hotels'],
    ['Tobias Wray', 'brindle.example', 'Brindle Schools'],
    ['Hanne Fallow', 'brindle.example', 'Brindle Schools'],
    ['Rufus Cade', 'brindle.example', 'Brindle Schools', { state: 'invited', from: 0 }],
    ['Isolde Marsh', 'quillon.example', 'Quillon Wharf Owners'],
    ['Ewart Gammon', 'quillon.example', 'Quillon Wharf Owners'],
    ['Lise Wetherby', 'hollin.example', 'Hollin Museum', { state: 'waiting', from: -1 }],
    ['Ambrose Tilley', 'hollin.example', 'Hollin Museum'],
    ['Greta Holloway', 'marrow.example', 'Marrow Street Offices'],
    ['Fenella Storr', 'saltbarn.example', 'Saltbarn Brewery'],
    ['Silas Penrice', 'fennick.example', 'Fennick Cider'],
    ['Una Bracken', 'tarnashby.example', 'Tarn & Ashby Law'],
    ['Col Dempster', 'elderkin.example', 'Elderkin Care Homes'],
    ['Roisin Thatch', 'wexcombe.example', 'Wexcombe Council', { state: 'invited', from: 0, until: 300 }],
    ['Abel Norrick', 'norrick.example', 'Norrick Data Halls'],
  ]
  return contacts.map(([name, domain, client, details]) =>
    build(plan, name, domain, 'client', client, {
      seat: READER,
      from: -250,
      keys: [`Client view @ ${client}`],
      ...details,
    }),
  )
}

/** Everyone of the scenario, their dates laid out around `today`. */
export function people(today: LocalDate): BookPerson[] {
  const plan: Plan = { today, day: (offset) => addDays(today, offset) }
  const erased: BookPerson = {
    key: 'former-gardener',
    kind: 'staff',
    standing: 'member',
    state: 'erased',
    engagement: { until: plan.day(-380) },
  }
  return [...staff(plan), ...contractors(plan), ...clients(plan), erased]
}
