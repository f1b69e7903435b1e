import pg from 'pg'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { isReserved, reservedWords } from '@nomenklatura/core/sql'
import { startMariaDb, type MariaDb } from './support/mariadb'
import { sqlite } from './support/sqlite'

/**
 * Our lists of reserved words against the engines themselves: PostgreSQL's own list, and words tried as names
 * of a table and a column in MariaDB and SQLite.
 */
let words: string[] = []
let reserved: string[] = []
beforeAll(async () => {
  const client = new pg.Client({ connectionString: process.env['DATABASE_URL'] })
  await client.connect()
  const { rows } = await client.query<{ word: string; catcode: string }>(
    'SELECT word, catcode FROM pg_get_keywords()',
  )
  await client.end()
  words = rows.map(({ word }) => word)
  reserved = rows.filter(({ catcode }) => catcode === 'R' || catcode === 'T').map(({ word }) => word)
})

describe('reserved words', () => {
  it('of PostgreSQL are those that it lists', () =>
    expect([...reservedWords('postgresql')].sort()).toEqual(reserved.sort()))

  it('of SQLite are those that it refuses', () => {
    const tried = [...new Set([...words, ...reservedWords('sqlite'), ...reservedWords('mysql')])].filter(
      word => /^[a-z_]+$/.test(word),
    )
    const refused = tried.filter(word => {
      try {
        sqlite(`CREATE TABLE ${word} (${word} int);`, 'SELECT 1;')
        return false
      } catch {
        return true
      }
    })
    expect(refused.sort()).toEqual(tried.filter(word => isReserved(word, 'sqlite')).sort())
  })

  describe('of MariaDB', () => {
    let maria: MariaDb
    beforeAll(async () => {
      maria = await startMariaDb()
    })
    afterAll(() => maria.stop())
    it('are in the list, of which each that MySQL 8 does not add is refused', () => {
      maria.run('CREATE DATABASE words')
      const own = maria
        .run('SELECT LOWER(word) FROM information_schema.KEYWORDS')
        .map(([word]) => word!)
        .filter(word => /^[a-z]+$/.test(word))
      const refused = own.filter(word => {
        try {
          maria.run(`CREATE OR REPLACE TABLE ${word} (${word} int)`, 'words')
          return false
        } catch {
          return true
        }
      })
      expect(refused.filter(word => !isReserved(word, 'mysql'))).toEqual([])
      expect(refused.length).toBeGreaterThan(180)
    })
  })
})
