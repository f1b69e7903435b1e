import pg from 'pg'
import { refusedBy, type Session } from '../../../sandbox/session'

/** A session with a PostgreSQL server; one statement a call, as everywhere. */
export async function serverSession(connectionString: string, statementMs: number): Promise<Session> {
  const client = new pg.Client({ connectionString, statement_timeout: statementMs })
  client.on('error', () => {})
  await client.connect()
  return {
    async query(statement) {
      try {
        const { rows } = await client.query<(string | null)[]>({
          text: statement,
          values: [],
          rowMode: 'array',
          // With values, even none, the extended protocol is used: it takes one statement only.
          queryMode: 'extended',
          types: { getTypeParser: () => (text: string) => text },
        } as pg.QueryArrayConfig)
        return rows
      } catch (error) {
        if (error instanceof pg.DatabaseError) throw refusedBy(error)
        throw error
      }
    },
    close: () => client.end(),
  }
}
