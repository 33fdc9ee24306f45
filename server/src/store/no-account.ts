/** Used where there is no account: for mail around signing in, before someone is in one. */
export const NO_ACCOUNT = '00000000-0000-0000-0000-000000000000'
