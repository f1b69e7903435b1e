import { expect, it } from 'vitest'
import { readScript, writeScript } from '../../src/sql'
import type { Dialect } from '../../src/schema'

const MYSQL = `CREATE TABLE bay (
  bay_no INT UNSIGNED PRIMARY KEY,
  price DECIMAL(6,2) UNSIGNED,
  opened DATE,
  CHECK (YEAR(opened) > 2000 AND MONTH(opened) < 12)
);`
const written = (to: Dialect) =>
  writeScript(readScript(MYSQL, { dialect: 'mysql' }).schema, { to, from: 'mysql' })

it('holds numbers back that had no sign by a CHECK, where the server knows none', () => {
  for (const to of ['postgresql', 'oracle', 'sqlserver', 'sqlite'] as const)
    expect(written(to).text, to).toMatch(/CHECK \(bay_no >= 0\)[\s\S]*CHECK \(price >= 0\)/)
  expect(written('mysql').text).toMatch(/INT UNSIGNED/)
  expect(written('mysql').text).not.toMatch(/bay_no >= 0/)
  expect(written('postgresql').losses).toEqual([])
})

it('asks for parts of a day as the server does', () => {
  for (const to of ['postgresql', 'oracle', 'iso'] as const)
    expect(written(to).text).toContain(
      'CHECK (EXTRACT(YEAR FROM opened) > 2000 AND EXTRACT(MONTH FROM opened) < 12)',
    )
  expect(written('sqlserver').text).toContain('YEAR(opened) > 2000')
})
