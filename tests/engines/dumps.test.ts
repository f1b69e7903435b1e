import fc from 'fast-check'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import type { Dialect } from '@nomenklatura/core/schema'
import { readScript, writeScript } from '@nomenklatura/core/sql'
import { asMariaKeeps, asSqliteKeeps } from './support/as-kept'
import { mariaCatalog, postgresDump, sqliteCatalog } from './support/catalogs'
import { corpus } from './support/corpus'
import { startMariaDb, type MariaDb } from './support/mariadb'
import { schemaArbitrary } from './support/schemas'
import { sqliteDump } from './support/sqlite'
import { summaryOf, type Summary } from './support/summary'

/**
 * What the servers' own tools write down of their tables, read by us: the same as what the servers keep.
 * Thousands of words that no student writes.
 */
const MOST = 16
function scripts(dialect: Dialect): readonly string[] {
  const real = corpus()
    .filter(script => script.dialect === dialect && !script.name.startsWith('kamailio'))
    .map(({ text }) => text)
  return [
    ...real.slice(0, MOST),
    ...fc
      .sample(schemaArbitrary(dialect), { seed: 17, numRuns: 12 })
      .map(schema => writeScript(schema, { to: dialect }).text),
  ]
}

async function compare(
  dialect: Dialect,
  run: (script: string) => { kept: Summary[]; dump: string } | Promise<{ kept: Summary[]; dump: string }>,
  read: (dump: string) => Summary[],
): Promise<number> {
  let compared = 0
  for (const script of scripts(dialect)) {
    const written = await Promise.resolve(script)
      .then(run)
      .catch(() => undefined)
    if (!written) continue
    compared++
    expect(read(written.dump), written.dump.slice(0, 3000)).toEqual(written.kept)
    expect(
      readScript(written.dump, { dialect })
        .findings.filter(({ code }) => code.startsWith('syntax.') && code !== 'syntax.unknown-statement')
        .map(({ code, params }) => `${code} ${JSON.stringify(params)}`),
    ).toEqual([])
  }
  return compared
}

describe('what a server’s own tool writes down is read as what the server keeps', () => {
  let maria: MariaDb
  beforeAll(async () => {
    maria = await startMariaDb()
  }, 120_000)
  afterAll(() => maria.stop())

  it('PostgreSQL', async () => {
    expect(
      await compare('postgresql', postgresDump, dump =>
        summaryOf(readScript(dump, { dialect: 'postgresql' }).schema),
      ),
    ).toBeGreaterThanOrEqual(20)
  }, 240_000)
  it('MariaDB', async () => {
    expect(
      await compare(
        'mysql',
        script => ({ kept: mariaCatalog(maria, script), dump: maria.dump('trial') }),
        dump => asMariaKeeps(readScript(dump, { dialect: 'mysql' }).schema),
      ),
    ).toBeGreaterThanOrEqual(15)
  }, 240_000)
  it('SQLite', async () => {
    expect(
      await compare(
        'sqlite',
        script => ({ kept: sqliteCatalog(script), dump: sqliteDump(script) }),
        dump => asSqliteKeeps(readScript(dump, { dialect: 'sqlite' }).schema),
      ),
    ).toBeGreaterThanOrEqual(18)
  }, 240_000)
})
