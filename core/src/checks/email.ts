import { Transform } from 'class-transformer'
import { ValidateBy } from 'class-validator'
import { normalDomain, normalEmail } from '../people/email.ts'
import { say } from '../words/say.ts'

/** Reads a text into its normal form as the shape is read, and refuses what has none. */
function Normal(name: string, normalise: (text: string) => string | null, message: string): PropertyDecorator {
  const transform = Transform(({ value }: { value: unknown }): unknown =>
    typeof value === 'string' ? (normalise(value) ?? value) : value,
  )
  const validate = (value: unknown) => typeof value === 'string' && normalise(value) === value
  const rule = ValidateBy({
    name,
    validator: { validate, defaultMessage: () => say('checks.property-must-be', { message }) },
  })
  return (target, key) => {
    transform(target, key as string)
    rule(target, key as string)
  }
}

/** An email address in its normal form. */
export function Email(): PropertyDecorator {
  return Normal('isEmail', normalEmail, say('checks.a-whole-email-address-as-someone-firm-example'))
}

/** A mail domain in its normal form. */
export function MailDomain(): PropertyDecorator {
  return Normal('isFQDN', normalDomain, say('checks.a-name-such-as-firm-example'))
}
