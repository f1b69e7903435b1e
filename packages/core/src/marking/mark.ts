import { align, pairReasonInWords, type Alignment, type Confidence } from '../alignment'
import type { Finding } from '../findings'
import { Reading, becauseInWords, consequences, evaluate, type Evaluation, type Witness } from '../rules'
import { readScript } from '../sql'
import type { PreparedExercise } from './prepare'
import { points, type Cell, type Override, type Points } from './points'

/** Part of a marking's key: rises whenever the same input could give another verdict. */
export const ENGINE_VERSION = '1'

/** A verdict with all that defends it, ready to be stored and shown. Places are offsets in the answer's script. */
export interface MarkedCell extends Cell {
  readonly because: readonly { readonly sentence: string, readonly place: { readonly start: number, readonly end: number } | null }[]
  readonly witness: Witness | null
  readonly tables: readonly string[]
  /** Whether it rests on a pairing that is not sure. */
  readonly open: boolean
}

export interface PairingLine {
  readonly answer: string
  readonly model: string
  readonly confidence: Confidence
  readonly reasons: readonly string[]
}

export interface Marking {
  readonly engineVersion: string
  readonly cells: readonly MarkedCell[]
  readonly pairing: readonly PairingLine[]
  readonly surplus: readonly string[]
  readonly findings: readonly Finding[]
}

/** Marks one script against an exercise: verdicts with evidence, without points. Deterministic; reads nothing but its arguments. */
export function markScript(exercise: PreparedExercise, script: string): Marking {
  const { document: { rules, glossary }, given, world } = exercise
  const read = readScript(script, { given })
  const alignment = align(world, read.schema, { glossary })
  const reading = new Reading(world, read.schema, alignment)
  const asked = rules.filter(({ off }) => !off)
  const evaluations = asked.map(({ rule }) => evaluate(reading, rule))
  const follows = consequences(reading, asked.map(({ rule }) => rule), evaluations)
  const givenTables = new Set(read.schema.tables.filter(table => table.given).map(({ name }) => name))
  return {
    engineVersion: ENGINE_VERSION,
    cells: asked.map((entry, i) => toCell(entry.id, evaluations[i]!, follows[i]! >= 0 ? asked[follows[i]!]!.id : null, givenTables)),
    pairing: pairingLines(alignment),
    surplus: alignment.surplus.map(({ table, column }) => column === null ? table : `${table}.${column}`),
    findings: read.findings,
  }
}

function toCell(rule: string, { verdict, because, witness, tables, open }: Evaluation, follows: string | null, givenTables: ReadonlySet<string>): MarkedCell {
  const isGiven = tables.length > 0 && tables.every(table => givenTables.has(table))
  return {
    rule, sheet: 'script', verdict, follows,
    because: because.map(reason => ({ sentence: becauseInWords(reason), place: reason.place && !isGiven ? { start: reason.place.start, end: reason.place.end } : null })),
    witness, tables, open,
  }
}

function pairingLines({ entities, attributes, roles }: Alignment): PairingLine[] {
  const reasons = (pair: { readonly reasons: readonly Parameters<typeof pairReasonInWords>[0][] }): string[] => pair.reasons.map(pairReasonInWords)
  return entities.flatMap(placement => [
    { answer: placement.table, model: placement.entity, confidence: placement.confidence, reasons: reasons(placement) },
    ...attributes.filter(({ entity }) => entity === placement.entity).map(attribute => ({
      answer: `${attribute.table}.${attribute.column}`, model: `${attribute.entity}.${attribute.attribute}`, confidence: attribute.confidence, reasons: reasons(attribute),
    })),
    ...roles.filter(({ entity }) => entity === placement.entity).map(role => ({
      answer: layoutInWords(role.layout), model: `${role.entity}.${role.role}`, confidence: role.confidence, reasons: reasons(role),
    })),
  ])
}

function layoutInWords(layout: Alignment['roles'][number]['layout']): string {
  switch (layout.kind) {
    case 'forward': return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')} → ${layout.step.toTable}`
    case 'backward': return `${layout.step.fromTable}.${layout.step.columns.map(([column]) => column).join('+')} → ${layout.step.toTable} (from the other side)`
    case 'via': return `${layout.table} (a table between)`
    case 'inside': return `${layout.table} (in the same table)`
    case 'columns': return `${layout.table}.${layout.columns.join('+')}`
  }
}

/** The points of a marking under an exercise's rule sheet and rubric. */
export function markedPoints(exercise: PreparedExercise, cells: readonly Cell[], overrides: readonly Override[] = [], lateLoss = 0): Points {
  const { rules, rubric } = exercise.document
  return points(rules, cells, overrides, { ...rubric, lateLoss })
}
