import type { Refusal } from '@nomenklatura/core/instances'

/** One connection to a database, as an adapter gives it: one statement a call. */
export interface Session {
  /** Runs one statement and gives its rows as texts. Throws `Refused` for what the database refuses. */
  query(statement: string): Promise<readonly (readonly (string | null)[])[]>
  /** Ends it. */
  close(): Promise<void>
}

/** A statement that the database did not take. */
export class Refused extends Error {
  override readonly name = 'Refused'

  constructor(readonly refusal: Refusal) {
    super(refusal.message)
  }
}

/** What databases tell of an error, by the fields of their protocol. */
export interface ProtocolError {
  readonly code?: string | undefined
  readonly message: string
  readonly table?: string | undefined
  readonly column?: string | undefined
  readonly constraint?: string | undefined
}

const LONGEST_MESSAGE = 500

export function refusedBy(error: ProtocolError): Refused {
  return new Refused({
    state: error.code ?? 'XX000',
    message: error.message.slice(0, LONGEST_MESSAGE),
    table: error.table ?? null,
    column: error.column ?? null,
    constraint: error.constraint ?? null,
    columns: error.column === undefined ? [] : [error.column],
  })
}
