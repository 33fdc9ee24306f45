/** Used where there is no account: for what waits before anybody is in one: mail around signing in. */
export const NO_ACCOUNT = '00000000-0000-0000-0000-000000000000'
