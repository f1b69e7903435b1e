import { describe, expect, it } from 'vitest'
import { emptyExercise } from '../../src/exercise'
import { proposeSheet } from '../../src/marking'
import { partsOf } from '../../src/rules'
import type { FlatTable } from '../../src/rows'

const proposed = (script: string, rows?: FlatTable) =>
  proposeSheet({
    ...emptyExercise('Proposed'),
    dialect: 'postgresql',
    models: [{ name: 'm', script }],
    ...(rows ? { rows: [rows] } : {}),
  })
const sentences = (script: string): string[] => proposed(script).map(({ sentence }) => sentence)

describe('what is proposed', () => {
  const RACE = `CREATE TABLE boat (sail char(6) PRIMARY KEY);
    CREATE TABLE regatta (name varchar(30) PRIMARY KEY);
    CREATE TABLE entry (sail char(6) REFERENCES boat, regatta varchar(30) REFERENCES regatta, lane integer, PRIMARY KEY (sail, regatta));`

  it('asks for both ends of a table between two', () => {
    const parts = proposed(RACE).flatMap(entry => partsOf(entry))
    expect(parts.filter(({ kind, entity }) => kind === 'mustHave' && entity === 'entry')).toEqual([
      { kind: 'mustHave', entity: 'entry', path: 'sail' },
      { kind: 'mustHave', entity: 'entry', path: 'regatta' },
    ])
  })

  it('asks a bound also where the type of the model is too narrow beyond it', () => {
    const script = `CREATE TABLE ticket (ticket_no integer PRIMARY KEY,
      price numeric(4,2) NOT NULL CHECK (price > 0 AND price <= 99.99));`
    const parts = proposed(script).flatMap(entry => partsOf(entry))
    const refused = parts.flatMap(part => (part.kind === 'refusesValue' ? part.values : []))
    expect(refused).toEqual(['-0.01', '0', '100.00'])
  })

  it('asks rows on both sides of a condition that compares two facts', () => {
    const script = `CREATE TABLE quay (code char(3) PRIMARY KEY);
      CREATE TABLE hire (hire_no integer PRIMARY KEY, begins date NOT NULL, ends date, low integer, high integer,
        here char(3) NOT NULL REFERENCES quay, there char(3) NOT NULL REFERENCES quay,
        CHECK (ends >= begins), CHECK (low < high), CHECK (here <> there));
      INSERT INTO quay VALUES ('NOR'), ('SOU');
      INSERT INTO hire VALUES (1, '2025-05-04', '2025-05-06', 3, 9, 'NOR', 'SOU');`
    const rows = proposed(script).filter(({ rule }) => rule.kind === 'givenRows')
    expect(rows.map(({ sentence }) => sentence)).toEqual([
      'A hire whose ends is before its begins is refused.',
      'A hire whose low is not below its high is refused.',
      'A hire whose here and there are the same is refused.',
    ])
    const pairs = rows.map(({ rule }) =>
      (rule.kind === 'givenRows' ? rule.rows : [])
        .filter(({ entity }) => entity === 'hire')
        .map(({ accept, values }) => [accept, values]),
    )
    const part = (at: number, names: readonly string[]): unknown[] =>
      pairs[at]!.map(([accept, values]) => [
        accept,
        ...names.map(name => (values as Record<string, string>)[name]),
      ])
    expect(part(0, ['begins', 'ends'])).toEqual([
      [false, '2025-05-07', '2025-05-06'],
      [true, '2025-05-06', '2025-05-06'],
    ])
    expect(part(1, ['low', 'high'])).toEqual([
      [false, '3', '3'],
      [true, '3', '4'],
    ])
    expect(part(2, ['here', 'there'])).toEqual([
      [false, 'NOR', 'NOR'],
      [true, 'NOR', 'SOU'],
    ])
  })

  it('asks no rows of a condition where what a row refers to cannot be written', () => {
    const script = `CREATE TABLE quay (area integer, quay_no integer, PRIMARY KEY (area, quay_no));
      CREATE TABLE hire (hire_no integer PRIMARY KEY, begins date, ends date, area integer, quay_no integer,
        FOREIGN KEY (area, quay_no) REFERENCES quay, CHECK (ends >= begins));`
    expect(proposed(script).filter(({ rule }) => rule.kind === 'givenRows')).toEqual([])
  })

  it('takes samples from the rows of the model and of the exercise', () => {
    const script = `CREATE TABLE boat (sail varchar(8) PRIMARY KEY, berth varchar(8));
      INSERT INTO boat VALUES ('K7', 'A01'), ('GBR3214', 'B22');`
    expect(sentences(script)).toContain('The sail of a boat, such as K7 and GBR3214, is kept as written.')
    const rows = { columns: ['berth', 'wind'], rows: [['C09', '4']] }
    const parts = proposed(script.replace(/INSERT.*/, ''), rows).flatMap(entry => partsOf(entry))
    expect(parts).toContainEqual({ kind: 'stores', entity: 'boat', attribute: 'berth', values: ['C09'] })
  })

  it('speaks of one thing though the table is named for all of them, and says nothing twice', () => {
    const script = `CREATE TABLE drivers (driver_name varchar(30) PRIMARY KEY);
      CREATE TABLE driver_phones (driver_name varchar(30) REFERENCES drivers, phone varchar(15), PRIMARY KEY (driver_name, phone));`
    expect(sentences(script)).toEqual(
      expect.arrayContaining([
        'A driver is identified by its name.',
        'A driver phone of a driver that is not there is refused.',
        'One driver may have any number of driver phones, or none.',
      ]),
    )
    const parts = proposed(script).flatMap(entry => partsOf(entry))
    expect(new Set(parts.map(part => JSON.stringify(part))).size).toBe(parts.length)
  })

  it('marks what may read badly by what it says', () => {
    const script = `CREATE TABLE person (person_no integer PRIMARY KEY, boss integer REFERENCES person);
      CREATE TABLE shed (shed char(3) PRIMARY KEY, width integer NOT NULL);`
    const marked = proposed(script).filter(({ readMe }) => readMe)
    expect(marked.map(({ sentence }) => sentence)).toEqual(
      expect.arrayContaining([
        // "persons" is no word that is said, and a shed is not identified by its shed.
        'One person may have any number of persons as boss, or none.',
        'A shed is identified by its shed.',
      ]),
    )
    expect(marked.map(({ sentence }) => sentence)).not.toContain('Every shed has one width.')
  })
})
