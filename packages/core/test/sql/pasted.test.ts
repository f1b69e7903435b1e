import { describe, expect, it } from 'vitest'
import type { Dialect } from '../../src/schema'
import { readScript } from '../../src/sql'

/** What is read of a script that came along with a console's own signs, and what is said of it. */
function read(script: string, dialect: Dialect) {
  const { schema, findings } = readScript(script, { dialect })
  return {
    tables: schema.tables.map(({ name, columns }) => [name, ...columns.map(column => column.name)].join(' ')),
    said: [...new Set(findings.map(({ code }) => code))],
  }
}
const KILNS = ['kiln kiln_no made_by']

/** Prompts as the consoles of five servers write them (common practice). */
describe('what came along from a console', () => {
  it('numbers its lines, as that of Oracle does', () => {
    expect(
      read(
        `SQL> create table kiln (
  2    kiln_no number(9) primary key,
  3    made_by varchar2(10) not null
  4  );

Table created.

SQL> insert into kiln values (1, 'Ash');

1 row created.`,
        'oracle',
      ),
    ).toEqual({ tables: KILNS, said: ['syntax.pasted'] })
  })
  it('counts its lines with an arrow, as that of SQL Server does', () => {
    expect(
      read(
        '1> CREATE TABLE kiln (\n2> kiln_no int PRIMARY KEY,\n3> made_by varchar(10) NOT NULL);\n4> GO',
        'sqlserver',
      ),
    ).toEqual({ tables: KILNS, said: ['syntax.pasted'] })
  })
  it('goes on with an open bracket before its prompt, as that of PostgreSQL does', () => {
    expect(
      read(
        'pots=# CREATE TABLE kiln (\npots(# kiln_no integer PRIMARY KEY,\npots(# made_by varchar(10) NOT NULL\npots(# );\nCREATE TABLE',
        'postgresql',
      ),
    ).toEqual({ tables: KILNS, said: ['syntax.pasted'] })
  })
  it('leaves numbers alone where no console speaks', () => {
    const script = `CREATE TABLE kiln (kiln_no integer PRIMARY KEY, made_by varchar(10) CHECK (kiln_no <
  2  + 3));`
    expect(read(script, 'postgresql')).toEqual({ tables: KILNS, said: [] })
  })
})
