import { sameName } from '../schema'
import { lowestConfidence, type Confidence } from '../alignment'
import { phrase, type Phrase } from '../words'
import { becauseOf } from './because'
import { Reading } from './reading'
import { absent, type Result } from './result'
import { elementsOf, moduleOf, type Rule } from './rule'
import type { Evaluation } from './verdict'

/**
 * The static verdict of one rule on an answer (semantics, sections 2 and 3): every rule becomes a question of
 * implication that must hold or must not, over the dependencies made from the answer's keys and references
 * along the paths that the alignment gives.
 */
export function evaluate(reading: Reading, rule: Rule): Evaluation {
  return { ...evaluateKind(reading, rule), confidence: confidenceOf(reading, rule) }
}

/**
 * The verdict over several pairings of which one is right (semantics, section 7): if all give the same, that
 * one, shown as open; else nothing can be told. The first reading is the best and the evidence is its own.
 */
export function evaluateUnanimously(readings: readonly Reading[], rule: Rule): Evaluation {
  const [first, ...others] = readings.map(reading => evaluate(reading, rule))
  const at = others.findIndex(other => other.verdict !== first!.verdict)
  if (at < 0) return first!
  const { element, first: here, other: there } = difference(readings[0]!, readings[at + 1]!)
  return {
    verdict: 'cannot tell',
    doubt: 'pairing',
    witness: null,
    tables: first!.tables,
    confidence: 'weak',
    because: [
      becauseOf('pairing-open', {
        element,
        first: here,
        other: there,
        verdict: first!.verdict,
        otherVerdict: others[at]!.verdict,
      }),
      ...first!.because,
    ],
  }
}

/**
 * The dependencies made from an answer, its pairing and a rule, as lines to be read; each question of
 * implication begins with "given".
 */
export function dependenciesInWords(reading: Reading, rule: Rule): string[] {
  const lines: string[] = []
  evaluate(
    new Reading(
      reading.world,
      reading.schema,
      reading.alignment,
      reading.rules,
      asked => void lines.push(...asked.inWords()),
    ),
    rule,
  )
  return lines
}

/** The first element that two pairings place differently, for the sentence that says what to pair. */
function difference(
  a: Reading,
  b: Reading,
): {
  element: Phrase
  first: string | Phrase
  other: string | Phrase
} {
  const nothing = phrase('nothing', {})
  for (const { entity, table } of a.alignment.entities) {
    const other = b.placement(entity)?.table
    if (other !== table)
      return { element: phrase('element', { element: entity }), first: table, other: other ?? nothing }
  }
  for (const { entity, attribute, table, column } of a.alignment.attributes) {
    const other = b.attribute(entity, attribute)
    if (other?.column !== column)
      return {
        element: phrase('element', { element: `${entity}.${attribute}` }),
        first: `${table}.${column}`,
        other: other ? `${other.table}.${other.column}` : nothing,
      }
  }
  for (const { entity, role, layout } of a.alignment.roles) {
    const other = b.rolePlacement(entity, role)?.layout
    const columns = (of: typeof layout | undefined): string | undefined =>
      of?.kind === 'forward' ? of.step.columns.map(([column]) => column).join('+') : of?.kind
    if (columns(other) !== columns(layout))
      return {
        element: phrase('element', { element: `${entity}.${role}` }),
        first: columns(layout) ?? nothing,
        other: columns(other) ?? nothing,
      }
  }
  return { element: phrase('the-pairing', {}), first: phrase('one', {}), other: phrase('another', {}) }
}

function evaluateKind(reading: Reading, rule: Rule): Result {
  const { evaluate: evaluateRule, unplaced } = moduleOf(rule)
  if (!evaluateRule || (!unplaced && !reading.placement(rule.entity)))
    return absent('entity-absent', { entity: rule.entity })
  return evaluateRule(reading, rule)
}

/** The lowest confidence of the pairs that the rule rests on: its entity, and the elements it is about. */
function confidenceOf({ alignment }: Reading, rule: Rule): Confidence {
  const elements = elementsOf(rule)
  const isOwn = (entity: string): boolean => sameName(entity, rule.entity)
  const pairs = [
    ...alignment.entities.filter(({ entity }) => isOwn(entity)),
    ...alignment.roles.filter(({ entity, role }) => isOwn(entity) && elements.includes(role)),
    ...alignment.attributes.filter(({ entity, attribute }) => isOwn(entity) && elements.includes(attribute)),
  ]
  return lowestConfidence(pairs)
}
