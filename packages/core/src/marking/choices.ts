import { nameWords } from '../alignment'
import type { ExerciseDocument, MarkableAnswer } from '../exercise'
import { foldName, type Dialect } from '../schema'
import { readScript } from '../sql'

/** What kind of choice it is: a name, a text of one's own, an order of columns, the way lines are spaced. */
export type ChoiceKind = 'name' | 'text' | 'order' | 'spacing'

/** Something that whoever writes an answer chooses. */
export interface Choice {
  readonly kind: ChoiceKind
  /** Equal choices have equal keys. */
  readonly key: string
  /** As it was written. */
  readonly as: string
  /** The line of the script that it stands in; '' where it stands elsewhere. */
  readonly line: string
}

/** Shorter texts and orders of fewer columns are too likely to come about twice. */
const SHORTEST_TEXT = 6
const FEWEST_COLUMNS = 4
/** Words that any answer may have, whatever the exercise says. */
const PLAIN = new Set(['#', 'name', 'date', 'type', 'value', 'description', 'comment', 'note', 'status'])

/** The words that an exercise itself uses: whoever writes them has them from there. */
export function wordsOfExercise(document: ExerciseDocument): ReadonlySet<string> {
  const texts = [
    document.title,
    document.brief,
    document.starter ?? '',
    JSON.stringify(document.models),
    JSON.stringify(document.glossary),
    JSON.stringify(document.samples),
    JSON.stringify(document.relation ?? ''),
    JSON.stringify(document.rows ?? ''),
    ...document.rules.flatMap(({ sentence, phrase }) => [sentence, phrase ?? '']),
  ]
  return new Set(texts.flatMap(text => text.match(/[\p{L}\p{N}_]+/gu) ?? []).flatMap(nameWords))
}

/**
 * The choices of an answer that the exercise does not explain: names with a word of its own, comments and texts,
 * orders of columns, lines that are spaced in a way of their own.
 */
export function choicesOf(
  answer: MarkableAnswer,
  document: ExerciseDocument,
  known: ReadonlySet<string>,
): Choice[] {
  const dialect = answer.dialect ?? document.dialect
  const all = [
    ...namesIn(answer, dialect, known),
    ...commentsIn(answer.script, document.starter ?? ''),
    ...ordersIn(answer.script, dialect, document),
    ...spacingsIn(answer.script, document.starter ?? ''),
  ]
  return [...new Map(all.map(choice => [`${choice.kind} ${choice.key}`, choice])).values()]
}

const isExplained = (name: string, known: ReadonlySet<string>): boolean =>
  nameWords(name).every(word => PLAIN.has(word) || known.has(word) || word.length < 3 || /^\d+$/.test(word))

function namesIn(answer: MarkableAnswer, dialect: Dialect, known: ReadonlySet<string>): Choice[] {
  const tables = readScript(answer.script, { dialect }).schema.tables.filter(({ given }) => !given)
  const inScript = tables.flatMap(table => [table.name, ...table.columns.map(({ name }) => name)])
  const elsewhere = [answer.diagram, answer.dictionary].flatMap(namesInDocument)
  return [...inScript, ...elsewhere]
    .filter(name => !isExplained(name, known))
    .map(name => ({
      kind: 'name' as const,
      key: foldName(name).replace(/[\s_-]/g, ''),
      as: name,
      line: lineWith(answer.script, name),
    }))
}

/** The values of all fields that are called `name`, at any depth. */
function namesInDocument(value: unknown): string[] {
  if (Array.isArray(value)) return value.flatMap(namesInDocument)
  if (typeof value !== 'object' || value === null) return []
  return Object.entries(value).flatMap(([field, inner]) =>
    field === 'name' && typeof inner === 'string' && inner !== '' ? [inner] : namesInDocument(inner),
  )
}

const lineWith = (script: string, name: string): string =>
  script
    .split('\n')
    .find(line => line.toLowerCase().includes(name.toLowerCase()))
    ?.trim() ?? ''

/** Comments of one's own, line by line, as they are worded. */
function commentsIn(script: string, starter: string): Choice[] {
  const found = script.match(/--[^\n]*|\/\*[\s\S]*?\*\//g) ?? []
  return found
    .flatMap(comment => comment.split('\n'))
    .flatMap(line => {
      const words = line.replace(/^[-/*\s]+|[*/\s]+$/g, '')
      const key = words.toLowerCase().replace(/\s+/g, ' ')
      return key.length < SHORTEST_TEXT || starter.toLowerCase().includes(key)
        ? []
        : [{ kind: 'text' as const, key, as: words, line: line.trim() }]
    })
}

/** The order in which a table's columns stand, where it is not that of a model answer. */
function ordersIn(script: string, dialect: Dialect, { models }: ExerciseDocument): Choice[] {
  const orders = (text: string, of: Dialect) =>
    readScript(text, { dialect: of })
      .schema.tables.filter(({ given, columns }) => !given && columns.length >= FEWEST_COLUMNS)
      .map(({ name, columns }) => ({ name, order: columns.map(column => foldName(column.name)).join(', ') }))
  const ofModels = new Set(models.flatMap(model => orders(model.script, dialect)).map(({ order }) => order))
  return orders(script, dialect)
    .filter(({ order }) => !ofModels.has(order))
    .map(({ name, order }) => ({ kind: 'order' as const, key: order, as: `${name}: ${order}`, line: '' }))
}

/** Spaces where hardly anybody sets them: before a comma, within brackets, several between words, tabs, at the end. */
const ODD = /\S[ \t]+,|\([ \t]+\S|\S[ \t]+\)|\S(?: {2,}|\t+)\S|\S[ \t]+$/

function spacingsIn(script: string, starter: string): Choice[] {
  const given = new Set(starter.split('\n'))
  return script
    .split('\n')
    .map(line => line.replace(/\r$/, ''))
    .filter(line => ODD.test(line) && line.trim().length >= SHORTEST_TEXT && !given.has(line))
    .map(line => ({ kind: 'spacing' as const, key: line, as: line.replace(/\t/g, '⇥'), line }))
}
