import { diagramFromSchema, isEmptyDiagram, type Diagram } from '../diagram'
import { dictionaryFromSchema, isEmptyDictionary, type Dictionary } from '../dictionary'
import { isEmptyClaims } from '../claims'
import { readModel, type MarkableAnswer, type PreparedExercise } from '../exercise'
import type { Sheet } from '../findings'
import { soundPart } from '../schema'
import { writeScript } from '../sql'
import { CLAIM_MISTAKES } from './claims/mistakes'
import { rightClaims } from './claims/right'
import { DIAGRAM_MISTAKES } from './diagram/mistakes'
import { DICTIONARY_MISTAKES } from './dictionary/mistakes'
import { HARMLESS_CLAIMS } from './harmless/claims'
import { HARMLESS_DESIGNS } from './harmless/design'
import { HARMLESS_DIAGRAMS } from './harmless/diagram'
import { HARMLESS_DICTIONARIES } from './harmless/dictionary'
import { HARMLESS_TEXTS, inOtherDialects } from './harmless/text'
import { evenly, type Kind } from './kind'
import { DESIGN_MISTAKES } from './schema/mistakes'
import type { Design } from './schema/places'
import { doesNotRun, type WrittenDesign } from './script/does-not-run'

/** One answer of a proof run: a model answer with one typical mistake in it, or changed without harm. */
export interface ProofCase {
  readonly sheet: Sheet
  /** Position of the model answer. */
  readonly model: number
  readonly is: 'mistake' | 'harmless'
  /** Stable name of its kind, and what that is called. */
  readonly kind: string
  readonly title: string
  /** What was changed, in a sentence. */
  readonly said: string
  readonly answer: MarkableAnswer
}

/** A model answer itself, by sheet: what everything is measured by. */
export interface ProofBase {
  readonly sheet: Sheet
  readonly model: number
  readonly answer: MarkableAnswer
}

type Made = Pick<ProofCase, 'is' | 'kind' | 'title' | 'said' | 'answer'>

function made<Content, Result>(
  is: ProofCase['is'],
  kinds: readonly Kind<Content, Result>[],
  content: Content,
  toAnswer: (content: Result) => MarkableAnswer,
): Made[] {
  return kinds.flatMap(({ id, title, make }) =>
    evenly(make(content)).map(change => ({
      is,
      kind: id,
      title,
      said: change.said,
      answer: toAnswer(change.content),
    })),
  )
}

/** The model answer on one sheet as it stands, and everything that is made of it. */
export interface ProofSheet extends ProofBase {
  readonly cases: readonly ProofCase[]
}

/**
 * All cases of an exercise: of each model answer and each asked sheet, at most eight of a kind. What a model answer
 * does not have of a sheet is made from what it has. Deterministic; an answer that stands already is no second case.
 */
export function proofSheets(exercise: PreparedExercise): readonly ProofSheet[] {
  const { sheets = ['script'], models } = exercise.document
  const count = Math.max(1, models.length)
  return sheets.flatMap(sheet =>
    Array.from({ length: sheet === 'dependencies' ? 1 : count }, (_, model) => model).flatMap(model => {
      const of = sheetCases(exercise, sheet, model)
      return of ? [{ sheet, model, answer: of.answer, cases: numbered(sheet, model, of.cases) }] : []
    }),
  )
}

function numbered(sheet: Sheet, model: number, cases: readonly Made[]): readonly ProofCase[] {
  const seen = new Set<string>()
  return cases.flatMap(one => {
    const key = `${one.is} ${JSON.stringify(one.answer)}`
    if (seen.has(key)) return []
    seen.add(key)
    return [{ ...one, sheet, model }]
  })
}

interface SheetCases {
  readonly answer: MarkableAnswer
  readonly cases: readonly Made[]
}

function sheetCases(exercise: PreparedExercise, sheet: Sheet, model: number): SheetCases | undefined {
  if (sheet === 'dependencies') return claimCases(exercise)
  const design = designOf(exercise, model)
  if (design.schema.tables.every(({ given }) => given)) return undefined
  const own = exercise.document.models[model]
  switch (sheet) {
    case 'script':
      return scriptCases(exercise, design, own?.script ?? '')
    case 'dictionary':
      return dictionaryCases(
        own?.dictionary && !isEmptyDictionary(own.dictionary)
          ? own.dictionary
          : dictionaryFromSchema(design.schema),
      )
    case 'diagram':
      return diagramCases(
        own?.diagram && !isEmptyDiagram(own.diagram)
          ? own.diagram
          : diagramFromSchema(design.schema, exercise.document.level ?? 'logical'),
      )
  }
}

function designOf({ document, given, world }: PreparedExercise, model: number): Design {
  const { dialect = 'postgresql' } = document
  const { schema } = readModel(document.models[model], given, dialect)
  const samples = Object.fromEntries(
    world.entities.flatMap(entity =>
      entity.attributes.map(({ name, samples: values }) => [`${entity.name}.${name}`, values]),
    ),
  )
  return { schema: soundPart(schema), samples }
}

function claimCases({ document: { relation } }: PreparedExercise): SheetCases | undefined {
  if (!relation || relation.attributes.length === 0) return undefined
  const right = rightClaims(relation)
  if (isEmptyClaims(right)) return undefined
  const toAnswer = (claims: typeof right): MarkableAnswer => ({ script: '', claims })
  return {
    answer: toAnswer(right),
    cases: [
      ...made('mistake', CLAIM_MISTAKES, right, toAnswer),
      ...made('harmless', HARMLESS_CLAIMS, right, toAnswer),
    ],
  }
}

function dictionaryCases(dictionary: Dictionary): SheetCases {
  const toAnswer = (content: Dictionary): MarkableAnswer => ({ script: '', dictionary: content })
  return {
    answer: toAnswer(dictionary),
    cases: [
      ...made('mistake', DICTIONARY_MISTAKES, dictionary, toAnswer),
      ...made('harmless', HARMLESS_DICTIONARIES, dictionary, toAnswer),
    ],
  }
}

function diagramCases(diagram: Diagram): SheetCases {
  const toAnswer = (content: Diagram): MarkableAnswer => ({ script: '', diagram: content })
  return {
    answer: toAnswer(diagram),
    cases: [
      ...made('mistake', DIAGRAM_MISTAKES, diagram, toAnswer),
      ...made('harmless', HARMLESS_DIAGRAMS, diagram, toAnswer),
    ],
  }
}

function scriptCases({ document }: PreparedExercise, design: Design, script: string): SheetCases {
  const { dialect = 'postgresql' } = document
  const write = ({ schema }: Design): string => writeScript(schema, { to: dialect, from: dialect }).text
  const toAnswer = (text: string): MarkableAnswer => ({ script: text })
  const text = write(design)
  const written: WrittenDesign = { design, text, dialect }
  return {
    answer: toAnswer(script.trim() === '' ? text : script),
    cases: [
      ...made('mistake', DESIGN_MISTAKES, design, content => toAnswer(write(content))),
      ...made('mistake', [doesNotRun], written, toAnswer),
      ...made('harmless', HARMLESS_DESIGNS, design, content => toAnswer(write(content))),
      ...made('harmless', HARMLESS_TEXTS, written, toAnswer),
      ...inOtherDialects(written, document.dialects ?? []).map(other => ({
        is: 'harmless' as const,
        kind: 'another-dialect',
        title: 'For another server',
        said: other.said,
        answer: { script: other.script, dialect: other.dialect },
      })),
    ],
  }
}
