import type { MarkableAnswer, PreparedExercise } from '../exercise'
import { CLAIM_MISTAKES } from './claims/mistakes'
import { DIAGRAM_MISTAKES } from './diagram/mistakes'
import { DICTIONARY_MISTAKES } from './dictionary/mistakes'
import { HARMLESS_CLAIMS } from './harmless/claims'
import { HARMLESS_DESIGNS } from './harmless/design'
import { HARMLESS_DIAGRAMS } from './harmless/diagram'
import { HARMLESS_DICTIONARIES } from './harmless/dictionary'
import { HARMLESS_TEXTS, inOtherDialects } from './harmless/text'
import { evenly, type Kind } from './kind'
import { designOf, modelSheets, written, type ModelSheet } from './model-sheets'
import { DESIGN_MISTAKES } from './schema/mistakes'
import type { Design } from './schema/places'
import { doesNotRun, type WrittenDesign } from './script/does-not-run'

/** One answer of a proof run: a model answer with one typical mistake in it, or changed without harm. */
export interface ProofCase extends ModelSheet {
  readonly is: 'mistake' | 'harmless'
  /** Stable name of its kind, and what that is called. */
  readonly kind: string
  readonly title: string
  /** What was changed, in a sentence. */
  readonly said: string
}

/** A model answer on one sheet as it stands, and everything that is made of it. */
export interface ProofSheet extends ModelSheet {
  readonly cases: readonly ProofCase[]
}

/**
 * All cases of an exercise: of each model answer and each asked sheet, at most eight of a kind. Deterministic; an answer
 * that stands already is no second case.
 */
export function proofSheets(exercise: PreparedExercise): readonly ProofSheet[] {
  return modelSheets(exercise).map(base => ({
    ...base,
    cases: once(casesOf(exercise, base)).map(one => ({ ...base, ...one })),
  }))
}

type Made = Omit<ProofCase, 'sheet' | 'model'>

function once(cases: readonly Made[]): readonly Made[] {
  const seen = new Set<string>()
  return cases.filter(one => {
    const key = `${one.is} ${JSON.stringify(one.answer)}`
    return !seen.has(key) && seen.add(key)
  })
}

function casesOf(exercise: PreparedExercise, { sheet, model, answer }: ModelSheet): readonly Made[] {
  switch (sheet) {
    case 'script':
      return scriptCases(exercise, designOf(exercise, model))
    case 'dependencies':
      return both(CLAIM_MISTAKES, HARMLESS_CLAIMS, answer.claims!, claims => ({ script: '', claims }))
    case 'dictionary':
      return both(DICTIONARY_MISTAKES, HARMLESS_DICTIONARIES, answer.dictionary!, dictionary => ({
        script: '',
        dictionary,
      }))
    case 'diagram':
      return both(DIAGRAM_MISTAKES, HARMLESS_DIAGRAMS, answer.diagram!, diagram => ({ script: '', diagram }))
  }
}

function scriptCases(exercise: PreparedExercise, design: Design): readonly Made[] {
  const { dialect = 'postgresql', dialects = [] } = exercise.document
  const text: WrittenDesign = { design, text: written(exercise, design), dialect }
  const toAnswer = (script: string): MarkableAnswer => ({ script })
  return [
    ...both(DESIGN_MISTAKES, HARMLESS_DESIGNS, design, of => toAnswer(written(exercise, of))),
    ...both([doesNotRun], HARMLESS_TEXTS, text, toAnswer),
    ...inOtherDialects(text, dialects).map(other => ({
      is: 'harmless' as const,
      kind: 'another-dialect',
      title: 'For another server',
      said: other.said,
      answer: { script: other.script, dialect: other.dialect },
    })),
  ]
}

function both<Content, Result>(
  mistakes: readonly Kind<Content, Result>[],
  harmless: readonly Kind<Content, Result>[],
  content: Content,
  toAnswer: (content: Result) => MarkableAnswer,
): readonly Made[] {
  const made = (is: ProofCase['is'], { id, title, make }: Kind<Content, Result>): Made[] =>
    evenly(make(content)).map(change => ({
      is,
      kind: id,
      title,
      said: change.said,
      answer: toAnswer(change.content),
    }))
  return [
    ...mistakes.flatMap(kind => made('mistake', kind)),
    ...harmless.flatMap(kind => made('harmless', kind)),
  ]
}
