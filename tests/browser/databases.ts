import { spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import createKnex from 'knex'

/** Names of databases on the server of the tests. Copies are of one run: a name is never used twice. */
export const DEMO_TEMPLATE = 'nomenklatura_demo_template'

/** The address of another database on the server of the tests. */
export function databaseUrl(name: string): string {
  return Object.assign(new URL(process.env.DATABASE_URL!), { pathname: `/${name}` }).href
}

/** A database with the demo, of its own, and how to take it away. */
export async function copyOfDemo(): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `nomenklatura_demo_${randomBytes(6).toString('hex')}`
  await onServer(`CREATE DATABASE ${name} TEMPLATE ${DEMO_TEMPLATE}`)
  return { url: databaseUrl(name), drop: () => onServer(`DROP DATABASE ${name} WITH (FORCE)`) }
}

/** Two files may begin at one moment, and a template is copied by one at a time. */
async function onServer(statement: string): Promise<void> {
  const db = createKnex({ client: 'pg', connection: process.env.DATABASE_URL! })
  try {
    for (let tries = 0; ; tries++) {
      try {
        return void (await db.raw(statement))
      } catch (error) {
        if ((error as { code?: string }).code !== '55006' || tries > 100) throw error
        await new Promise(done => setTimeout(done, 300))
      }
    }
  } finally {
    await db.destroy()
  }
}

/** Writes the demo into a database of another server. */
export function demoInto(url: string): void {
  const dump = spawnSync('pg_dump', ['--no-owner', databaseUrl(DEMO_TEMPLATE)], {
    maxBuffer: 256 * 1024 * 1024,
  })
  const restored = spawnSync('psql', ['-q', '-v', 'ON_ERROR_STOP=1', '-d', url], {
    input: dump.stdout,
    encoding: 'utf8',
  })
  if (dump.status !== 0 || restored.status !== 0)
    throw new Error(`The demo could not be copied:\n${String(dump.stderr)}${restored.stderr}`)
}
