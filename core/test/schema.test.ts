import { IsString } from 'class-validator'
import { schemaOf } from '../src/index.ts'

test('a shape whose name another has is refused, since references go by the name', () => {
  const one = (() => {
    class Twice {
      @IsString() word!: string
    }
    return Twice
  })()
  expect(schemaOf(one).title).toBe('Twice')
  const other = (() => {
    class Twice {
      @IsString() sentence!: string
    }
    return Twice
  })()
  expect(() => schemaOf(other)).toThrow(/Two shapes are called Twice/)
})
