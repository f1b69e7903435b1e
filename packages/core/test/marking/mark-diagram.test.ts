import { describe, expect, it } from 'vitest'
import { reasonInWords } from '../../src/words'
import { drawn } from '../support/drawn'
import {
  Diagram,
  EMPTY_DIAGRAM,
  aloud,
  diagramFromSchema,
  schemaFromDiagram,
  type Level,
} from '../../src/diagram'
import { emptyExercise, type ExerciseDocument } from '../../src/exercise'
import { prepareExercise } from '../../src/exercise'
import { markAnswer, markedPoints, proposeSheet } from '../../src/marking'
import type { Rule, Verdict } from '../../src/rules'
import { readScript } from '../../src/sql'

/** The world of the golden cases: accession identified by no, trip by id. */
const SCRIPT = `CREATE TABLE trip ( id integer PRIMARY KEY, trip_date date );
CREATE TABLE accession ( no varchar(9) PRIMARY KEY, taxon varchar(40), trip integer NOT NULL REFERENCES trip );`
const RULES: readonly Rule[] = [
  { kind: 'identifies', entity: 'accession', by: ['no'] },
  { kind: 'identifies', entity: 'trip', by: ['id'] },
  { kind: 'atMostOne', entity: 'accession', role: 'trip' },
  { kind: 'manyAllowed', entity: 'accession', role: 'trip' },
  { kind: 'mustHave', entity: 'accession', path: 'trip' },
  { kind: 'refersTo', entity: 'accession', role: 'trip' },
  { kind: 'mayHaveNone', entity: 'accession', role: 'trip' },
]
function exercise(
  rules: readonly Rule[],
  level: Level = 'conceptual',
  script = SCRIPT,
  more: Partial<ExerciseDocument> = {},
): ExerciseDocument {
  return {
    ...emptyExercise('Trips'),
    sheets: ['diagram'],
    level,
    models: [{ name: 'Model answer', script }],
    rules: rules.map((rule, i) => ({ id: `r${i + 1}`, group: 'All', sentence: rule.kind, points: 1, rule })),
    ...more,
  }
}
const LETTER: Readonly<Record<Verdict, string>> = {
  'upheld': 'u',
  'broken': 'b',
  'too strict': 's',
  'not shown': 'n',
  'cannot tell': 'c',
}
function verdicts(
  diagram: Diagram,
  rules: readonly Rule[] = RULES,
  level: Level = 'conceptual',
  script = SCRIPT,
): string {
  const { cells } = markAnswer(prepareExercise(exercise(rules, level, script)), { script: '', diagram })
  return rules
    .map((_, i) => cells.find(({ rule }) => rule === `r${i + 1}`))
    .map(cell => (cell ? LETTER[cell.verdict] : '-'))
    .join(' ')
}
const CARDS = ['Accession has no, taxon', 'Trip has id, trip date'] as const

describe('rules on a diagram: the golden cases as they can be drawn', () => {
  //                       ident. acc, ident. trip, at most one, many, must have, refers to, may have none
  it.each<readonly [string, readonly string[], string]>([
    [
      'one to many, as meant',
      [...CARDS, 'Accession comes from exactly one trip; trip brings in any number of accessions'],
      'u u u u u u u',
    ],
    ['no line', CARDS, 'u u n n n n n'],
    [
      'may lack a trip',
      [...CARDS, 'Accession comes from at most one trip; trip brings in any number of accessions'],
      'u u u u b u u',
    ],
    [
      'the two ways swapped',
      [...CARDS, 'Accession comes from any number of trips; trip brings in exactly one accession'],
      'u u b s b u s',
    ],
    [
      'many each way',
      [...CARDS, 'Accession comes from one or more trips; trip brings in any number of accessions'],
      'u u b u u u u',
    ],
    [
      'one each way',
      [...CARDS, 'Accession comes from exactly one trip; trip brings in at most one accession'],
      'u u u s u u u',
    ],
    [
      'a trip must have one',
      [...CARDS, 'Accession comes from exactly one trip; trip brings in one or more accessions'],
      'u u u u u u s',
    ],
    ['one question open', [...CARDS, 'Accession comes from exactly one trip'], 'u u u n u u n'],
    [
      'the least open',
      [...CARDS, 'Accession comes from one trip; trip brings in many accessions'],
      'u u u u n u n',
    ],
    [
      'no identifier of the trip',
      [
        'Accession has no, taxon',
        'Trip has id (may lack), trip date',
        'Accession comes from exactly one trip; trip brings in any number of accessions',
      ],
      'u b u u u u u',
    ],
    [
      'a trip named in a fact, and no line',
      ['Accession has no, taxon, trip id', 'Trip has id, trip date'],
      'u u u u n b u',
    ],
    [
      'by a card between',
      [
        ...CARDS,
        'Arrival is told apart by number',
        'Accession has exactly one arrival; arrival is of exactly one accession',
        'Arrival is part of exactly one trip; trip counts any number of arrivals',
      ],
      'u u u u u u u',
    ],
  ])('%s', (_, lines, expected) => {
    expect(verdicts(drawn(...lines))).toBe(expected)
  })
  it('an empty sheet upholds nothing, not even what is only allowed', () => {
    expect(verdicts(EMPTY_DIAGRAM)).toBe('n n n n n n n')
  })
})

describe('numbers that the screens do not offer', () => {
  const between = (least: number, most: number | 'many'): Diagram => {
    const diagram = drawn(
      ...CARDS,
      'Trip brings in any number of accessions; accession comes from exactly one trip',
    )
    const [line] = diagram.relationships
    const ends = line!.ends.map(end => (end.most === 'many' ? { ...end, least, most } : end))
    return { ...diagram, relationships: [{ ...line!, ends }] }
  }
  const FAR: readonly Rule[] = [
    { kind: 'hasSome', entity: 'accession', role: 'trip' },
    { kind: 'mayHaveNone', entity: 'accession', role: 'trip' },
    { kind: 'manyAllowed', entity: 'accession', role: 'trip' },
  ]
  it.each([
    [0, 'many', 'b u u', 'any number of accessions'],
    [2, 'many', 'u s u', '2 or more accessions'],
    [0, 5, 'b u u', 'at most 5 accessions'],
    [1, 5, 'u s u', 'one to 5 accessions'],
    [5, 5, 'u s u', 'exactly 5 accessions'],
  ] as const)('at least %s, at most %s', (least, most, expected, words) => {
    const diagram = between(least, most)
    expect(verdicts(diagram, FAR)).toBe(expected)
    expect(
      aloud(diagram)
        .map(({ text }) => text)
        .join(' '),
    ).toContain(words)
    expect(schemaFromDiagram(diagram).schema).toEqual(schemaFromDiagram(between(0, 'many')).schema)
    expect(Diagram.parse(JSON.parse(JSON.stringify(diagram)))).toEqual(diagram)
  })
})

describe('many to many, and what the level asks', () => {
  const PAIR = `CREATE TABLE trip ( trip_no integer PRIMARY KEY );
CREATE TABLE collector ( code char(4) PRIMARY KEY, name varchar(60) );
CREATE TABLE taking_part ( trip_no integer REFERENCES trip, code char(4) REFERENCES collector, role varchar(20) NOT NULL, PRIMARY KEY (trip_no, code) );`
  const rules: readonly Rule[] = [
    { kind: 'pairOnce', entity: 'taking_part', by: ['trip', 'collector'] },
    { kind: 'manyAllowed', entity: 'taking_part', role: 'trip' },
    { kind: 'hasSome', entity: 'taking_part', role: 'trip' },
    { kind: 'mayHaveNone', entity: 'taking_part', role: 'collector' },
    { kind: 'stores', entity: 'collector', attribute: 'code', values: ['0417'] },
    { kind: 'mustHave', entity: 'taking_part', path: 'role' },
    { kind: 'drawn', entity: 'diagram', about: 'between' },
    { kind: 'drawn', entity: 'diagram', about: 'types' },
  ]
  const MANY = [
    'Trip has trip no',
    'Collector has code, name',
    'Trip takes along one or more collectors; collector goes on any number of trips',
    'takes along carries role',
  ]
  const CARD = [
    'Trip has trip no',
    'Collector has code, name',
    '"Taking part" has role (may lack)',
    'Trip has one or more "taking part"; "taking part" is on exactly one trip',
    'Collector has any number of "taking part"; "taking part" is of exactly one collector',
  ]
  it('at the conceptual level a line and a card between are equal; keys of a pair, types and required facts are not asked', () => {
    expect(verdicts(drawn(...MANY), rules, 'conceptual', PAIR)).toBe('- u u u - - - -')
    expect(verdicts(drawn(...CARD), rules, 'conceptual', PAIR)).toBe('- u u u - - - -')
  })
  it('from the logical level on a line left as it is costs once, and a card needs the pair as its identifier', () => {
    expect(verdicts(drawn(...MANY), rules, 'logical', PAIR)).toBe('u u u u n - b b')
    expect(verdicts(drawn(...CARD), rules, 'logical', PAIR)).toBe('b u u u n - u b')
    expect(
      verdicts(
        drawn(
          ...CARD,
          '"Taking part" is told apart by role within Trip',
          '"Taking part" is told apart by role within Collector',
        ),
        rules,
        'logical',
        PAIR,
      ),
    ).toBe('b u u u n - u b')
    const both = drawn(...CARD)
    const identifying: Diagram = {
      ...both,
      relationships: both.relationships.map(relationship => ({
        ...relationship,
        ends: relationship.ends.map(end => (end.most === 'one' ? { ...end, identifies: true } : end)),
      })),
    }
    expect(verdicts(identifying, rules, 'logical', PAIR)).toBe('u u u u n - u b')
  })
  it('a number as a type of a code with leading zeros is broken, text is upheld', () => {
    const typed = (type: string) =>
      verdicts(
        drawn(
          'Trip has trip no (integer)',
          `Collector has code (${type}), name (text 60)`,
          'Trip takes along one or more collectors; collector goes on any number of trips',
          'takes along carries role (text 20)',
        ),
        rules,
        'logical',
        PAIR,
      )
    expect(typed('integer')).toBe('u u u u b - b u')
    expect(typed('char 4')).toBe('u u u u u - b u')
  })
  it('the physical level asks what is required', () => {
    const model = diagramFromSchema(readScript(PAIR).schema)
    expect(
      verdicts(
        model,
        rules.filter(({ kind }) => kind === 'mustHave'),
        'physical',
        PAIR,
      ),
    ).toBe('u')
    expect(
      verdicts(
        drawn(...MANY),
        rules.filter(({ kind }) => kind === 'mustHave'),
        'physical',
        PAIR,
      ),
    ).toBe('b')
  })
  it('a broken rule says what the diagram says, with rows, and where', () => {
    const { cells } = markAnswer(prepareExercise(exercise(RULES)), {
      script: '',
      diagram: drawn(
        ...CARDS,
        'Accession comes from at most one trip; trip brings in any number of accessions',
      ),
    })
    const cell = cells.find(({ verdict }) => verdict === 'broken')!
    expect(cell.because.map(reasonInWords)).toEqual([
      'The diagram says: One accession comes from at most one trip.',
      'The diagram says: One trip brings in any number of accessions.',
    ])
    expect(cell.because[0]!.place).toEqual({ start: 0, end: 0, field: 'r1' })
    expect(cell.witness?.outcome).toBe('accepted')
  })
})

describe('what only an exercise can say of a diagram', () => {
  const findings = (diagram: Diagram, level: Level, starter: string | null = null): string[] =>
    markAnswer(prepareExercise(exercise(RULES, level, SCRIPT, { starter })), {
      script: '',
      diagram,
    }).findings.map(({ code }) => code)
  it('a level that is not reached, and one that is', () => {
    expect(findings(drawn(...CARDS), 'logical')).toContain('diagram.level-not-reached')
    expect(findings({ ...drawn(...CARDS), level: 'logical' }, 'logical')).not.toContain(
      'diagram.level-not-reached',
    )
  })
  it('something given that is gone, and all of it there', () => {
    const starter = 'CREATE TABLE site ( site_no integer PRIMARY KEY );'
    expect(findings(drawn(...CARDS), 'conceptual', starter)).toContain('diagram.given-lost')
    expect(findings(drawn(...CARDS, 'Site has "site no"'), 'conceptual', starter)).not.toContain(
      'diagram.given-lost',
    )
  })
})

describe('a proposed rule sheet', () => {
  const model = drawn(
    'Trip has number',
    'Accession has number, taxon',
    'Trip brings in one or more accessions; accession comes from at most one trip',
  )
  const document = {
    ...exercise([], 'logical', ''),
    models: [{ name: 'Model answer', script: '', diagram: model }],
  }
  it('comes from the model diagram, with both leasts, and is upheld by it', () => {
    const rules = proposeSheet(document)
    expect(rules.map(({ sentence }) => sentence)).toContain('One trip has one or more accessions.')
    const prepared = prepareExercise({ ...document, rules })
    const { cells } = markAnswer(prepared, { script: '', diagram: model })
    expect(
      cells
        .filter(({ verdict }) => verdict !== 'upheld')
        .map(({ rule }) => rules.find(({ id }) => id === rule)!.sentence),
    ).toEqual(['Every fact has a type.'])
    expect(markedPoints(prepared, cells).of).toBe(40_000)
  })
})
