// Written by `npm run generated` from ../en/sign-in.json.
export interface SignInMessages {
  'sign-in.a-moment': null
  'sign-in.minutes': { minutes: number }
  'sign-in.too-many-attempts-wait-and-try-again': { wait: string | number }
  'sign-in.too-many-people-are-signing-in-from-your': null
  'sign-in.a-password-needs-at-least-characters-a-few': { minimumPasswordLength: string | number }
  'sign-in.many-people-use-this-password-so-it-is': null
  'sign-in.your-login-has-no-email-address-add-a': null
  'sign-in.you-signed-in-with-a-slip-first-ask': null
  'sign-in.confirm-it-is-you-sign-in-again-first': null
  'sign-in.this-passkey-could-not-be-checked-try-again': null
}
