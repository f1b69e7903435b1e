import { readFileSync } from 'node:fs'
import Knex, { type Knex as Db } from 'knex'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { discover, readRows, type FlatTable } from '@nomenklatura/core/rows'

/** What is found in rows, asked of PostgreSQL: it groups and counts by itself. */
let db: Db
beforeAll(() => {
  db = Knex({ client: 'pg', connection: process.env.DATABASE_URL! })
})
afterAll(() => db.destroy())

const DATA = ['airports.csv', 'penguins.json', 'jobs.json', 'seattle-weather.csv', 'species.csv'] as const

describe.each(DATA)('%s', file => {
  const table = readRows(readFileSync(`node_modules/vega-datasets/data/${file}`, 'utf8')).table!
  const some: FlatTable = { columns: table.columns, rows: table.rows.slice(0, 2000) }
  const name = `open_data_${file.replace(/\W/g, '_')}`
  const column = (at: number): string => `c${at}`

  beforeAll(async () => {
    await db.schema.dropTableIfExists(name)
    await db.schema.createTable(name, t => some.columns.forEach((_, at) => t.text(column(at)).notNullable()))
    await db.batchInsert(
      name,
      some.rows.map(row => Object.fromEntries(row.map((cell, at) => [column(at), cell]))),
      400,
    )
  })
  afterAll(() => db.schema.dropTableIfExists(name))

  /** Whether rows equal on the left are equal on the right, by the server's own counting. */
  async function holds(from: readonly number[], to: number): Promise<boolean> {
    const query = db(name)
      .select(db.raw('1'))
      .havingRaw('count(DISTINCT ??) > 1', [column(to)])
      .limit(1)
    return (await (from.length > 0 ? query.groupBy(from.map(column)) : query)).length === 0
  }

  it('every dependency that is found holds there, and none of its parts does', async () => {
    for (const { from, to } of discover(some).dependencies) {
      expect(await holds(from, to)).toBe(true)
      for (const at of from)
        expect(
          await holds(
            from.filter(other => other !== at),
            to,
          ),
        ).toBe(false)
    }
  })

  it('every key tells as many rows apart as there are, and no part of it does', async () => {
    const apart = async (columns: readonly number[]): Promise<number> =>
      (await db.from(db(name).distinct(columns.map(column)).as('keys')).count('* as n'))[0]!.n as number
    const all = Number(await apart(some.columns.map((_, at) => at)))
    for (const key of discover(some).keys) {
      expect(Number(await apart(key))).toBe(all)
      for (const at of key)
        if (key.length > 1) expect(Number(await apart(key.filter(other => other !== at)))).toBeLessThan(all)
    }
  })
})
