import { House } from '../../house.ts'

describe('a link gets another name (model I4, D3)', () => {
  const made = () => {
    const house = House.open()
    const content = { kind: 'contractor', standing: 'guest', grants: [], seats: [], groupIds: [], maximumUses: 2 }
    house.do('Oriel', { type: 'make-link', name: 'Open dya', ...content, until: '2026-07-01' })
    const [link] = house.account.all('link')
    return { house, rename: (name: string) => ({ type: 'rename-link', linkId: link!.id, name }) }
  }

  test('it opens as before, and the ledger says so', () => {
    const { house, rename } = made()
    const [before] = house.account.all('link')
    house.do('Oriel', rename(' Open day '))
    expect([...house.account.all('link')]).toEqual([{ ...before, name: 'Open day' }])
    expect(house.show('Oriel', rename('Summer crew'))).toMatchObject({
      sentences: ['Rename the link “Open day” to “Summer crew”'],
      confirm: 'Rename link',
      ends: false,
    })
  })

  test('not by those who neither made it nor change people, not to what it is called, and not once it is cut', () => {
    const { house, rename } = made()
    expect(house.refusals('Rafe', rename('Mine'))).toEqual(['not-found'])
    // An id alone tells nobody what a link is called.
    const cut = { type: 'cut-link', linkId: rename('').linkId }
    expect(house.show('Rafe', rename('Mine'), cut).sentences).toEqual(['Rename a link to “Mine”', 'Cut a link'])
    expect(house.refusals('Oriel', rename('Open dya'))).toEqual(['no-change'])
    house.do('Oriel', { type: 'cut-link', linkId: rename('').linkId })
    expect(house.refusals('Oriel', rename('Open day'))).toEqual(['not-found'])
  })

  test('is not undone: it is renamed again', () => {
    const { house, rename } = made()
    house.do('Oriel', rename('Open day'))
    const { problems } = house.try('Oriel', house.undoing())
    expect(problems.map(({ sentence }) => sentence)).toEqual(['Rename the link again instead.'])
  })
})
