import type { Refusal } from '@nomenklatura/core/instances'

export type Rows = readonly (readonly (string | null)[])[]

/** What a database answered to a statement. */
export interface Answer {
  readonly columns: readonly string[]
  readonly rows: Rows
  /** Rows that it entered, changed or took away; null where it says none. */
  readonly touched: number | null
}

/** One connection to a database, as an adapter gives it: one statement a call. */
export interface Session {
  /** Runs one statement; values are texts. Throws `Refused` for what the database refuses. */
  ask(statement: string): Promise<Answer>
  /** Its rows alone. */
  query(statement: string): Promise<Rows>
  /** Ends it. */
  close(): Promise<void>
}

/** A session from what asks and what ends it. */
export function sessionOf({ ask, close }: Pick<Session, 'ask' | 'close'>): Session {
  return { ask, close, query: async statement => (await ask(statement)).rows }
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
  readonly detail?: string | undefined
  readonly table?: string | undefined
  readonly column?: string | undefined
  readonly constraint?: string | undefined
}

const LONGEST_MESSAGE = 500

export function refusedBy(error: ProtocolError): Refused {
  return new Refused({
    state: error.code ?? 'XX000',
    message: error.message.slice(0, LONGEST_MESSAGE),
    ...(error.detail ? { detail: error.detail.slice(0, LONGEST_MESSAGE) } : {}),
    table: error.table ?? null,
    column: error.column ?? null,
    constraint: error.constraint ?? null,
    columns: error.column === undefined ? [] : [error.column],
  })
}

/** What the database refuses of a statement, or null. */
export async function refusalOf(session: Session, statement: string): Promise<Refusal | null> {
  try {
    await session.query(statement)
    return null
  } catch (error) {
    if (!(error instanceof Refused)) throw error
    return error.refusal
  }
}
