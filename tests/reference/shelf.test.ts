import { existsSync, readFileSync } from 'node:fs'
import { NO_CLAIMS } from '@nomenklatura/core/claims'
import { dictionaryFromCsv } from '@nomenklatura/core/dictionary'
import { ExerciseDocument, prepareExercise, retold, type MarkableAnswer } from '@nomenklatura/core/exercise'
import { markAnswer } from '@nomenklatura/core/marking'
import { Proof, proofFigures, type ProofLine } from '@nomenklatura/core/proof'
import { describe, expect, it } from 'vitest'
import { draw } from '../../db/demo/draw'
import { SHELF, type ShelfExercise } from '../../shelf'

/** One answer as students give it: on one sheet, with the verdicts that it has, written before the first run. */
interface TypicalAnswer {
  readonly name: string
  readonly script?: string
  readonly lines?: readonly string[]
  readonly dictionary?: string
  readonly claims?: object
  readonly expects: Readonly<Record<string, string>>
}

const documentOf = ({ document }: ShelfExercise): ExerciseDocument => ExerciseDocument.parse(document)

function answersOf(name: string): readonly TypicalAnswer[] {
  const path = `shelf/answers/${name}.json`
  return existsSync(path)
    ? (JSON.parse(readFileSync(path, 'utf8')) as { answers: TypicalAnswer[] }).answers
    : []
}

function asAnswer({ level }: ExerciseDocument, answer: TypicalAnswer): MarkableAnswer {
  const { script = '', lines, dictionary, claims } = answer
  return {
    script,
    ...(lines ? { diagram: { ...draw(lines), level: level ?? 'logical' } } : {}),
    ...(dictionary ? { dictionary: dictionaryFromCsv(dictionary)! } : {}),
    ...(claims ? { claims: { ...NO_CLAIMS, ...claims } } : {}),
  }
}

const sheetOf = ({ lines, dictionary, claims }: TypicalAnswer): ExerciseDocument['sheets'][number] => {
  if (lines) return 'diagram'
  if (dictionary) return 'dictionary'
  return claims ? 'dependencies' : 'script'
}

/** Kinds of mistakes of which there are fewer than four different answers: so little is left when they are made. */
const SO_FEW: Readonly<Record<string, string[]>> = {
  'who-collected-what': ['script: junction-missing'],
  'one-sailor-several-tasks': ['diagram: card-missing'],
}

/** Proof run of each exercise, in the order of its cases. */
const proven = new Map<string, readonly ProofLine[]>()
function proofOf({ name, document }: ShelfExercise): readonly ProofLine[] {
  const known = proven.get(name)
  if (known) return known
  const proof = new Proof(ExerciseDocument.parse(document))
  const lines = proof.cases.map(one => proof.judge(one))
  proven.set(name, lines)
  return lines
}

describe.each(SHELF.map(entry => [entry.name, entry] as const))('%s', (name, entry) => {
  const document = documentOf(entry)

  it('is bound to its brief, and notices at least nine mistakes in ten', () => {
    for (const { phrase } of document.rules) if (phrase) expect(document.brief).toContain(phrase)
    const proof = new Proof(document)
    expect(proof.sheets.flatMap(base => proof.faultsOf(base))).toEqual([])
    const figures = proofFigures(proofOf(entry))
    expect(figures).toMatchObject({ punished: 0, doubted: 0, asked: 0, strength: entry.noticed })
    expect(entry.noticed).toBeGreaterThanOrEqual(90)
  })

  it('is tried with four of each mistake that can be made, at least', () => {
    const made = proofOf(entry)
      .filter(line => line.is === 'mistake')
      .map(({ sheet, kind }) => `${sheet}: ${kind}`)
    const few = [...new Set(made)].filter(kind => made.filter(other => other === kind).length < 4)
    expect(few).toEqual(SO_FEW[name] ?? [])
  })

  const answers = answersOf(name)
  it.skipIf(answers.length === 0).each(answers.map(answer => [answer.name, answer] as const))(
    'marks what students hand in as it was judged by hand: %s',
    (_, answer) => {
      expect(notUpheld(document, answer)).toEqual(answer.expects)
    },
  )
})

/** Each exercise that may be told in other worlds, in each of them. */
const RETOLD = SHELF.flatMap(entry =>
  entry.retellings.map(retelling => [entry.name, retelling.world, { entry, retelling }] as const),
)
/** The verdicts of an answer that are not upheld, by rule. */
function notUpheld(document: ExerciseDocument, answer: TypicalAnswer): Record<string, string> {
  const exercise = prepareExercise({ ...document, sheets: [sheetOf(answer)] })
  const { cells } = markAnswer(exercise, asAnswer(document, answer))
  return Object.fromEntries(
    cells.filter(({ verdict }) => verdict !== 'upheld').map(({ rule, verdict }) => [rule, verdict]),
  )
}

describe.each(RETOLD)('%s, told in the world of %s', (name, _, { entry, retelling }) => {
  const original = documentOf(entry)
  const document = ExerciseDocument.parse(retold(original, retelling))

  it('is bound to its brief, and notices what it noticed', () => {
    for (const { phrase } of document.rules) if (phrase) expect(document.brief).toContain(phrase)
    const proof = new Proof(document)
    expect(proof.sheets.flatMap(base => proof.faultsOf(base))).toEqual([])
    const before = proofOf(entry)
    expect(proof.cases.map(({ kind }) => kind)).toEqual(before.map(({ kind }) => kind))
    // Each world has cases of its own, a sixth of them.
    const at = entry.retellings.indexOf(retelling)
    const ofSixth = <T>(all: readonly T[]): T[] => all.filter((_, i) => i % 6 === at)
    const outcomes = ofSixth(proof.cases).map(one => `${one.said} ${proof.judge(one).outcome}`)
    expect(outcomes).toEqual(
      ofSixth(before).map(({ outcome }, i) => `${ofSixth(proof.cases)[i]!.said} ${outcome}`),
    )
  })

  it('says nothing of the world in which it was written, and is well said', () => {
    const said = [document.title, document.brief, ...document.rules.map(({ sentence }) => sentence)].join(
      '\n',
    )
    const becomes = Object.values(retelling.words).join(' ').toLowerCase()
    const stayed = Object.keys(retelling.words).filter(
      word => !becomes.includes(word.toLowerCase()) && new RegExp(`\\b${word}\\b`, 'i').test(said),
    )
    expect(stayed).toEqual([])
    expect(said.match(/\ba [aeio]\w+|\ban [^aeiou\s]\w+/gi) ?? []).toEqual([])
  })

  it('marks typical answers, told in it too, as before', () => {
    for (const answer of answersOf(name))
      expect(notUpheld(document, retold(answer, retelling)), answer.name).toEqual(answer.expects)
  })
})

it('every new exercise has typical answers of its own, a right one and a wrong one at least', () => {
  for (const { name, world } of SHELF.filter(entry => entry.world !== 'Skarholm Seed Vault')) {
    const answers = answersOf(name)
    expect(
      answers.some(({ expects }) => Object.keys(expects).length === 0),
      `${world}: ${name}`,
    ).toBe(true)
    expect(answers.filter(({ expects }) => Object.keys(expects).length > 0).length, name).toBeGreaterThan(1)
  }
})
