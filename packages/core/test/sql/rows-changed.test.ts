import { describe, expect, it } from 'vitest'
import { reviewScript } from '../../src/sql'
import type { Dialect } from '../../src/schema'

const said = (script: string, dialect: Dialect = 'postgresql'): string[] =>
  reviewScript(script, { dialect }).findings.map(({ code }) => code)

const PORTS = (onDelete = '', onUpdate = '') => `
  CREATE TABLE port (code char(3) PRIMARY KEY, name varchar(30) NOT NULL CHECK (name <> ''));
  CREATE TABLE berth (port char(3) REFERENCES port ${onDelete} ${onUpdate}, berth_no integer, PRIMARY KEY (berth_no));
  INSERT INTO port VALUES ('ALV', 'Alva'), ('SKA', 'Skar');
  INSERT INTO berth VALUES ('SKA', 1);`

/** What each server does with these was written down before they were read. */
describe('rows that are changed and taken away', () => {
  it.each<[string, string, string[]]>([
    [
      'a row that is referred to stays',
      `${PORTS()} DELETE FROM port WHERE code = 'SKA';`,
      ['rows.still-referred'],
    ],
    ['one that is not goes', `${PORTS()} DELETE FROM port WHERE code = 'ALV';`, []],
    [
      'what refers may go along',
      `${PORTS('ON DELETE CASCADE')} DELETE FROM port WHERE code = 'SKA'; INSERT INTO berth VALUES ('ALV', 1);`,
      [],
    ],
    [
      'or be emptied',
      `${PORTS('ON DELETE SET NULL')} DELETE FROM port WHERE code = 'SKA'; INSERT INTO port VALUES ('SKA', 'Skar again');`,
      [],
    ],
    [
      'what is gone is no parent',
      `${PORTS()} DELETE FROM port WHERE code = 'ALV'; INSERT INTO berth VALUES ('ALV', 2);`,
      ['rows.no-parent'],
    ],
    [
      'what is gone may come again',
      `${PORTS()} DELETE FROM port WHERE code = 'ALV'; INSERT INTO port VALUES ('ALV', 'Alva');`,
      [],
    ],
    [
      'a changed key is the new one',
      `${PORTS()} UPDATE port SET code = 'ALF' WHERE code = 'ALV'; INSERT INTO berth VALUES ('ALF', 2);`,
      [],
    ],
    [
      'and no more the old one',
      `${PORTS()} UPDATE port SET code = 'ALF' WHERE code = 'ALV'; INSERT INTO berth VALUES ('ALV', 2);`,
      ['rows.no-parent'],
    ],
    [
      'a key that is referred to is not changed',
      `${PORTS()} UPDATE port SET code = 'SKR' WHERE code = 'SKA';`,
      ['rows.still-referred'],
    ],
    [
      'unless the reference follows',
      `${PORTS('', 'ON UPDATE CASCADE')} UPDATE port SET code = 'SKR' WHERE code = 'SKA'; INSERT INTO berth VALUES ('SKR', 2);`,
      [],
    ],
    [
      'two rows do not get one key',
      `${PORTS()} UPDATE port SET code = 'SKA' WHERE code = 'ALV';`,
      ['rows.same-key'],
    ],
    [
      'a changed value passes the checks',
      `${PORTS()} UPDATE port SET name = '' WHERE code = 'ALV';`,
      ['rows.check-refuses'],
    ],
    ['it fits', `${PORTS()} UPDATE port SET code = 'ALVA' WHERE code = 'ALV';`, ['rows.value-does-not-fit']],
    [
      'it is there where it must be',
      `${PORTS()} UPDATE port SET name = NULL WHERE code = 'ALV';`,
      ['rows.null-in-required'],
    ],
    ['it names a parent', `${PORTS()} UPDATE berth SET port = 'XXX' WHERE berth_no = 1;`, ['rows.no-parent']],
    [
      'what is reckoned is not known',
      `${PORTS()} UPDATE port SET code = lower(code) WHERE code = 'ALV'; INSERT INTO berth VALUES ('alv', 2);`,
      [],
    ],
    [
      'nor what is looked for by more than equality',
      `${PORTS()} DELETE FROM port WHERE code LIKE 'A%'; INSERT INTO berth VALUES ('ALV', 2);`,
      [],
    ],
  ])('%s', (_, script, wanted) => {
    expect(said(script)).toEqual(wanted)
  })

  it.each<[string, string]>([
    ['DELETE FROM berth;', 'every row of "berth"'],
    ['TRUNCATE TABLE berth;', 'every row of "berth"'],
    ['DROP DATABASE harbour;', 'all tables of "harbour" with their rows'],
    ['DROP SCHEMA IF EXISTS harbour CASCADE;', 'all tables of "harbour" with their rows'],
    ['ALTER TABLE port DROP COLUMN name;', '"name" of the rows that were entered into "port"'],
  ])('%s says what would be lost', (statement, lost) => {
    const found = reviewScript(`${PORTS()} ${statement}`).findings
    expect(found.map(({ code, severity, params }) => [code, severity, params['lost']])).toEqual([
      ['rows.lost', 'flaw', lost],
    ])
  })

  it('a column without rows, and a table that is made again, lose nothing', () => {
    expect(said('CREATE TABLE t (a integer PRIMARY KEY, b integer); ALTER TABLE t DROP COLUMN b;')).toEqual(
      [],
    )
    expect(said('DROP TABLE IF EXISTS t; CREATE TABLE t (a integer PRIMARY KEY);')).toEqual([])
  })
})
