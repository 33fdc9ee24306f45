/** As whom one signs in first. */
export const DEMO_OWNER_EMAIL = 'oriel.thistlewick@thistlewick.example'
/** The password every active person of the demo starts with; the start command says it. */
export const DEMO_PASSWORD = 'moss on the north wall'
