import type { PGlite } from '@electric-sql/pglite'
import { refusedBy, type ProtocolError, type Session } from './session'

/** Every value is told as the database writes it. */
const AS_TEXT = (text: string): string => text
const TEXT_PARSERS: Readonly<Record<number, typeof AS_TEXT>> = new Proxy(
  {},
  { get: () => AS_TEXT, has: () => true },
)

/** A session with PostgreSQL compiled to WebAssembly. */
export function pgliteSession(database: PGlite): Session {
  return {
    async query(statement) {
      try {
        const { rows } = await database.query<(string | null)[]>(statement, [], {
          rowMode: 'array',
          parsers: TEXT_PARSERS,
        })
        return rows
      } catch (error) {
        if (isOfProtocol(error)) throw refusedBy(error)
        throw error
      }
    },
    close: () => database.close(),
  }
}

function isOfProtocol(error: unknown): error is ProtocolError {
  return error instanceof Error && 'code' in error && 'severity' in error
}
