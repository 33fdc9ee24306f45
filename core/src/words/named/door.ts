// Written by `npm run generated` from ../en/door.json.
export interface DoorMessages {
  'door.this-sign-in-slip-does-not-work-ask': null
  'door.sign-in-slips-are-for-people-invited-without': null
  'door.email-must-not-be-empty': null
  'door.password-must-not-be-empty': null
  'door.this-email-address-and-password-do-not-match': null
  'door.this-took-too-long-start-signing-in-again': null
  'door.this-code-is-wrong-or-was-already-used': null
  'door.this-passkey-does-not-belong-to-any-login': null
  'door.this-code-is-wrong-or-was-already-used-2': null
  'door.this-is-not-your-password': null
  'door.this-link-does-not-work-ask-for-a': null
  'door.already-has-another-login-sign-in-with-that': { email: string | number }
  'door.agreed-to-open-an-account-you-have-to': null
  'door.if-you-open-an-account-here-you-are': null
  'door.already-has-a-login-sign-in-with-it': { email: string | number }
  'door.is-not-a-currency-code-write-it-as': { currency: string | number }
  'door.is-not-a-language-and-country-code-write': { locale: string | number }
  'door.this-invitation-cannot-be-used-ask-the-person': null
  'door.seat-in': { choice: string | number; productName: string | number }
  'door.asks-you-to-agree-to-its-terms-first': { account: string | number }
  'door.already-has-a-login-sign-in-with-it-2': { email: string | number }
  'door.this-link-does-not-work-ask-the-person': null
  'door.currency-must-be-three-letters-as-eur': null
}
