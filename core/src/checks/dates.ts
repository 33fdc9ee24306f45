import { IsOptional, Matches, ValidateBy } from 'class-validator'
import { say } from '../words/say.ts'
import { isWhen } from '../time/instants.ts'

const WHEN = /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}(:\d{2}(\.\d{1,6})?)?(Z|[+-]\d{2}:\d{2}))?$/

/** A local date or an instant with its offset; left out, it is now for a beginning and open for an end (model Z1). */
export function When(): PropertyDecorator {
  return (target, key) => {
    IsOptional()(target, key as string)
    NeededWhen()(target, key)
  }
}

/** The same, where it cannot be left out. */
export function NeededWhen(): PropertyDecorator {
  const rule = Matches(WHEN, { message: () => say('engine.property-must-be-a-date-such-as-2026') })
  return (target, key) => rule(target, key as string)
}

/**
 * What has the form of a date or instant is one there is: no 31st of June. A change says so itself, beside its field; what
 * is read without being decided says it here.
 */
export function IsThere(): PropertyDecorator {
  const validate = (text: unknown) => typeof text !== 'string' || !WHEN.test(text) || isWhen(text)
  const message = () => say('engine.property-must-be-a-date-or-time-there')
  return ValidateBy({ name: 'isThere', validator: { validate } }, { message })
}

const MOMENT = /^\d{4}-\d{2}-\d{2}(T\d{2}:\d{2}(:\d{2}(\.\d{1,6})?)?(Z|[+-]\d{2}:\d{2})?)?$/

/** A local date, a local time, or an instant with its offset; left out, it is now (model Z1, Z2). */
export function Moment(): PropertyDecorator {
  const message = () => say('engine.property-must-be-a-date-or-a-time')
  return (target, key) => {
    IsOptional()(target, key as string)
    Matches(MOMENT, { message })(target, key as string)
  }
}
