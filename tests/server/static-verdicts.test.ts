import createKnex, { type Knex } from 'knex'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { align, worldFromSchema } from '@nomenklatura/core/alignment'
import { Reading, elementsOf, evaluate, type Rule, type Verdict } from '@nomenklatura/core/rules'
import { readScript, reviewScript } from '@nomenklatura/core/sql'

/**
 * Static verdicts against PostgreSQL: layouts of accessions and trips are generated, and for each rule rows
 * are inserted that the rule forbids or allows. How rows are written follows from where the columns stand
 * only; what is refused is the server's word.
 */
const MODEL = `CREATE TABLE trip (trip_no integer PRIMARY KEY, set_out_on date NOT NULL);
  CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL, trip_no integer REFERENCES trip);`
const world = worldFromSchema(readScript(MODEL).schema)

const ACCESSION_KEYS = [
  'natural',
  'surrogate and unique',
  'surrogate and nullable unique',
  'surrogate alone',
  'none',
] as const
const TRIP_KEYS = ['natural', 'surrogate and unique', 'surrogate alone'] as const
const LINKS = [
  'column',
  'column demanded',
  'column unique',
  'column undeclared',
  'column undeclared demanded',
  'column demanded unique',
  'between, accession the key',
  'between, pair the key',
  'between, no key',
  'between, trip undeclared',
  'wrong side',
  'wrong side demanded',
  'merged',
] as const
interface Layout {
  readonly accessionKey: (typeof ACCESSION_KEYS)[number]
  readonly tripKey: (typeof TRIP_KEYS)[number]
  readonly link: (typeof LINKS)[number]
  readonly taxon: '' | 'NOT NULL' | 'CHECK (taxon_name IS NOT NULL)'
}

const LAYOUTS: readonly Layout[] = ACCESSION_KEYS.flatMap((accessionKey, a) =>
  TRIP_KEYS.flatMap((tripKey, t) =>
    LINKS.map((link, l): Layout => ({
      accessionKey,
      tripKey,
      link,
      taxon: (['NOT NULL', '', 'CHECK (taxon_name IS NOT NULL)'] as const)[(a + t + l) % 3]!,
    })),
  ),
)

const isBySurrogate = (key: string): boolean => key.startsWith('surrogate')

/** The script of a layout. */
function scriptOf({ accessionKey, tripKey, link, taxon }: Layout): string {
  const keyed = (key: string, id: string, natural: string): string[] => {
    switch (key) {
      case 'natural':
        return [`${natural} PRIMARY KEY`]
      case 'surrogate and unique':
        return [`${id} integer PRIMARY KEY`, `${natural} NOT NULL UNIQUE`]
      case 'surrogate and nullable unique':
        return [`${id} integer PRIMARY KEY`, `${natural} UNIQUE`]
      case 'surrogate alone':
        return [`${id} integer PRIMARY KEY`, `${natural} NOT NULL`]
      default:
        return [`${natural} NOT NULL`]
    }
  }
  const toTrip = isBySurrogate(tripKey) ? 'trip_ref integer' : 'trip_no integer'
  const toAccession = isBySurrogate(accessionKey) ? 'accession_ref integer' : 'accession_no char(9)'
  const accessionTarget = accessionKey === 'none' ? '' : ' REFERENCES accession'
  const accession = [
    ...keyed(accessionKey, 'accession_id', 'accession_no char(9)'),
    `taxon_name varchar(60) ${taxon}`,
  ]
  const trip = [...keyed(tripKey, 'trip_id', 'trip_no integer'), 'set_out_on date NOT NULL']
  const table = (name: string, lines: readonly string[]): string =>
    `CREATE TABLE ${name} (${lines.join(', ')});`
  const own = toTrip
  switch (link) {
    case 'column':
      return `${table('trip', trip)} ${table('accession', [...accession, `${own} REFERENCES trip`])}`
    case 'column demanded':
      return `${table('trip', trip)} ${table('accession', [...accession, `${own} NOT NULL REFERENCES trip`])}`
    case 'column unique':
      return `${table('trip', trip)} ${table('accession', [...accession, `${own} UNIQUE REFERENCES trip`])}`
    case 'column demanded unique':
      return `${table('trip', trip)} ${table('accession', [...accession, `${own} NOT NULL UNIQUE REFERENCES trip`])}`
    case 'column undeclared':
      return `${table('trip', trip)} ${table('accession', [...accession, own])}`
    case 'column undeclared demanded':
      return `${table('trip', trip)} ${table('accession', [...accession, `${own} NOT NULL`])}`
    case 'between, accession the key':
      return `${table('trip', trip)} ${table('accession', accession)} ${table('origin', [`${toAccession} PRIMARY KEY${accessionTarget}`, `${own} NOT NULL REFERENCES trip`])}`
    case 'between, pair the key':
      return `${table('trip', trip)} ${table('accession', accession)} ${table('origin', [`${toAccession}${accessionTarget}`, `${own} REFERENCES trip`, `PRIMARY KEY (${toAccession.split(' ')[0]}, ${own.split(' ')[0]})`])}`
    case 'between, no key':
      return `${table('trip', trip)} ${table('accession', accession)} ${table('origin', [`${toAccession} NOT NULL${accessionTarget}`, `${own} NOT NULL REFERENCES trip`])}`
    case 'between, trip undeclared':
      return `${table('trip', trip)} ${table('accession', accession)} ${table('origin', [`${toAccession} PRIMARY KEY${accessionTarget}`, `${own} NOT NULL`])}`
    case 'wrong side':
      return `${table('accession', accession)} ${table('trip', [...trip, `${toAccession}${accessionTarget}`])}`
    case 'wrong side demanded':
      return `${table('accession', accession)} ${table('trip', [...trip, `${toAccession} NOT NULL${accessionTarget}`])}`
    case 'merged':
      return table('accession', [...accession, 'trip_no integer', 'trip_set_out_on date'])
  }
}

/**
 * States of the world: each object has a handle of its own; an accession may come from several trips here,
 * and a trip may be one that is not there.
 */
interface Trip {
  readonly handle: number
  readonly no: number | null
  readonly day: string
}
interface Accession {
  readonly handle: number
  readonly no: string | null
  readonly taxon: string | null
  readonly trips: readonly Trip[]
}
interface State {
  readonly trips: readonly Trip[]
  readonly accessions: readonly Accession[]
}

const text = (value: string | number | null): string => {
  if (value === null) return 'NULL'
  if (typeof value === 'number') return String(value)
  return `'${value}'`
}
const insert = (table: string, values: readonly (string | number | null)[]): string =>
  `INSERT INTO ${table} VALUES (${values.map(text).join(', ')})`

/**
 * The rows of a state, referenced tables first. One row per fact that has a row of its own; surrogates are
 * fresh per row.
 */
function rowsOf({ accessionKey, tripKey, link }: Layout, { trips, accessions }: State): string[] {
  let next = 100
  const tripRef = (trip: Trip): number | null => (isBySurrogate(tripKey) ? trip.handle : trip.no)
  const accessionRef = (accession: Accession): number | string | null =>
    isBySurrogate(accessionKey) ? accession.handle : accession.no
  const tripRow = (trip: Trip, id = trip.handle): (string | number | null)[] => [
    ...(isBySurrogate(tripKey) ? [id] : []),
    trip.no,
    trip.day,
  ]
  const accessionRow = (accession: Accession, id = accession.handle): (string | number | null)[] => [
    ...(isBySurrogate(accessionKey) ? [id] : []),
    accession.no,
    accession.taxon,
  ]
  const plainTrips = trips.map(trip => insert('trip', tripRow(trip)))
  const plainAccessions = accessions.map(accession => insert('accession', accessionRow(accession)))
  if (link.startsWith('column')) {
    return [
      ...plainTrips,
      ...accessions.flatMap(accession =>
        accession.trips.length === 0
          ? [insert('accession', [...accessionRow(accession), null])]
          : accession.trips.map((trip, i) =>
              insert('accession', [
                ...accessionRow(accession, i === 0 ? accession.handle : next++),
                tripRef(trip),
              ]),
            ),
      ),
    ]
  }
  if (link.startsWith('between')) {
    return [
      ...plainTrips,
      ...plainAccessions,
      ...accessions.flatMap(accession =>
        accession.trips.map(trip => insert('origin', [accessionRef(accession), tripRef(trip)])),
      ),
    ]
  }
  if (link.startsWith('wrong side')) {
    return [
      ...plainAccessions,
      ...trips.flatMap(trip => {
        const own = accessions.filter(accession => accession.trips.includes(trip))
        return own.length === 0
          ? [insert('trip', [...tripRow(trip), null])]
          : own.map((accession, i) =>
              insert('trip', [...tripRow(trip, i === 0 ? trip.handle : next++), accessionRef(accession)]),
            )
      }),
    ]
  }
  return accessions.flatMap(accession =>
    accession.trips.length === 0
      ? [insert('accession', [...accessionRow(accession), null, null])]
      : accession.trips.map((trip, i) =>
          insert('accession', [
            ...accessionRow(accession, i === 0 ? accession.handle : next++),
            trip.no,
            trip.day,
          ]),
        ),
  )
}

const T1: Trip = { handle: 1, no: 17, day: '2025-05-04' }
const T2: Trip = { handle: 2, no: 18, day: '2025-06-11' }
const GHOST: Trip = { handle: 999, no: 999, day: '2025-07-01' }
const A1: Accession = { handle: 11, no: 'SKV-00417', taxon: 'Primula', trips: [T1] }
const A2: Accession = { handle: 12, no: 'SKV-00418', taxon: 'Silene', trips: [T2] }

/**
 * A rule with states that it forbids or allows: `before` must be accepted for the probe to count. Undefined
 * where the layout cannot write it.
 */
interface Probe {
  readonly before: State
  readonly state: State
  readonly accept: boolean
}
interface Question {
  readonly rule: Rule
  readonly probes: (layout: Layout) => readonly Probe[]
}
const state = (trips: readonly Trip[], ...accessions: Accession[]): State => ({ trips, accessions })
const NOTHING = state([])
const forbidden = (before: State, after: State): Probe => ({ before, state: after, accept: false })
const allowed = (before: State, after: State): Probe => ({ before, state: after, accept: true })
const isMerged = ({ link }: Layout): boolean => link === 'merged'
const isTurned = ({ link }: Layout): boolean => link.startsWith('wrong side')

const QUESTIONS: readonly Question[] = [
  {
    rule: { kind: 'identifies', entity: 'accession', by: ['accession_no'] },
    probes: layout => [
      forbidden(state([T1, T2], A1), state([T1, T2], A1, { ...A2, no: A1.no })),
      forbidden(state([T1], A1), state([T1], A1, { ...A2, no: A1.no, trips: [] })),
      layout.link.startsWith('column') || isMerged(layout)
        ? forbidden(state([T1]), state([T1], { ...A1, no: null }))
        : forbidden(NOTHING, state([], { ...A1, no: null, trips: [] })),
    ],
  },
  {
    rule: { kind: 'identifies', entity: 'trip', by: ['trip_no'] },
    probes: layout =>
      isMerged(layout)
        ? [forbidden(state([T1], A1), state([T1, T2], A1, { ...A2, trips: [{ ...T2, no: T1.no }] }))]
        : [
            forbidden(
              state([T1], A1),
              state([T1, { ...T2, no: T1.no }], A1, ...(isTurned(layout) ? [{ ...A2, trips: [] }] : [])),
            ),
          ].map(probe => (isTurned(layout) ? turned(probe) : probe)),
  },
  {
    rule: { kind: 'atMostOne', entity: 'accession', role: 'trip' },
    probes: () => [forbidden(state([T1, T2], A1), state([T1, T2], { ...A1, trips: [T1, T2] }))],
  },
  {
    rule: { kind: 'manyAllowed', entity: 'accession', role: 'trip' },
    probes: () => [allowed(state([T1], A1), state([T1], A1, { ...A2, trips: [T1] }))],
  },
  {
    rule: { kind: 'mustHave', entity: 'accession', path: 'trip' },
    probes: () => [forbidden(NOTHING, state([], { ...A1, trips: [] }))],
  },
  {
    rule: { kind: 'mayLack', entity: 'accession', path: 'trip' },
    probes: () => [allowed(NOTHING, state([], { ...A1, trips: [] }))],
  },
  {
    rule: { kind: 'mustHave', entity: 'accession', path: 'taxon_name' },
    probes: () => [forbidden(state([T1], A1), state([T1], { ...A1, taxon: null }))],
  },
  {
    rule: { kind: 'refersTo', entity: 'accession', role: 'trip' },
    probes: layout =>
      isMerged(layout) || isTurned(layout)
        ? []
        : [forbidden(state([T1], A1), state([T1], { ...A1, trips: [GHOST] }))],
  },
  {
    rule: { kind: 'mayHaveNone', entity: 'accession', role: 'trip' },
    probes: layout => (isMerged(layout) ? [] : [allowed(NOTHING, state([T1]))]),
  },
]

/**
 * On the wrong side each trip row names an accession of its own, so that a demanded one does not refuse it.
 */
function turned({ before, accept }: Probe): Probe {
  const second: Trip = { ...T2, no: T1.no }
  return { before, accept, state: state([T1, second], A1, { ...A2, trips: [second] }) }
}

let db: Knex
beforeAll(() => {
  db = createKnex({ client: 'pg', connection: process.env.DATABASE_URL! })
})
afterAll(() => db.destroy())

/**
 * What the server makes of each probe of a layout: accepted, refused, or null where what should stand before
 * was refused already.
 */
async function tryAll(layout: Layout): Promise<(boolean | null)[][]> {
  const trx = await db.transaction()
  try {
    await trx.raw('CREATE SCHEMA probe; SET LOCAL search_path TO probe')
    await trx.raw(scriptOf(layout))
    const results: (boolean | null)[][] = []
    for (const { probes } of QUESTIONS) {
      const own: (boolean | null)[] = []
      for (const probe of probes(layout))
        own.push((await load(trx, layout, probe.before)) ? await load(trx, layout, probe.state) : null)
      results.push(own)
    }
    return results
  } finally {
    await trx.rollback()
  }
}

async function load(trx: Knex.Transaction, layout: Layout, wanted: State): Promise<boolean> {
  await trx.raw('SAVEPOINT before')
  let accepted = true
  try {
    for (const row of rowsOf(layout, wanted)) await trx.raw(row)
  } catch {
    accepted = false
  }
  await trx.raw('ROLLBACK TO SAVEPOINT before')
  return accepted
}

/** The verdict that the server's answers amount to; undefined where none of them counts. */
function verdictOf(probes: readonly Probe[], results: readonly (boolean | null)[]): Verdict | undefined {
  const counted = probes
    .map((probe, i) => ({ ...probe, accepted: results[i] ?? null }))
    .filter(({ accepted }) => accepted !== null)
  if (counted.length === 0) return undefined
  if (counted.some(({ accept, accepted }) => !accept && accepted)) return 'broken'
  return counted.some(({ accept, accepted }) => accept && !accepted) ? 'too strict' : 'upheld'
}

describe('static verdicts and what the server does', () => {
  it('agree in every generated case, at least three hundred', async () => {
    let cases = 0
    const differences: string[] = []
    for (const layout of LAYOUTS) {
      const script = scriptOf(layout)
      const { schema } = reviewScript(script)
      const reading = new Reading(world, schema, align(world, schema))
      const results = await tryAll(layout)
      QUESTIONS.forEach(({ rule, probes }, q) => {
        const said = verdictOf(probes(layout), results[q]!)
        if (said === undefined) return
        cases++
        const ours = evaluate(reading, rule).verdict
        if (ours !== said)
          differences.push(
            `${Object.values(layout).join(' / ')}: ${rule.kind} ${elementsOf(rule).join()}: ours ${ours}, the server's ${said}\n    ${script}`,
          )
      })
    }
    expect(differences.slice(0, 12).join('\n'), `${differences.length} of ${cases}`).toBe('')
    expect(cases).toBeGreaterThanOrEqual(300)
  })
})
