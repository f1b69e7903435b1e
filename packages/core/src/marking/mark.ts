import { candidateAlignments, type Confidence, type Pin } from '../alignment'
import { NO_CLAIMS, readClaims, type DependencyClaims } from '../claims'
import { EMPTY_DIAGRAM, type Diagram } from '../diagram'
import { EMPTY_DICTIONARY, readDictionary, type Dictionary } from '../dictionary'
import type { Exhibit, Finding } from '../findings'
import { Reading, dependenciesInWords, partsOf, type Doubt, type Witness } from '../rules'
import { soundPart, type Dialect } from '../schema'
import { dialectOf, readScript } from '../sql'
import { markClaims } from './mark-claims'
import { askedRules, markSheet } from './mark-sheet'
import type { PairingLine } from './pairing-lines'
import type { PreparedExercise } from './prepare'
import { points, type Cell, type Override, type Points } from './points'
import { readDiagramSheet } from './diagram-sheet'
import { readDictionarySheet, readScriptSheet, type TableSheet } from './table-sheets'

/** Part of a marking's key: rises whenever the same input could give another verdict. */
export const ENGINE_VERSION = '8'

/**
 * A verdict with all that defends it, ready to be stored and shown. Places are offsets in the answer's
 * script, or in a field of a sheet.
 */
export interface MarkedCell extends Cell {
  /** `told` is what a student reads instead of a sentence that names elements of the model answer. */
  readonly because: readonly {
    readonly sentence: string
    readonly told?: string
    readonly hint?: string
    readonly place: { readonly start: number; readonly end: number; readonly field?: string } | null
  }[]
  readonly witness: Witness | null
  /** What else shows it, to be read step by step. */
  readonly exhibits?: readonly Exhibit[]
  readonly tables: readonly string[]
  /** The lowest confidence of the pairings it rests on; what is not sure is shown as open. */
  readonly confidence: Confidence
  /** Why nothing can be told; set with that verdict. */
  readonly doubt?: Doubt
}

export interface Marking {
  readonly engineVersion: string
  /** Position of the model answer against which the answer was marked: the one with the most points. */
  readonly model: number
  readonly cells: readonly MarkedCell[]
  readonly pairing: readonly PairingLine[]
  readonly surplus: readonly string[]
  readonly findings: readonly Finding[]
  /** How many findings more there are than are told. @defaultValue none */
  readonly findingsLeft?: number
}

/** What lists need of a marking: verdicts without their evidence. */
export interface MarkingSummary {
  readonly cells: readonly Cell[]
  readonly weakPairs: number
}

export function summaryOf({ cells, pairing }: Marking): MarkingSummary {
  return {
    cells: cells.map(({ rule, sheet, verdict, follows }) => ({ rule, sheet, verdict, follows })),
    weakPairs: pairing.filter(({ confidence }) => confidence === 'weak').length,
  }
}

/** What a student handed in, as far as it is marked. */
export interface MarkableAnswer {
  readonly script: string
  /** The script's dialect. @defaultValue the exercise's */
  readonly dialect?: Dialect | undefined
  readonly claims?: DependencyClaims | undefined
  readonly dictionary?: Dictionary | undefined
  readonly diagram?: Diagram | undefined
}

/** Marks every sheet that the exercise asks for. Deterministic; reads nothing but its arguments. */
export function markAnswer(
  exercise: PreparedExercise,
  answer: MarkableAnswer,
  options: MarkOptions = {},
): Marking {
  const { document } = exercise
  const sheets = document.sheets ?? ['script']
  const tables = markTables(
    exercise,
    answer,
    sheets.filter(sheet => sheet !== 'dependencies'),
    options,
  )
  if (!sheets.includes('dependencies')) return tables
  const claimed = markClaims(document, answer.claims ?? NO_CLAIMS)
  return {
    ...tables,
    cells: [...claimed.cells, ...tables.cells],
    findings: [...claimed.findings, ...tables.findings],
  }
}

/**
 * What the reading of each asked sheet says by itself: nothing is paired or judged. Linear in what is
 * written, but for the checks of a diagram.
 */
export function readingFindings(
  { document, given }: PreparedExercise,
  answer: MarkableAnswer,
): readonly Finding[] {
  const { script, dictionary = EMPTY_DICTIONARY, claims = NO_CLAIMS } = answer
  return (document.sheets ?? ['script']).flatMap((sheet): readonly Finding[] => {
    switch (sheet) {
      case 'script':
        return readScript(script, {
          given,
          dialect: answer.dialect ?? dialectOf(document, script),
          checks: false,
        }).findings
      case 'dictionary':
        return readDictionary(dictionary, { given }).findings
      case 'dependencies':
        return document.relation ? readClaims(document.relation, claims).findings : []
      case 'diagram':
        return []
    }
  })
}

/** Marks one script against an exercise: verdicts with evidence, without points. */
export function markScript(
  exercise: PreparedExercise,
  script: string,
  { dialect, ...options }: MarkOptions & { readonly dialect?: Dialect } = {},
): Marking {
  return markTables(exercise, { script, dialect }, ['script'], options)
}

export interface MarkOptions {
  readonly pins?: readonly Pin[]
}

/**
 * Marks the sheets that describe tables. Against each model answer whole; the marking with the most points
 * counts, then the surest, then the first.
 */
function markTables(
  exercise: PreparedExercise,
  answer: MarkableAnswer,
  sheets: readonly TableSheet['name'][],
  { pins = [] }: MarkOptions,
): Marking {
  const read = sheets.map(sheet => readSheet(exercise, answer, sheet))
  const [first, ...others] = exercise.glossaries.map((_, model): Marking => {
    const parts = read.map(sheet => markSheet(exercise, model, sheet, pins))
    return {
      engineVersion: ENGINE_VERSION,
      model,
      cells: parts.flatMap(({ cells }) => cells),
      pairing: parts.flatMap(({ pairing }) => pairing),
      surplus: parts.flatMap(({ surplus }) => surplus),
      findings: read.flatMap(({ findings }) => findings),
    }
  })
  if (!first) throw new RangeError('An exercise has at least its own glossary.')
  return others.reduce((best, next) => (isBetter(exercise, next, best) ? next : best), first)
}

function readSheet(
  exercise: PreparedExercise,
  { script, dialect, dictionary = EMPTY_DICTIONARY, diagram = EMPTY_DIAGRAM }: MarkableAnswer,
  sheet: TableSheet['name'],
): TableSheet {
  switch (sheet) {
    case 'script':
      return readScriptSheet(exercise, script, dialect)
    case 'dictionary':
      return readDictionarySheet(exercise, dictionary)
    case 'diagram':
      return readDiagramSheet(exercise, diagram)
  }
}

function isBetter(exercise: PreparedExercise, a: Marking, b: Marking): boolean {
  const [x, y] = [a, b].map(marking => markedPoints(exercise, marking.cells)) as [Points, Points]
  if (x.got + x.open !== y.got + y.open) return x.got + x.open > y.got + y.open
  return sureness(a) > sureness(b)
}

const sureness = ({ pairing }: Marking): number =>
  pairing.filter(({ confidence }) => confidence === 'sure').length

/**
 * The dependencies that a rule was judged by in a script, as lines to be read (under the first model answer).
 */
export function explainRule(
  { document, world, given, glossaries }: PreparedExercise,
  script: string,
  rule: string,
  { pins = [], dialect = dialectOf(document, script) }: { pins?: readonly Pin[]; dialect?: Dialect } = {},
): string[] {
  const asked = askedRules(document.rules, 'script')
  const parts = asked.filter(({ id }) => id === rule).flatMap(partsOf)
  const schema = soundPart(readScript(script, { given, dialect }).schema)
  const [alignment] = candidateAlignments(world, schema, { glossary: glossaries[0]!, pins })
  const reading = new Reading(world, schema, alignment!, asked.flatMap(partsOf))
  return parts.flatMap(part => dependenciesInWords(reading, part))
}

/** The points of a marking under an exercise's rule sheet and rubric. */
export function markedPoints(
  exercise: PreparedExercise,
  cells: readonly Cell[],
  overrides: readonly Override[] = [],
  lateLoss = 0,
): Points {
  const { rules, rubric } = exercise.document
  return points(rules, cells, overrides, { ...rubric, lateLoss })
}
