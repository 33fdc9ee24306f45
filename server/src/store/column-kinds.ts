/** How a field of the core's rows is kept in its column. */
type Kind = 'plain' | 'boolean' | 'json'
export type Columns = readonly (readonly [field: string, column: string, kind: Kind])[]

export const plain = (field: string, column: string) => [field, column, 'plain'] as const
export const boolean = (field: string, column: string) => [field, column, 'boolean'] as const
export const json = (field: string, column: string) => [field, column, 'json'] as const

/** Which table and columns keep each of some rows. */
export type Layout<T extends string> = { [one in T]: { table: string; columns: Columns } }
