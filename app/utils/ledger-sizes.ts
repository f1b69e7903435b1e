/** Sizes of the ledger's rows and columns: given, since a table that finds its own is laid out anew with each row. */
export const LEDGER_PX = { row: 33, name: 152, sum: 62, cell: 34 } as const
