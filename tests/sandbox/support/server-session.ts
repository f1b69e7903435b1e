import pg from 'pg'
import { refusedBy, sessionOf, type Session } from '../../../sandbox/session'

/** A session with a PostgreSQL server; one statement a call, as everywhere. */
export async function serverSession(connectionString: string, statementMs: number): Promise<Session> {
  const client = new pg.Client({ connectionString, statement_timeout: statementMs })
  client.on('error', () => {})
  await client.connect()
  return sessionOf({
    async ask(statement) {
      try {
        const { rows, fields, rowCount } = await client.query<(string | null)[]>({
          text: statement,
          values: [],
          rowMode: 'array',
          // With values, even none, the extended protocol is used: it takes one statement only.
          queryMode: 'extended',
          types: { getTypeParser: () => (text: string) => text },
        } as pg.QueryArrayConfig)
        return { rows, columns: fields.map(({ name }) => name), touched: rowCount }
      } catch (error) {
        if (error instanceof pg.DatabaseError) throw refusedBy(error)
        throw error
      }
    },
    close: () => client.end(),
  })
}
