import type { PGlite } from '@electric-sql/pglite'
import { refusedBy, sessionOf, type ProtocolError, type Session } from './session'

/** Every value is told as the database writes it. */
const AS_TEXT = (text: string): string => text
const textParsers = (database: PGlite): Readonly<Record<string, typeof AS_TEXT>> =>
  Object.fromEntries(Object.keys(database.parsers).map(type => [type, AS_TEXT]))

/** A session with PostgreSQL compiled to WebAssembly. */
export function pgliteSession(database: PGlite): Session {
  const parsers = textParsers(database)
  return sessionOf({
    async ask(statement) {
      try {
        const { rows, fields, affectedRows } = await database.query<(string | null)[]>(statement, [], {
          rowMode: 'array',
          parsers,
        })
        return { rows, columns: fields.map(({ name }) => name), touched: affectedRows ?? null }
      } catch (error) {
        if (isOfProtocol(error)) throw refusedBy(error)
        throw error
      }
    },
    close: () => database.close(),
  })
}

function isOfProtocol(error: unknown): error is ProtocolError {
  return error instanceof Error && 'code' in error && 'severity' in error
}
