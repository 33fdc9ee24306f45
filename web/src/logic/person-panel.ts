/** What is open beneath a person's facts. */
export type PersonPanel = 'give' | 'seat' | 'away' | 'record' | 'hangs' | 'sign-in' | 'join' | 'message'
