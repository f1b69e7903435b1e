import type { MarkableAnswer, PreparedExercise } from '../exercise'
import { moduleOf, partsOf } from '../rules'
import { CLAIM_MISTAKES } from './claims/mistakes'
import { DIAGRAM_MISTAKES } from './diagram/mistakes'
import { DICTIONARY_MISTAKES } from './dictionary/mistakes'
import { HARMLESS_CLAIMS } from './harmless/claims'
import { HARMLESS_DESIGNS } from './harmless/design'
import { HARMLESS_DIAGRAMS } from './harmless/diagram'
import { HARMLESS_DICTIONARIES } from './harmless/dictionary'
import { HARMLESS_TEXTS, inOtherDialects } from './harmless/text'
import { FEWEST_OF_A_KIND, OTHER_NAMES, evenly, type Change, type HarmlessKind, type Kind } from './kind'
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

const once = (cases: readonly Made[]): readonly Made[] =>
  different(cases, ({ is, answer }) => `${is} ${JSON.stringify(answer)}`)

/** The first of all that have the same key. */
function different<T>(all: readonly T[], keyOf: (one: T) => string): readonly T[] {
  const seen = new Set<string>()
  return all.filter(one => {
    const key = keyOf(one)
    return !seen.has(key) && seen.add(key)
  })
}

function casesOf(exercise: PreparedExercise, { sheet, model, answer }: ModelSheet): readonly Made[] {
  const names = doNamesCount(exercise)
  switch (sheet) {
    case 'script':
      return scriptCases(exercise, designOf(exercise, model))
    case 'dependencies':
      return both(CLAIM_MISTAKES, HARMLESS_CLAIMS, answer.claims!, names, claims => ({ script: '', claims }))
    case 'dictionary':
      return both(DICTIONARY_MISTAKES, HARMLESS_DICTIONARIES, answer.dictionary!, names, dictionary => ({
        script: '',
        dictionary,
      }))
    case 'diagram':
      return both(DIAGRAM_MISTAKES, HARMLESS_DIAGRAMS, answer.diagram!, names, diagram => ({
        script: '',
        diagram,
      }))
  }
}

/** Whether a rule asks for names, so that others would be noticed by themselves. */
const doNamesCount = ({ document }: PreparedExercise): boolean =>
  document.rules.some(entry => partsOf(entry).some(part => moduleOf(part).ofNames))

function scriptCases(exercise: PreparedExercise, design: Design): readonly Made[] {
  const { dialect = 'postgresql', dialects = [] } = exercise.document
  const text: WrittenDesign = { design, text: written(exercise, design), dialect }
  const toAnswer = (script: string): MarkableAnswer => ({ script })
  return [
    ...both(DESIGN_MISTAKES, HARMLESS_DESIGNS, design, doNamesCount(exercise), of =>
      toAnswer(written(exercise, of)),
    ),
    ...casesOfKind('mistake', doesNotRun, doesNotRun.make(text), toAnswer),
    ...HARMLESS_TEXTS.flatMap(kind => casesOfKind('harmless', kind, kind.make(text), toAnswer)),
    ...inOtherDialects(text, dialects).map(other => ({
      is: 'harmless' as const,
      kind: 'another-dialect',
      title: 'For another server',
      said: other.said,
      answer: { script: other.script, dialect: other.dialect },
    })),
  ]
}

function both<Content>(
  mistakes: readonly Kind<Content>[],
  harmless: readonly HarmlessKind<Content>[],
  content: Content,
  doNamesCount: boolean,
  toAnswer: (content: Content) => MarkableAnswer,
): readonly Made[] {
  const ways = harmless.filter(({ id, keepsPlaces }) => keepsPlaces && !(doNamesCount && id === OTHER_NAMES))
  return [
    ...mistakes.flatMap(kind => casesOfKind('mistake', kind, enough(kind, content, ways), toAnswer)),
    ...harmless.flatMap(kind => casesOfKind('harmless', kind, kind.make(content), toAnswer)),
  ]
}

/** In so many other ways at once an answer is written so that a mistake is made often enough. */
const MOST_WAYS = 2

/**
 * A mistake at all its places; where there are few of them, also in the same answer written in another way, or in two
 * other ways at once, until there are enough.
 */
function enough<Content>(
  { make }: Kind<Content>,
  content: Content,
  ways: readonly Kind<Content>[],
): readonly Change<Content>[] {
  const contentOf = (change: Change<Content>): string => JSON.stringify(change.content)
  let found = different(make(content), contentOf)
  let bases: readonly Change<Content>[] = [{ said: '', content }]
  for (let i = 0; i < MOST_WAYS && found.length > 0 && found.length < FEWEST_OF_A_KIND; i++) {
    bases = bases.flatMap(base =>
      ways.flatMap(way => way.make(base.content).map(change => onTop(base, change))),
    )
    const further = inTurn(bases.map(base => make(base.content).map(change => onTop(base, change))))
    found = different([...found, ...further], contentOf).slice(0, FEWEST_OF_A_KIND)
  }
  return found
}

const onTop = <Content>(base: Change<Content>, { said, content }: Change<Content>): Change<Content> => ({
  said: `${base.said} ${said}`.trim(),
  content,
})

/** The first of each list, then the second of each, and so on. */
function inTurn<T>(lists: readonly (readonly T[])[]): T[] {
  const longest = Math.max(0, ...lists.map(({ length }) => length))
  return Array.from({ length: longest }, (_, at) => lists.flatMap(list => list.slice(at, at + 1))).flat()
}

function casesOfKind<Result>(
  is: ProofCase['is'],
  { id, title }: Pick<Kind<never>, 'id' | 'title'>,
  changes: readonly Change<Result>[],
  toAnswer: (content: Result) => MarkableAnswer,
): Made[] {
  return evenly(changes).map(({ said, content }) => ({
    is,
    kind: id,
    title,
    said,
    answer: toAnswer(content),
  }))
}
