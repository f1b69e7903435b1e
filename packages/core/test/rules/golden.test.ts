import { describe, expect, it } from 'vitest'
import { align, worldFromSchema } from '../../src/alignment'
import { Reading, consequences, evaluate, type Rule, type Verdict } from '../../src/rules'
import { readScript, reviewScript } from '../../src/sql'

/** The golden cases of the semantics, section 3: seven rules about accessions and trips on eleven layouts. */
const model = readScript(`
  CREATE TABLE trip (id integer PRIMARY KEY, date date NOT NULL);
  CREATE TABLE accession (no char(9) PRIMARY KEY, trip integer NOT NULL REFERENCES trip);`).schema
const world = worldFromSchema(model)

const rules: readonly Rule[] = [
  { kind: 'identifies', entity: 'accession', by: ['no'] },
  { kind: 'identifies', entity: 'trip', by: ['id'] },
  { kind: 'atMostOne', entity: 'accession', role: 'trip' },
  { kind: 'manyAllowed', entity: 'accession', role: 'trip' },
  { kind: 'mustHave', entity: 'accession', path: 'trip' },
  { kind: 'refersTo', entity: 'accession', role: 'trip' },
  { kind: 'mayHaveNone', entity: 'accession', role: 'trip' },
]

const TRIP = 'CREATE TABLE trip (id integer PRIMARY KEY, date date NOT NULL);'
const LETTER: Readonly<Record<string, Verdict>> = { u: 'upheld', b: 'broken', s: 'too strict' }

const layouts: readonly (readonly [name: string, script: string, verdicts: string])[] = [
  [
    'A accession(no PK, trip NN → trip.id)',
    `${TRIP} CREATE TABLE accession (no char(9) PRIMARY KEY, trip integer NOT NULL REFERENCES trip);`,
    'u u u u u u u',
  ],
  [
    'B as A without FOREIGN KEY',
    `${TRIP} CREATE TABLE accession (no char(9) PRIMARY KEY, trip integer NOT NULL);`,
    'u u u u u b u',
  ],
  [
    'C as A, trip nullable',
    `${TRIP} CREATE TABLE accession (no char(9) PRIMARY KEY, trip integer REFERENCES trip);`,
    'u u u u b u u',
  ],
  [
    'D accession(sid PK, no NN, trip NN →)',
    `${TRIP} CREATE TABLE accession (sid integer PRIMARY KEY, no char(9) NOT NULL, trip integer NOT NULL REFERENCES trip);`,
    'b u b u u u u',
  ],
  [
    'E junction(acc PK →, trip NN →)',
    `${TRIP} CREATE TABLE accession (no char(9) PRIMARY KEY);
    CREATE TABLE origin (acc char(9) PRIMARY KEY REFERENCES accession, trip integer NOT NULL REFERENCES trip);`,
    'u u u u b u u',
  ],
  [
    'F junction(acc →, trip →, PK both)',
    `${TRIP} CREATE TABLE accession (no char(9) PRIMARY KEY);
    CREATE TABLE origin (acc char(9) REFERENCES accession, trip integer REFERENCES trip, PRIMARY KEY (acc, trip));`,
    'u u b u b u u',
  ],
  [
    'G trip(id PK, acc nullable → accession.no), the wrong side',
    `CREATE TABLE accession (no char(9) PRIMARY KEY);
    CREATE TABLE trip (id integer PRIMARY KEY, date date NOT NULL, acc char(9) REFERENCES accession);`,
    'u u b s b u u',
  ],
  [
    'G with acc NOT NULL',
    `CREATE TABLE accession (no char(9) PRIMARY KEY);
    CREATE TABLE trip (id integer PRIMARY KEY, date date NOT NULL, acc char(9) NOT NULL REFERENCES accession);`,
    'u u b s b u s',
  ],
  [
    'H one table accession(no PK, trip_id NN, trip_date)',
    'CREATE TABLE accession (no char(9) PRIMARY KEY, trip_id integer NOT NULL, trip_date date);',
    'u b u u u u s',
  ],
  [
    'I as A with UNIQUE(trip)',
    `${TRIP} CREATE TABLE accession (no char(9) PRIMARY KEY, trip integer NOT NULL UNIQUE REFERENCES trip);`,
    'u u u s u u u',
  ],
  [
    'J accession(sid PK, no nullable UNIQUE, trip NN →)',
    `${TRIP} CREATE TABLE accession (sid integer PRIMARY KEY, no char(9) UNIQUE, trip integer NOT NULL REFERENCES trip);`,
    'b u u u u u u',
  ],
  [
    'K as C with UNIQUE(trip)',
    `${TRIP} CREATE TABLE accession (no char(9) PRIMARY KEY, trip integer UNIQUE REFERENCES trip);`,
    'u u u s b u u',
  ],
]

function evaluateAll(script: string) {
  const { schema } = reviewScript(script)
  const reading = new Reading(world, schema, align(world, schema))
  const evaluations = rules.map(rule => evaluate(reading, rule))
  return { evaluations, follows: consequences(reading, rules, evaluations) }
}

describe('golden cases of the semantics', () => {
  it.each(layouts)('%s', (_, script, verdicts) => {
    expect(evaluateAll(script).evaluations.map(({ verdict }) => verdict)).toEqual(
      verdicts.split(' ').map(letter => LETTER[letter]),
    )
  })

  it('in D, at most one follows from the missing key', () => {
    expect(evaluateAll(layouts[3]![1]).follows).toEqual([-1, -1, 0, -1, -1, -1, -1])
  })

  it('every broken or too strict cell says why', () => {
    for (const [, script] of layouts) {
      for (const { verdict, because } of evaluateAll(script).evaluations)
        if (verdict !== 'upheld') expect(because.length).toBeGreaterThan(0)
    }
  })

  it('an empty script is not shown anywhere, permissions included', () => {
    expect(new Set(evaluateAll('').evaluations.map(({ verdict }) => verdict))).toEqual(new Set(['not shown']))
  })
})
