import { foldName } from '../schema'
import { lowestConfidence, type Confidence } from '../alignment'
import type { Reading } from './reading'
import { absent, type Result } from './result'
import { moduleOf, type Rule } from './rule'
import type { Evaluation } from './verdict'

/**
 * The static verdict of one rule on an answer (semantics, sections 2 and 3): every rule becomes a question of
 * implication that must hold or must not, over the dependencies made from the answer's keys and references
 * along the paths that the alignment gives.
 */
export function evaluate(reading: Reading, rule: Rule): Evaluation {
  return lookAt(reading, rule).evaluation
}

/** An evaluation, and the elements of the world that it looked for. */
export interface Looked {
  readonly evaluation: Evaluation
  readonly elements: ReadonlySet<string>
}

export function lookAt(reading: Reading, rule: Rule): Looked {
  const elements = new Set<string>()
  const watched = reading.watched({
    ...reading.watch,
    onLook: element => void elements.add(foldName(element)),
  })
  const result = evaluateKind(watched, rule)
  return { evaluation: { ...result, confidence: confidenceOf(reading, elements) }, elements }
}

/**
 * The dependencies made from an answer, its pairing and a rule, as lines to be read; each question of
 * implication begins with "given".
 */
export function dependenciesInWords(reading: Reading, rule: Rule): string[] {
  const lines: string[] = []
  evaluate(reading.watched({ onAsk: asked => void lines.push(...asked.inWords()) }), rule)
  return lines
}

function evaluateKind(reading: Reading, rule: Rule): Result {
  const { evaluate: evaluateRule, unplaced } = moduleOf(rule)
  if (!evaluateRule || (!unplaced && !reading.placement(rule.entity)))
    return absent('entity-absent', { entity: rule.entity })
  return evaluateRule(reading, rule)
}

/** The least confidence of the pairs that a verdict rests on: of all the elements whose places were asked for. */
function confidenceOf({ alignment }: Reading, elements: ReadonlySet<string>): Confidence {
  const isLooked = (...names: readonly string[]): boolean => elements.has(foldName(names.join('.')))
  return lowestConfidence([
    ...alignment.entities.filter(({ entity }) => isLooked(entity)),
    ...alignment.roles.filter(({ entity, role }) => isLooked(entity, role)),
    ...alignment.attributes.filter(({ entity, attribute }) => isLooked(entity, attribute)),
  ])
}
