import { describe, expect, it } from 'vitest'
import { prepareExercise, type MarkableExercise, type Policy } from '../../src/exercise'
import type { Cell } from '../../src/sheets'
import { isCellLine, markScript, markedPoints, points } from '../../src/marking'
import type { RuleEntry, Verdict } from '../../src/rules'

const RUBRIC: Policy = {
  tooStrict: 0.5,
  permissiveNeedsConstraint: true,
  consequencesCost: false,
  roundTo: 0,
}
const NATURAL =
  'CREATE TABLE trip (trip_no integer PRIMARY KEY, set_out_on date NOT NULL); CREATE TABLE accession (accession_no char(9) PRIMARY KEY, trip_no integer NOT NULL REFERENCES trip);'
const GERMAN = `CREATE TABLE Reise (Reisenummer integer PRIMARY KEY, Aufbruch date NOT NULL);
  CREATE TABLE Zugang (Zugangsnummer char(9) PRIMARY KEY, Reisenummer integer NOT NULL REFERENCES Reise);`
const RULES: RuleEntry[] = [
  {
    id: 'r1',
    group: 'g',
    sentence: 'An accession is identified by its number.',
    points: 2,
    rule: { kind: 'identifies', entity: 'accession', by: ['accession_no'] },
  },
  {
    id: 'r2',
    group: 'g',
    sentence: 'Each accession has exactly one trip; a trip that is not there is refused.',
    points: 3,
    rule: { kind: 'atMostOne', entity: 'accession', role: 'trip' },
    and: [
      { kind: 'mustHave', entity: 'accession', path: 'trip' },
      { kind: 'refersTo', entity: 'accession', role: 'trip' },
    ],
  },
  {
    id: 'r3',
    group: 'g',
    sentence: 'One trip may have any number of accessions, and at least one.',
    points: 1,
    rule: { kind: 'manyAllowed', entity: 'accession', role: 'trip' },
    and: [{ kind: 'hasSome', entity: 'accession', role: 'trip' }],
  },
]
const exercise = (models: MarkableExercise['models']): MarkableExercise => ({
  starter: null,
  models,
  glossary: [],
  samples: {},
  rules: RULES,
  rubric: RUBRIC,
})
const mark = (document: MarkableExercise, script: string) => {
  const prepared = prepareExercise(document)
  const marking = markScript(prepared, script)
  return {
    marking,
    got: markedPoints(prepared, marking.cells).got,
    verdicts: Object.fromEntries(marking.cells.map(({ rule, verdict }) => [rule, verdict])),
  }
}

describe('several model answers', () => {
  const one = exercise([{ name: 'Natural keys', script: NATURAL }])
  const two = exercise([...one.models, { name: 'In German', script: GERMAN }])

  it('a second one makes the pairs of an answer in its words sure', () => {
    const unsure = mark(one, GERMAN).marking
    const { marking, got } = mark(two, GERMAN)
    expect(unsure.pairing.every(({ confidence }) => confidence !== 'sure')).toBe(true)
    expect(marking.model).toBe(1)
    expect(marking.pairing.every(({ confidence }) => confidence === 'sure')).toBe(true)
    expect(got).toBe(6000)
  })

  it('the whole marking with the most points counts; of equals the first', () => {
    expect(mark(two, NATURAL).marking.model).toBe(0)
    expect(mark(two, '').marking.model).toBe(0)
  })
})

describe('sentences of several parts', () => {
  const document = exercise([{ name: 'Natural keys', script: NATURAL }])
  it.each<[string, string, Record<string, Verdict>]>([
    ['all parts upheld', NATURAL, { r1: 'upheld', r2: 'upheld', r3: 'upheld' }],
    [
      'one part broken: the trip may be missing',
      NATURAL.replace('integer NOT NULL REFERENCES', 'integer REFERENCES'),
      { r1: 'upheld', r2: 'broken', r3: 'upheld' },
    ],
    [
      'one part broken: not declared',
      NATURAL.replace(' REFERENCES trip', ''),
      { r1: 'upheld', r2: 'broken', r3: 'upheld' },
    ],
    [
      'the other way too strict',
      NATURAL.replace('NOT NULL REFERENCES', 'NOT NULL UNIQUE REFERENCES'),
      { r1: 'upheld', r2: 'upheld', r3: 'too strict' },
    ],
    ['nothing there', '', { r1: 'not shown', r2: 'not shown', r3: 'not shown' }],
  ])('%s', (_, script, verdicts) => expect(mark(document, script).verdicts).toEqual(verdicts))

  it('a part that scripts cannot show is not asked', () => {
    const asked = exercise([{ name: 'Natural keys', script: NATURAL }])
    expect(
      mark(
        {
          ...asked,
          rules: [{ ...RULES[2]!, rule: { kind: 'hasSome', entity: 'accession', role: 'trip' }, and: [] }],
        },
        NATURAL,
      ).marking.cells,
    ).toEqual([])
  })

  it('a broken sentence follows from another when each of its broken parts does', () => {
    const noKey = NATURAL.replace(
      'accession_no char(9) PRIMARY KEY',
      'id integer PRIMARY KEY, accession_no char(9) NOT NULL',
    )
    const { marking } = mark(document, noKey)
    expect(marking.cells.map(({ rule, verdict, follows }) => [rule, verdict, follows])).toEqual([
      ['r1', 'broken', null],
      ['r2', 'broken', 'r1'],
      ['r3', 'upheld', null],
    ])
    const andMissing = mark(
      document,
      noKey.replace('trip_no integer NOT NULL REFERENCES', 'trip_no integer REFERENCES'),
    ).marking
    expect(andMissing.cells[1]).toMatchObject({ verdict: 'broken', follows: null })
  })
})

describe('several sheets', () => {
  const must: RuleEntry = {
    id: 'r1',
    group: 'g',
    sentence: 'Every accession has a taxon.',
    points: 4,
    rule: { kind: 'mustHave', entity: 'accession', path: 'taxon' },
  }
  const cells = (diagram: Verdict, script: Verdict): Cell[] => [
    { rule: 'r1', sheet: 'diagram', verdict: diagram, follows: null },
    { rule: 'r1', sheet: 'script', verdict: script, follows: null },
  ]
  const got = (given: readonly Cell[], policy: Partial<Policy> = {}): number =>
    points([must], given, [], { ...RUBRIC, ...policy }).got

  it('share a rule’s weight alike, or as the rubric says, to the last thousandth', () => {
    expect(got(cells('upheld', 'broken'))).toBe(2000)
    expect(got(cells('upheld', 'broken'), { sheetShares: { diagram: 1, script: 3 } })).toBe(1000)
    expect(got(cells('broken', 'upheld'), { sheetShares: { script: 0 } })).toBe(0)
    const thirds: Cell[] = [
      ...cells('upheld', 'upheld'),
      { rule: 'r1', sheet: 'dictionary', verdict: 'upheld', follows: null },
    ]
    expect(points([{ ...must, points: 1 }], thirds, [], RUBRIC)).toMatchObject({ got: 1000, of: 1000 })
  })

  it('a mistake carried over from an earlier sheet counts once if the rubric says so', () => {
    expect(got(cells('broken', 'broken'))).toBe(0)
    expect(got(cells('broken', 'broken'), { carriedOverCountsOnce: true })).toBe(2000)
    expect(got(cells('upheld', 'broken'), { carriedOverCountsOnce: true })).toBe(2000)
    expect(
      points([must], cells('broken', 'broken'), [], { ...RUBRIC, carriedOverCountsOnce: true }).account.map(
        line => `${isCellLine(line) ? line.sheet : ''} ${line.kind}`,
      ),
    ).toEqual(['diagram broken', 'script carried over'])
  })
})

describe('a heap of tables without constraints', () => {
  it('gets neither what is permitted nor what merely follows', () => {
    const heap =
      'CREATE TABLE trip (trip_no integer, set_out_on date); CREATE TABLE accession (accession_no char(9), trip_no integer);'
    expect(mark(exercise([{ name: 'Natural keys', script: NATURAL }]), heap).got).toBe(0)
  })
})
