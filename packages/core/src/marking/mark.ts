import { candidateAlignments, pairReasonInWords, type Alignment, type Confidence, type Pin } from '../alignment'
import { NO_CLAIMS, type DependencyClaims, type Exhibit } from '../claims'
import type { Finding } from '../findings'
import { Reading, becauseForStudent, becauseInWords, consequences, dependenciesInWords, evaluateUnanimously, partsAsked, partsOf, type Doubt, type Evaluation, type Rule, type RuleEntry, type Witness } from '../rules'
import { soundPart } from '../schema'
import { readScript, type ReadScript } from '../sql'
import { markClaims } from './mark-claims'
import { combineFollows, combineParts } from './parts'
import type { PreparedExercise } from './prepare'
import { points, type Cell, type Override, type Points } from './points'

/** Part of a marking's key: rises whenever the same input could give another verdict. */
export const ENGINE_VERSION = '3'

/** A verdict with all that defends it, ready to be stored and shown. Places are offsets in the answer's script, or in a field of a sheet. */
export interface MarkedCell extends Cell {
  /** `told` is what a student reads instead of a sentence that names elements of the model answer. */
  readonly because: readonly { readonly sentence: string, readonly told?: string, readonly hint?: string, readonly place: { readonly start: number, readonly end: number, readonly field?: string } | null }[]
  readonly witness: Witness | null
  /** What else shows it, to be read step by step. */
  readonly exhibits?: readonly Exhibit[]
  readonly tables: readonly string[]
  /** The lowest confidence of the pairings it rests on; what is not sure is shown as open. */
  readonly confidence: Confidence
  /** Why nothing can be told; set with that verdict. */
  readonly doubt?: Doubt
}

export interface PairingLine {
  /** What of the answer; empty where nothing stands for the element. */
  readonly answer: string
  readonly model: string
  /** The place in the form of a pin; empty where nothing stands for the element. */
  readonly place: string
  readonly confidence: Confidence | 'absent'
  readonly reasons: readonly string[]
}

export interface Marking {
  readonly engineVersion: string
  /** Position of the model answer against which the answer was marked: the one with the most points. */
  readonly model: number
  readonly cells: readonly MarkedCell[]
  readonly pairing: readonly PairingLine[]
  readonly surplus: readonly string[]
  readonly findings: readonly Finding[]
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
  readonly claims?: DependencyClaims | undefined
}

/** Marks every sheet that the exercise asks for. Deterministic; reads nothing but its arguments. */
export function markAnswer(exercise: PreparedExercise, { script, claims = NO_CLAIMS }: MarkableAnswer, options: { pins?: readonly Pin[] } = {}): Marking {
  const { document } = exercise
  const sheets = document.sheets ?? ['script']
  const scripted: Marking = sheets.includes('script')
    ? markScript(exercise, script, options)
    : { engineVersion: ENGINE_VERSION, model: 0, cells: [], pairing: [], surplus: [], findings: [] }
  if (!sheets.includes('dependencies')) return scripted
  const claimed = markClaims(document, claims)
  return { ...scripted, cells: [...claimed.cells, ...scripted.cells], findings: [...claimed.findings, ...scripted.findings] }
}

/**
 * Marks one script against an exercise: verdicts with evidence, without points. Against each model answer whole; the marking with the most
 * points counts, then the surest, then the first. Deterministic; reads nothing but its arguments.
 */
export function markScript(exercise: PreparedExercise, script: string, { pins = [] }: { pins?: readonly Pin[] } = {}): Marking {
  const read = readScript(script, { given: exercise.given })
  const [first, ...others] = exercise.glossaries.map((_, model) => markAgainst(exercise, model, read, pins))
  if (!first) throw new RangeError('An exercise has at least its own glossary.')
  return others.reduce((best, next) => isBetter(exercise, next, best) ? next : best, first)
}

function isBetter(exercise: PreparedExercise, a: Marking, b: Marking): boolean {
  const [x, y] = [a, b].map(marking => markedPoints(exercise, marking.cells)) as [Points, Points]
  if (x.got + x.open !== y.got + y.open) return x.got + x.open > y.got + y.open
  return sureness(a) > sureness(b)
}

const sureness = ({ pairing }: Marking): number => pairing.filter(({ confidence }) => confidence === 'sure').length

function markAgainst(exercise: PreparedExercise, model: number, read: ReadScript, pins: readonly Pin[]): Marking {
  const { document, world, glossaries } = exercise
  const asked = askedRules(document.rules)
  const parts = asked.map(partsOf)
  const rules = parts.flat()
  const schema = soundPart(read.schema)
  const readings = candidateAlignments(world, schema, { glossary: glossaries[model]!, pins }).map(alignment => new Reading(world, schema, alignment, rules))
  const evaluations = rules.map(rule => withUnread(read, evaluateUnanimously(readings, rule)))
  const follows = consequences(readings[0]!, rules, evaluations)
  const givenTables = new Set(read.schema.tables.filter(table => table.given).map(({ name }) => name))
  const entries = entryOfPart(parts)
  let at = 0
  const cells = asked.map((entry, i) => {
    const own = evaluations.slice(at, at += parts[i]!.length)
    const cause = combineFollows(entries, evaluations, follows, i)
    return toCell(entry.id, combineParts(own), cause >= 0 ? asked[cause]!.id : null, givenTables)
  })
  return {
    engineVersion: ENGINE_VERSION, model, cells, pairing: pairingLines(exercise, readings[0]!.alignment),
    surplus: readings[0]!.alignment.surplus.map(({ table, column }) => column === null ? table : `${table}.${column}`), findings: read.findings,
  }
}

/** The dependencies that a rule was judged by in a script, as lines to be read (under the first model answer). */
export function explainRule({ document, world, given, glossaries }: PreparedExercise, script: string, rule: string, { pins = [] }: { pins?: readonly Pin[] } = {}): string[] {
  const asked = askedRules(document.rules)
  const parts = asked.filter(({ id }) => id === rule).flatMap(partsOf)
  const schema = soundPart(readScript(script, { given }).schema)
  const [alignment] = candidateAlignments(world, schema, { glossary: glossaries[0]!, pins })
  const reading = new Reading(world, schema, alignment!, asked.flatMap(partsOf))
  return parts.flatMap(part => dependenciesInWords(reading, part))
}

/** The rules that scripts are asked: switched on, with at least one part that a script can show. */
function askedRules(rules: readonly RuleEntry[]): RuleEntry[] {
  return rules.filter(({ off }) => !off).flatMap((entry) => {
    const [first, ...rest] = partsAsked(entry, 'script')
    return first ? [{ ...entry, rule: first, and: rest }] : []
  })
}

function entryOfPart(parts: readonly (readonly Rule[])[]): number[] {
  return parts.flatMap((own, i) => own.map(() => i))
}

/** Nothing was found for the rule, and a statement that might hold it was not read: then that is not to be said. */
function withUnread({ statements, findings }: ReadScript, evaluation: Evaluation): Evaluation {
  if (evaluation.verdict !== 'not shown') return evaluation
  const unread = findings.find(({ code, params }) => code === 'syntax.unknown-statement' && /TABLE|DO|EXECUTE|FUNCTION|PROCEDURE/i.test(params['found'] ?? ''))
  if (!unread || statements.length === 0) return evaluation
  return { ...evaluation, verdict: 'cannot tell', doubt: 'unread', because: [...evaluation.because, { code: 'unmodelled', params: { what: 'A statement that is not read' }, place: unread.place }] }
}

function toCell(rule: string, evaluation: Evaluation, follows: string | null, givenTables: ReadonlySet<string>): MarkedCell {
  const { verdict, because, witness, tables, confidence, doubt } = evaluation
  const isGiven = tables.length > 0 && tables.every(table => givenTables.has(table))
  return {
    rule, sheet: 'script', verdict, follows,
    because: because.map((reason) => {
      const told = becauseForStudent(reason)
      return { sentence: becauseInWords(reason), ...told === undefined ? {} : { told }, place: reason.place && !isGiven ? { start: reason.place.start, end: reason.place.end } : null }
    }),
    witness, tables, confidence, ...doubt ? { doubt } : {},
  }
}

/** Every element of the world with what stands for it, entity by entity. */
function pairingLines({ world }: PreparedExercise, alignment: Alignment): PairingLine[] {
  const absent = (model: string): PairingLine => ({ answer: '', model, place: '', confidence: 'absent', reasons: [] })
  return world.entities.flatMap((entity) => {
    const placement = alignment.entities.find(other => other.entity === entity.name)
    const tables = placement ? [placement.table, ...placement.parts.map(({ table }) => table)] : []
    return [
      placement ? { answer: tables.join(', '), model: entity.name, place: placement.inside ? '' : tables.join(', '), confidence: placement.confidence, reasons: placement.reasons.map(pairReasonInWords) } : absent(entity.name),
      ...entity.attributes.map(({ name }) => {
        const model = `${entity.name}.${name}`
        const found = alignment.attributes.find(other => other.entity === entity.name && other.attribute === name)
        return found ? { answer: `${found.table}.${found.column}`, model, place: `${found.table}.${found.column}`, confidence: found.confidence, reasons: found.reasons.map(pairReasonInWords) } : absent(model)
      }),
      ...entity.roles.map(({ name }) => {
        const model = `${entity.name}.${name}`
        const found = alignment.roles.find(other => other.entity === entity.name && other.role === name)
        return found ? { answer: layoutInWords(found.layout), model, place: layoutPlace(found.layout), confidence: found.confidence, reasons: found.reasons.map(pairReasonInWords) } : absent(model)
      }),
    ]
  })
}

type Layout = Alignment['roles'][number]['layout']

function layoutInWords(layout: Layout): string {
  switch (layout.kind) {
    case 'forward': return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')} → ${layout.step.toTable}`
    case 'backward': return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')} → ${layout.step.toTable} (from the other side)`
    case 'via': return `${layout.table} (a table between)`
    case 'inside': return `${layout.table} (in the same table)`
    case 'columns': return `${layout.table}.${layout.columns.join('+')}`
  }
}

function layoutPlace(layout: Layout): string {
  switch (layout.kind) {
    case 'forward': case 'backward': return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')}`
    case 'via': return layout.table
    case 'columns': return `${layout.table}.${layout.columns.join('+')}`
    case 'inside': return ''
  }
}

/** The points of a marking under an exercise's rule sheet and rubric. */
export function markedPoints(exercise: PreparedExercise, cells: readonly Cell[], overrides: readonly Override[] = [], lateLoss = 0): Points {
  const { rules, rubric } = exercise.document
  return points(rules, cells, overrides, { ...rubric, lateLoss })
}
