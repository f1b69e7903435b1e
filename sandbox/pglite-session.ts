import type { PGlite } from '@electric-sql/pglite'
import type { Session, ProtocolError } from './session'
import { refusedBy } from './session'

/** Every value is told as the database writes it. */
const AS_TEXT = (text: string): string => text
const TEXT_PARSERS: Readonly<Record<number, typeof AS_TEXT>> = new Proxy(
  {},
  { get: () => AS_TEXT, has: () => true },
)

/** A session with PostgreSQL compiled to WebAssembly; `most` characters are told in all. */
export function pgliteSession(database: PGlite, most: () => number = () => Infinity): Session {
  return {
    async query(statement) {
      try {
        const { rows } = await database.query<(string | null)[]>(statement, [], {
          rowMode: 'array',
          parsers: TEXT_PARSERS,
        })
        return rows.slice(0, most())
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
