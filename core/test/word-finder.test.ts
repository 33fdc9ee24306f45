import fc from 'fast-check'
import { WordFinder } from '../src/views/word-finder.ts'

const word = fc.stringMatching(/^[abc ]{0,6}$/)

test('finds what going from text to text finds, in order', () => {
  fc.assert(
    fc.property(fc.array(word, { maxLength: 30 }), fc.array(word, { maxLength: 3 }), (texts, phrases) => {
      const asked = phrases.filter(Boolean)
      const literal = texts.flatMap((text, at) => (asked.every((one) => text.includes(one)) ? [at] : []))
      expect([...new WordFinder(texts).find(asked)]).toEqual(literal)
    }),
  )
})

test('never finds across two texts', () => {
  const finder = new WordFinder(['one', 'two', ''])
  expect([[...finder.find(['e\nt'])], [...finder.find(['two'])], [...finder.find(['nobody'])]]).toEqual([[], [1], []])
})
