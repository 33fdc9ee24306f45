import {
  decide,
  peopleView,
  personSheetView,
  readPeopleQuery,
  recordOf,
  settingsView,
  Sight,
} from '../../../src/index.ts'
import { House, nextId } from '../../house.ts'

const sightOf = (house: House, who: string) => new Sight(house.account, house.person(who), house.now)
const sheetOf = (house: House, who: string, whom = who) => personSheetView(sightOf(house, who), house.person(whom))!

/** A house with a text people set themselves, one the office sets, and a choice. */
function withFields(): { house: House; own: string; asked: string; choice: string; value: string } {
  const house = House.open()
  const [own, asked, choice, value] = [nextId(), nextId(), nextId(), nextId()]
  house.do(
    'Oriel',
    { type: 'make-field', fieldId: own, name: 'Boot size', kind: 'text', own: true, values: [] },
    { type: 'make-field', fieldId: asked, name: 'Rope licence', kind: 'text', asked: true, values: [] },
    { type: 'make-field', fieldId: choice, name: 'Crew', values: [{ id: value, name: 'Winter' }] },
  )
  return { house, own, asked, choice, value }
}

describe('fields of the account’s own (model P2, C6)', () => {
  test('a choice has values and a text none; neither becomes the other, and no name is taken twice', () => {
    const { house, own, choice } = withFields()
    const refused = (change: object) => house.refusals('Oriel', { fieldId: nextId(), values: [], ...change })
    expect(refused({ type: 'make-field', name: 'Empty' })).toEqual(['no-values'])
    expect(refused({ type: 'make-field', name: 'Notes', kind: 'text', values: [{ name: 'A' }] })).toEqual(['no-values'])
    expect(refused({ type: 'make-field', name: 'boot SIZE', kind: 'text' })).toEqual(['name-taken'])
    expect(refused({ type: 'change-field', fieldId: own, name: 'Boots', values: [{ name: 'A' }] })).toEqual([
      'kind-stays',
    ])
    expect(refused({ type: 'change-field', fieldId: choice, name: 'Crew', kind: 'text' })).toContain('kind-stays')
    const fields = settingsView(sightOf(house, 'Oriel'))!.fields
    expect(fields.map(({ name, kind, used }) => [name, kind, used])).toEqual([
      ['Boot size', 'text', 0],
      ['Rope licence', 'text', 0],
      ['Crew', 'choice', 0],
    ])
  })

  test('stand in a person’s record, find them, and never in a row or the ledger', () => {
    const { house, own, choice, value } = withFields()
    const rafe = house.person('Rafe')
    const change = {
      type: 'change-person',
      personId: rafe,
      phone: '01 555 0117',
      texts: [{ fieldId: own, text: 'forty three' }],
      choices: [{ fieldId: choice, valueId: value }],
    }
    house.do('Oriel', change)
    const { record } = sheetOf(house, 'Oriel', 'Rafe')
    expect(record!.phone).toBe('01 555 0117')
    expect(record!.fields.map(({ text, valueId }) => text ?? valueId)).toEqual(['forty three', null, value])
    for (const find of ['"forty three"', 'winter', '555']) {
      expect(peopleView(sightOf(house, 'Oriel'), readPeopleQuery({ find })).people.map((one) => one.id)).toEqual([rafe])
    }
    expect(JSON.stringify([house.account.get('person', rafe), recordOf(house.read(change))])).not.toMatch(
      /forty|555 ?0117/,
    )
    expect(JSON.stringify(recordOf(house.read(change)))).toContain(`field ${own}`)
    expect(house.refusals('Oriel', { ...change, texts: [{ fieldId: choice, text: 'x' }] })).toEqual(['unknown-field'])
    expect(personSheetView(sightOf(house, 'Corin'), rafe)).toBeUndefined()
  })

  test('people set what is left to them, and nothing else', () => {
    const { house, own, asked } = withFields()
    const mine = (texts: object[], personId = house.person('Rafe')) => ({ type: 'own-record', personId, texts })
    house.do('Rafe', { ...mine([{ fieldId: own, text: '43' }]), phone: '02' })
    expect(sheetOf(house, 'Rafe').record).toMatchObject({ phone: '02' })
    expect(house.refusals('Rafe', mine([{ fieldId: asked, text: 'L1' }]))).toEqual(['not-own'])
    expect(house.refusals('Rafe', mine([{ fieldId: own, text: '1' }], house.person('Mirren')))).toEqual(['not-yours'])
    expect(house.refusals('Rafe', { type: 'change-person', personId: house.person('Rafe'), phone: '03' })).toEqual([
      'not-allowed',
    ])
  })

  test('newcomers answer what they are asked, and only that', () => {
    const { house, own, asked } = withFields()
    house.do('Oriel', house.invitation())
    const take = (texts: object[]) => {
      const change = house.read({
        type: 'accept',
        offerId: house.offerOf('Sorrel'),
        loginId: nextId(),
        proven: true,
        texts,
      })
      return decide(house.account, [change], { kind: 'person', personId: house.person('Sorrel') }, house.now)
    }
    expect(take([]).problems[0]).toMatchObject({ code: 'asked', sentence: expect.stringContaining('Rope licence') })
    const taken = take([
      { fieldId: asked, text: 'L2' },
      { fieldId: own, text: 'sneaked in' },
    ])
    expect(taken.problems).toEqual([])
    expect(taken.after.personal(house.person('Sorrel'), `field ${asked}`)).toBe('L2')
    expect(taken.after.personal(house.person('Sorrel'), `field ${own}`)).toBeUndefined()
  })
})
