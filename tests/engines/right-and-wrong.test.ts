import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Dialect } from '@nomenklatura/core/schema'
import { refusals, reviewScript } from '@nomenklatura/core/sql'
import { RIGHT_SCRIPTS } from '../reference/support/right-scripts'
import { SILENT_MISTAKES } from '../reference/support/silent-mistakes'
import { mariaCatalog, postgresCatalog } from './support/catalogs'
import { startMariaDb, type MariaDb } from './support/mariadb'
import { sqlite } from './support/sqlite'

let maria: MariaDb
beforeAll(async () => {
  maria = await startMariaDb()
}, 120_000)
afterAll(() => maria.stop())

/** What the engine says of a script; null where it takes it. */
type Asked = (script: string) => Promise<string | null>
const refusal = async (run: () => unknown): Promise<string | null> => {
  try {
    await run()
    return null
  } catch (error) {
    return (error as Error).message.slice(0, 300)
  }
}
/** What we call MySQL is asked of MariaDB here; ISO's words of PostgreSQL, as far as it has them. */
const ENGINES: Readonly<Partial<Record<Dialect, Asked>>> = {
  postgresql: script => refusal(() => postgresCatalog(script)),
  iso: script => refusal(() => postgresCatalog(script)),
  mysql: script => refusal(() => mariaCatalog(maria, script)),
  sqlite: script => refusal(() => sqlite(script, 'SELECT 1;')),
}

describe('scripts that are right run on their engine', () => {
  const cases = (Object.keys(ENGINES) as Dialect[]).flatMap(dialect =>
    RIGHT_SCRIPTS[dialect].map(script => [dialect, script] as const),
  )
  it.each(cases)('%s: %s', async (dialect, script) => {
    expect(await ENGINES[dialect]!(script)).toBeNull()
  })
})

describe('of a mistake is said that it is refused where the engine refuses it, and nowhere else', () => {
  const cases = SILENT_MISTAKES.map(mistake => ({ dialect: 'postgresql' as const, ...mistake })).filter(
    ({ dialect }) => ENGINES[dialect],
  )
  it.each(cases.map(mistake => [mistake.dialect, mistake.note, mistake.script] as const))(
    '%s: %s',
    async (dialect, _, script) => {
      const read = reviewScript(script, { dialect })
      // What nobody knows may have been made elsewhere: it is told, and not held to be refused.
      const isUnknown = read.findings.some(({ code }) => code === 'checks.unknown-function')
      const said = await ENGINES[dialect]!(script)
      expect({ said, told: isUnknown || refusals(read).length > 0 }).toEqual({ said, told: said !== null })
    },
  )
})
