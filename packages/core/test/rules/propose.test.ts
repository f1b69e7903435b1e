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
    ...(rows ? { rows } : {}),
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
        'A driver is identified by its driver name.',
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
