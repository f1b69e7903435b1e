import { spawnSync } from 'node:child_process'
import { randomBytes } from 'node:crypto'
import createKnex from 'knex'

/** As it was when the tests began: a file of tests may set it to its own database. */
const SERVER = process.env.DATABASE_URL!

/** What databases of tests are copied from: the demo, and the schema without a row. */
export const DEMO_TEMPLATE = 'nomenklatura_demo_template'
export const SCHEMA_TEMPLATE = 'nomenklatura_schema_template'

/** The address of another database on the server of the tests. */
export function databaseUrl(name: string): string {
  return Object.assign(new URL(SERVER), { pathname: `/${name}` }).href
}

/** An empty database of that name, whatever a run before left there. */
export async function createDatabase(name: string): Promise<string> {
  await onServer(`DROP DATABASE IF EXISTS ${name} WITH (FORCE)`)
  await onServer(`CREATE DATABASE ${name}`)
  return databaseUrl(name)
}

/** A copy of a template for one file of tests, and how to take it away. Names are of one run: never used twice. */
export async function copyOf(template: string): Promise<{ url: string; drop: () => Promise<void> }> {
  const name = `${template.replace(/_template$/, '')}_${randomBytes(6).toString('hex')}`
  await onServer(`CREATE DATABASE ${name} TEMPLATE ${template}`)
  return { url: databaseUrl(name), drop: () => onServer(`DROP DATABASE ${name} WITH (FORCE)`) }
}

/** Two files may begin at one moment, and a template is copied by one at a time. */
async function onServer(statement: string): Promise<void> {
  const db = createKnex({ client: 'pg', connection: SERVER })
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
