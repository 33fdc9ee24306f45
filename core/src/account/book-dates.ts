import { IsThere, NeededWhen as NeededDate, When as OptionalDate } from '../checks/dates.ts'

/** A local date or an instant there is, which may be left out. */
export const When = (): PropertyDecorator => both(OptionalDate(), IsThere())
/** The same, where it cannot be. */
export const NeededWhen = (): PropertyDecorator => both(NeededDate(), IsThere())

function both(one: PropertyDecorator, other: PropertyDecorator): PropertyDecorator {
  return (target, key) => {
    one(target, key)
    other(target, key)
  }
}
