import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { smallBook } from '../../core/test/small-book.ts'
import { runCommandLine } from '../src/command-line/main.ts'

const directory = mkdtempSync(join(tmpdir(), 'lodge-book-'))
const book = join(directory, 'book.json')
writeFileSync(book, JSON.stringify(smallBook('b.example')))
afterAll(() => rmSync(directory, { recursive: true, force: true }))

async function lodge(...args: string[]) {
  const out: string[] = []
  const complaints: string[] = []
  const status = await runCommandLine(
    args,
    (line) => out.push(line),
    (line) => complaints.push(line),
  )
  return { status, out: out.join('\n'), complaints: complaints.join('\n') }
}

test('check tells every problem by path', async () => {
  expect(await lodge('check', book)).toMatchObject({ status: 0, out: 'No problems.' })
  const broken = join(directory, 'broken.json')
  const plain = smallBook('b.example')
  plain.people[3]!.manager = 'nobody@b.example'
  writeFileSync(broken, JSON.stringify(plain))
  const found = await lodge('check', broken)
  expect(found).toMatchObject({ status: 1 })
  expect(found.out).toBe('/people/3/manager: There is no person “nobody@b.example” in this account export.')
})

test('reach answers every area, or one, with exit status 1 when nothing is reached', async () => {
  const all = await lodge('reach', book, 'rafe@b.example', 'Pellworth/Main')
  expect(all).toMatchObject({ status: 0, out: 'log/photos: change\nlog/drawings: see' })
  expect(await lodge('reach', book, 'RAFE@b.example', 'pellworth/helipad', 'log/photos')).toMatchObject({
    status: 1,
    out: 'log/photos: none',
  })
  const json = await lodge('reach', book, 'corin@b.example', 'Corvane', 'log/photos', '--json')
  const nothing = { free: 'none', approval: 'none' }
  expect(JSON.parse(json.out).areas).toEqual([
    { area: 'log/photos', level: 'none', approval: 'none', own: nothing, granted: 'change', cap: 'none' },
  ])
})

test('why lists routes that do not count with the reason', async () => {
  const answer = await lodge('why', book, 'rafe@b.example', 'Pellworth/Helipad', 'log/photos')
  expect(answer.status).toBe(1)
  expect(answer.out).toContain(
    'does not count: change by Gardener, given at Pellworth on 1 January 2026, stopped by the wall at Helipad',
  )
  const held = await lodge('why', book, 'corin@b.example', 'Corvane', 'log/photos')
  expect(held.out).toContain('held back: no seat of this product')
})

test('who lists everyone at a level, nobody with exit status 1', async () => {
  const answer = await lodge('who', book, 'change', 'Pellworth/Main', 'log/photos')
  expect(answer).toMatchObject({ status: 0 })
  expect(answer.out.split('\n')).toEqual([
    'Mirren Steward <mirren@b.example>: log/photos change',
    'Rafe Gardener <rafe@b.example>: log/photos change',
  ])
  expect(await lodge('who', book, 'run', 'Corvane/Harbour', 'log/photos')).toMatchObject({ status: 1, out: 'Nobody.' })
})

test('bill gives lines that add up, and before the book’s date what had counted by then', async () => {
  const answer = await lodge('bill', book, '2026-06')
  expect(answer.out).toBe('Garden Log, Field: 2 × 14.00 = 28.00\n2026-06: 28.00 EUR, net of tax')
  const json = JSON.parse((await lodge('bill', book, '2026-06', '--json')).out)
  expect(json.totalMinor).toBe(
    json.lines.reduce((sum: number, line: { amountMinor: number }) => sum + line.amountMinor, 0),
  )
  expect(json.lines[0].items).toMatchObject([
    { person: 'mirren@b.example', firstDate: '2026-06-01', lastDate: '2026-06-30' },
    {},
  ])
  expect((await lodge('bill', book, '2026-01', '--on', '2025-12-31')).out).toBe('2026-01: 0.00 EUR, net of tax')
})

test('calls that cannot be answered end with 2 and say what to do', async () => {
  const complaint = async (...args: string[]) => {
    const answer = await lodge(...args)
    expect(answer.status).toBe(2)
    return answer.complaints
  }
  expect(await complaint('reach', book, 'nobody@b.example', 'Pellworth')).toContain('nobody@b.example')
  expect(await complaint('reach', book, 'rafe@b.example', 'Nowhere')).toContain('Client/Site/Location')
  expect(await complaint('reach', book, 'rafe@b.example', 'Pellworth', 'log/nothing')).toContain('log/photos')
  expect(await complaint('who', book, 'all', 'Pellworth')).toContain('see, add, change or run')
  expect(await complaint('reach', book, 'rafe@b.example', 'Pellworth', '--on', '2026-01-01')).toContain(
    'cannot say who got in before',
  )
  expect(await complaint('reach', book, 'rafe@b.example', 'Pellworth', '--on', 'tomorrow')).toContain('not a date')
  expect(await complaint('bill', book, 'June')).toContain('2026-06')
  expect(await complaint('check', join(directory, 'missing.json'))).toContain('cannot be read')
  expect(await complaint('fly', book)).toContain('unknown command')
  expect(await complaint('reach', book)).toContain('missing required argument')
})

test('a later date is answered: an engagement ends with its day', async () => {
  const dated = join(directory, 'dated.json')
  const plain = smallBook('b.example')
  plain.people[3]!.engagement = { from: '2025-01-01', until: '2026-06-30' }
  writeFileSync(dated, JSON.stringify(plain))
  expect((await lodge('reach', dated, 'rafe@b.example', 'Pellworth', 'log/photos', '--on', '2026-07-01')).out).toBe(
    'log/photos: none',
  )
  expect((await lodge('reach', dated, 'rafe@b.example', 'Pellworth', 'log/photos', '--on', '2026-06-30')).out).toBe(
    'log/photos: change',
  )
})

describe('products kept by hand', () => {
  const path = join(directory, 'by-hand.json')
  const plain = smallBook('b.example')
  plain.keepings = [
    {
      ...{ product: 'log', way: 'hand', since: '2026-01-01', keeper: { person: 'mirren@b.example' } },
      known: [{ person: 'rafe@b.example', state: 'open', seatType: 'field', asOf: '2026-06-01', source: 'list' }],
    },
  ]
  writeFileSync(path, JSON.stringify(plain))

  test('tasks says what has to be done and by whom, with exit status 1', async () => {
    const found = await lodge('tasks', path)
    expect(found.status).toBe(1)
    expect(found.out.split('\n').slice(0, 3)).toEqual([
      'Garden Log (Mirren Steward): Open an account for Mirren Steward, has a seat since 1 January; nobody has checked yet; by 2026-01-01, 166 days overdue',
      '  name: Mirren Steward',
      '  email: mirren@b.example',
    ])
    expect(JSON.parse((await lodge('tasks', path, '--json')).out)).toHaveLength(1)
    expect(await lodge('tasks', book)).toMatchObject({ status: 0, out: 'Nothing has to be done by hand.' })
    expect((await lodge('tasks', path, '--product', 'nothing')).status).toBe(2)
  })

  test('list compares a member list row by row; what is no list is a wrong call', async () => {
    const list = join(directory, 'members.csv')
    writeFileSync(list, 'Name;Email;Type\nRafe;rafe@b.example;Field\nEdda Quince;edda@x.example;Reader\n')
    const found = await lodge('list', path, 'log', list)
    expect(found.status).toBe(1)
    expect(found.out.split('\n')).toEqual([
      'new: Edda Quince <edda@x.example>, row 3; there Reader, active, here nobody',
      'not-there: Mirren Steward <mirren@b.example>, not in the list; there not in the list, here Field',
      '1 agree, 2 differ.',
    ])
    writeFileSync(list, 'Email\nrafe@b.example\nmirren@b.example\n')
    expect(await lodge('list', path, 'log', list)).toMatchObject({ status: 0, out: '2 agree, 0 differ.' })
    writeFileSync(list, '1,2\n3,4\n')
    expect((await lodge('list', path, 'log', list)).complaints).toContain('no column with email addresses')
    expect((await lodge('list', path, 'nothing', list)).status).toBe(2)
  })
})
