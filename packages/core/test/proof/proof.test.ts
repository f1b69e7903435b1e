import { describe, expect, it } from 'vitest'
import { emptyExercise, type ExerciseDocument } from '../../src/exercise'
import { proposeSheet } from '../../src/marking'
import { Proof, isSound, proofFigures, rulesNotAsked, type KnownCells, type ProofLine } from '../../src/proof'
import { partsOf, type Rule, type RuleEntry } from '../../src/rules'

/** A world of its own: ferries, piers and who steers on which day. */
const SCRIPT = `CREATE TABLE pier (
  pier_code char(3) PRIMARY KEY,
  name varchar(40) NOT NULL
);
CREATE TABLE ferry (
  ferry_no integer PRIMARY KEY,
  name varchar(40) NOT NULL UNIQUE,
  seats integer NOT NULL CHECK (seats BETWEEN 10 AND 900),
  kind varchar(8) NOT NULL CHECK (kind IN ('car', 'foot')),
  home char(3) NOT NULL REFERENCES pier ON DELETE RESTRICT
);
CREATE TABLE skipper (
  badge char(4) PRIMARY KEY,
  phone varchar(15),
  pay numeric(7,2) NOT NULL
);
CREATE TABLE watch (
  ferry_no integer REFERENCES ferry,
  badge char(4) REFERENCES skipper,
  since date NOT NULL,
  PRIMARY KEY (ferry_no, badge)
);
INSERT INTO pier VALUES ('NOR', 'North pier');
INSERT INTO ferry VALUES (1, 'Ternen', 40, 'car', 'NOR');
INSERT INTO skipper VALUES ('0071', '47110 220145', 1234.50);
INSERT INTO watch VALUES (1, '0071', '2025-05-01');`

const exercise = (part: Partial<ExerciseDocument> = {}): ExerciseDocument => {
  const document: ExerciseDocument = {
    ...emptyExercise('Ferries'),
    models: [{ name: 'Four tables', script: SCRIPT }],
    ...part,
  }
  return { ...document, rules: part.rules ?? proposeSheet(document) }
}

const run = (document: ExerciseDocument): readonly ProofLine[] => {
  const proof = new Proof(document)
  return proof.cases.map(one => proof.judge(one))
}
/** Judges the one case alone whose change says this. */
function judged(document: ExerciseDocument, said: string): ProofLine {
  const proof = new Proof(document)
  const found = proof.cases.find(one => one.said.includes(said))
  if (!found) throw new Error(`no case says "${said}"`)
  return proof.judge(found)
}
const lineOf = (lines: readonly ProofLine[], said: string): ProofLine => {
  const found = lines.find(line => line.said.includes(said))
  if (!found) throw new Error(`no case says "${said}": ${lines.map(line => line.said).join(' ')}`)
  return found
}
const rule = (id: string, of: Rule, sentence = id): RuleEntry => ({
  id,
  group: 'g',
  sentence,
  points: 1,
  rule: of,
})

describe('a proof run', () => {
  const lines = run(exercise())

  it('makes each mistake that can be made in the tables', () => {
    const kinds = new Set(lines.filter(({ is }) => is === 'mistake').map(({ kind }) => kind))
    expect([...kinds].sort()).toEqual(
      expect.arrayContaining([
        'bound-lost',
        'bound-off-by-one',
        'check-missing',
        'code-as-a-number',
        'decimals-lost',
        'fact-in-another-table',
        'fact-missing',
        'fact-written-again',
        'junction-as-a-list',
        'junction-folded',
        'junction-may-be-empty',
        'junction-missing',
        'junction-numbered',
        'key-missing',
        'key-part-missing',
        'key-too-wide',
        'member-lost',
        'not-null-missing',
        'not-null-too-many',
        'on-delete-otherwise',
        'reference-at-the-other-end',
        'reference-missing',
        'reference-to-another-table',
        'relationship-missing',
        'script-does-not-run',
        'size-too-small',
        'surrogate-alone',
        'unique-missing',
        'unique-too-many',
      ]),
    )
  })

  it('says which rules notice a mistake', () => {
    const document = exercise()
    const byOf = (said: string): string[] =>
      lineOf(lines, said).by.flatMap(({ rule: id }) =>
        partsOf(document.rules.find(entry => entry.id === id)!).map(({ kind }) => kind),
      )
    // A ferry alone as the key: it is watched by one skipper only.
    expect(byOf('The primary key of watch lacks badge')).toContain('manyAllowed')
    expect(byOf('watch is not there')).toContain('pairOnce')
    expect(byOf('ferry does not refer to pier')).toContain('refersTo')
    expect(byOf('badge of skipper is a whole number')).toContain('stores')
    expect(byOf('watch says seats as well')).toContain('determines')
    expect(byOf('pay of skipper is a whole number')).toContain('stores')
    expect(byOf('A keyword is misspelt')).toContain('scriptRuns')
    expect(byOf('phone of skipper must be there')).toContain('mayLack')
  })

  it('punishes no change that does no harm', () => {
    expect(lines.filter(({ outcome }) => outcome === 'punished' || outcome === 'doubted')).toEqual([])
    expect(lines.filter(({ outcome }) => outcome === 'spared').length).toBeGreaterThan(10)
  })

  it('finds the proposed sheet sound', () => {
    const figures = proofFigures(lines)
    expect(isSound(figures)).toBe(true)
    expect(figures.strength).toBeGreaterThanOrEqual(85)
    expect(figures.noticed + figures.asked + figures.missed + figures.same).toBe(figures.mistakes)
  })
})

describe('what passes', () => {
  const toPier = rule('r1', { kind: 'refersTo', entity: 'ferry', role: 'home' })

  it('is missed where no rule asks for it, and the rule that would notice it is offered', () => {
    const rules = [rule('r4', { kind: 'identifies', entity: 'pier', by: ['pier_code'] })]
    const line = judged(exercise({ rules }), 'ferry does not refer to pier')
    expect(line).toMatchObject({ outcome: 'missed', by: [], lost: 0 })
    const parts = line.helps.flatMap(entry => partsOf(entry))
    expect(parts).toContainEqual({ kind: 'refersTo', entity: 'ferry', role: 'home' })
    expect(line.helps.every(({ id }) => Number(id.slice(1)) > 4)).toBe(true)
  })

  it('is missed no more once the offered rule is asked', () => {
    const said = 'kind of ferry may be missing'
    const [help] = judged(exercise({ rules: [] }), said).helps
    expect(judged(exercise({ rules: [help!] }), said)).toMatchObject({
      outcome: 'noticed',
      by: [{ rule: help!.id }],
    })
  })

  it('is noticed in no exercise by a rule that is switched off', () => {
    const rules = [{ ...toPier, off: true }]
    expect(judged(exercise({ rules }), 'ferry does not refer to pier').outcome).toBe('missed')
  })

  it('costs what the rules that notice it are worth', () => {
    const other = rule('r2', { kind: 'identifies', entity: 'pier', by: ['pier_code'] })
    const rules = [{ ...toPier, points: 2.5 }, other]
    expect(judged(exercise({ rules }), 'ferry does not refer to pier')).toMatchObject({ lost: 2500, open: 0 })
  })
})

describe('harmless changes', () => {
  it('are not blamed for what the model answer itself does not uphold: that is told apart', () => {
    const convention = rule('r9', { kind: 'convention', entity: 'script', of: 'table', pattern: '{table}s' })
    const document = exercise({ rules: [convention] })
    expect(judged(document, 'tbl_').by).toEqual([])
    const proof = new Proof(document)
    expect(proof.faultsOf(proof.sheets[0]!)).toEqual([
      { rule: 'r9', verdict: 'broken', sheet: 'script', model: 0 },
    ])
  })
})

it('other names do no harm, though rules ask for names; another name alone is what these notice', () => {
  const rules = [
    rule('r1', { kind: 'called', entity: 'watch', name: 'watch' }),
    rule('r2', { kind: 'identifies', entity: 'pier', by: ['pier_code'] }),
  ]
  expect(judged(exercise({ rules }), 'Tables with a prefix: tbl_.')).toMatchObject({
    outcome: 'spared',
    by: [],
    lost: 0,
  })
})

describe('another run', () => {
  const said = 'ferry does not refer to pier'
  const again = (known: KnownCells, document: ExerciseDocument): ProofLine => {
    const proof = new Proof(document, known)
    return proof.judge(proof.cases.find(one => one.said.includes(said))!)
  }
  const toPier = rule('r1', { kind: 'refersTo', entity: 'ferry', role: 'home' })

  it('marks nothing anew for other points and another sentence, and counts them', () => {
    const known: KnownCells = new Map()
    expect(again(known, exercise({ rules: [toPier] })).lost).toBe(1000)
    const before = [...known.values()].flatMap(cells => [...cells.values()])
    const other = { ...toPier, points: 3, sentence: 'The home pier exists.' }
    expect(again(known, exercise({ rules: [other] })).lost).toBe(3000)
    const after = [...known.values()].flatMap(cells => [...cells.values()])
    // Not only alike: the same verdicts.
    expect(after).toHaveLength(before.length)
    expect(after.every((cells, i) => cells === before[i])).toBe(true)
  })

  it('of another rule forgets the verdicts that no rule rests on any more', () => {
    const known: KnownCells = new Map()
    again(known, exercise({ rules: [toPier] }))
    const [before] = known.keys()
    const home = rule('r1', { kind: 'mustHave', entity: 'ferry', path: 'home' })
    expect(again(known, exercise({ rules: [home] })).outcome).toBe('missed')
    expect(known.has(before!)).toBe(false)
  })
})

describe('rules that are not asked', () => {
  it('are none of those that are, and are numbered after them', () => {
    const document = exercise()
    const asked = new Set(document.rules.flatMap(partsOf).map(part => JSON.stringify(part)))
    const others = rulesNotAsked(document)
    expect(others.filter(entry => partsOf(entry).every(part => asked.has(JSON.stringify(part))))).toEqual([])
    const last = Math.max(...document.rules.map(({ id }) => Number(id.slice(1))))
    expect(others.map(({ id }) => id)).toEqual(others.map((_, i) => `r${last + 1 + i}`))
  })
})

describe('each sheet', () => {
  it('has mistakes of its own, made of what the model answer has', () => {
    const sheets = ['dictionary', 'diagram', 'script'] as const
    const { cases, sheets: bases } = new Proof(exercise({ sheets: [...sheets], level: 'physical' }))
    expect(bases.map(({ sheet }) => sheet)).toEqual(sheets)
    const kinds = new Set(
      cases.filter(({ is }) => is === 'mistake').map(({ sheet, kind }) => `${sheet} ${kind}`),
    )
    expect(kinds.size).toBeGreaterThanOrEqual(55)
    const answers = cases.map(({ sheet, is, answer }) => JSON.stringify([sheet, is, answer]))
    expect(new Set(answers).size).toBe(answers.length)
  })

  it('of dependencies is tried with wrong claims', () => {
    const document = exercise({
      sheets: ['dependencies'],
      models: [],
      relation: {
        name: 'crossing',
        attributes: ['ferry_no', 'day', 'skipper', 'badge', 'pier', 'pier_name'],
        dependencies: 'ferry_no, day → badge, pier\nbadge → skipper\npier → pier_name',
        isGiven: false,
        isFresh: false,
        asks: { keys: true, prime: true, form: true, split: 'BCNF', closures: [['badge']] },
      },
    })
    const lines = run(document)
    expect(lines.filter(({ outcome }) => outcome === 'missed')).toEqual([])
    expect(lines.filter(({ outcome }) => outcome === 'punished')).toEqual([])
    expect(lineOf(lines, 'badge → skipper is not claimed').outcome).toBe('noticed')
    expect(lineOf(lines, '3NF is named in place of 2NF').outcome).toBe('noticed')
  })

  it('without a model answer is tried with nothing', () => {
    expect(new Proof(exercise({ models: [], rules: [] })).cases).toEqual([])
    expect(proofFigures([]).strength).toBeNull()
  })
})
