import { align, worldFromSchema, type Alignment, type GlossaryEntry, type World } from '../alignment'
import {
  asGiven,
  findColumn,
  findTable,
  foldName,
  soundPart,
  type Dialect,
  type Schema,
  type Table,
} from '../schema'
import { readScript, reviewScript, type ReadScript } from '../sql'
import { isEmptyDiagram, schemaFromDiagram, type Diagram } from '../diagram'
import { isEmptyDictionary, readDictionary, type Dictionary } from '../dictionary'
import { canonicalRule, type RuleEntry } from '../rules'
import type { ExerciseDocument } from './document'
import type { Policy } from './rubric'

type ListsReadOnly<T> = { readonly [K in keyof T]: T[K] extends readonly (infer E)[] ? readonly E[] : T[K] }

/** A table of sample rows. */
interface FlatRows {
  readonly name?: string | undefined
  readonly columns: readonly string[]
  readonly rows: readonly (readonly string[])[]
}

/** What marking needs of an exercise; an exercise document is one. Without sheets the script alone is asked. */
export type MarkableExercise = ListsReadOnly<
  Pick<
    ExerciseDocument,
    'starter' | 'models' | 'glossary' | 'samples' | 'rules' | 'level' | 'relation' | 'dialects' | 'habits'
  >
> &
  Partial<ListsReadOnly<Pick<ExerciseDocument, 'sheets' | 'dialect'>>> & {
    readonly rows?: readonly FlatRows[] | undefined
  } & { readonly rubric: Policy }

/** What follows from an exercise for every answer to it: read once, used for all. */
export interface PreparedExercise {
  readonly document: MarkableExercise
  readonly given: Schema
  readonly model: Pick<ReadScript, 'schema' | 'findings'>
  /** The vocabulary, read from the first model answer. */
  readonly world: World
  /**
   * For each model answer the names by which it is recognised: the exercise's glossary and the model's own
   * names.
   */
  readonly glossaries: readonly (readonly GlossaryEntry[])[]
}

/** Reads the starter and the model answers. An exercise without a model answer has an empty world. */
export function prepareExercise(document: MarkableExercise): PreparedExercise {
  const { dialect = 'postgresql' } = document
  const given: Schema = readScript(document.starter ?? '', { dialect }).schema
  const model = readModel(document.models[0], given, dialect)
  const world = worldFromSchema(soundPart(model.schema), {
    ...rowsShown(document, model.schema),
    ...rowsIn(document.models[0], given, dialect),
    ...examplesIn(document.models[0]?.dictionary),
    ...document.samples,
  })
  const glossary = [...document.glossary, ...drawnNames(world, document.models[0], given, document.glossary)]
  const others = document.models.slice(1).map(other => [
    ...glossary,
    ...namesIn(
      align(world, soundPart(readModel(other, given, dialect).schema), {
        glossary,
        pins: other.pins ?? [],
      }),
    ),
  ])
  const rules = document.rules.map(entry => canonicalEntry(world, entry))
  return { document: { ...document, rules }, given, model, world, glossaries: [glossary, ...others] }
}

/** The entry with the names that the world has. */
function canonicalEntry(world: World, { rule, and, ...entry }: RuleEntry): RuleEntry {
  return {
    ...entry,
    rule: canonicalRule(world, rule),
    ...(and ? { and: and.map(part => canonicalRule(world, part)) } : {}),
  }
}

/** A model answer as it is read: its script, or where it has none its dictionary, or its diagram. */
export function readModel(
  model: MarkableExercise['models'][number] | undefined,
  given: Schema,
  dialect: Dialect,
): Pick<ReadScript, 'schema' | 'findings'> {
  const { script = '', dictionary, diagram } = model ?? {}
  if (script.trim() !== '') return reviewScript(script, { given, dialect })
  if (dictionary && !isEmptyDictionary(dictionary)) return readDictionary(dictionary, { given })
  return diagram && !isEmptyDiagram(diagram)
    ? { schema: drawnSchema(diagram, given), findings: [] }
    : reviewScript(script, { given, dialect })
}

/** What a diagram maps to, beside what the exercise gives. */
function drawnSchema(diagram: Diagram, given: Schema): Schema {
  const { tables } = schemaFromDiagram(diagram, { withSurrogates: true }).schema
  return { tables: [...asGiven(given).tables, ...tables.filter(table => !findTable(given, table.name))] }
}

/** The names that a model diagram has for what another sheet of the same answer gives to the world. */
function drawnNames(
  world: World,
  model: MarkableExercise['models'][number] | undefined,
  given: Schema,
  glossary: readonly GlossaryEntry[],
): GlossaryEntry[] {
  const { script = '', dictionary, diagram } = model ?? {}
  if (
    !diagram ||
    isEmptyDiagram(diagram) ||
    (script.trim() === '' && !(dictionary && !isEmptyDictionary(dictionary)))
  )
    return []
  return namesIn(align(world, soundPart(drawnSchema(diagram, given)), { glossary, pins: [] }))
}

/** So many values of a column are looked at for samples. */
const MOST_LOOKED_AT = 200

/** So many values of a column are samples of it: the first, the shortest and the longest. */
function sampled(values: readonly string[]): string[] {
  const filled = values.filter(value => value !== '')
  const sorted = [...filled].sort((a, b) => a.length - b.length)
  return [...new Set([...filled.slice(0, 1), ...sorted.slice(0, 1), ...sorted.slice(-1)])]
}

/** The rows that a model script enters are samples of its columns. */
function rowsIn(
  model: MarkableExercise['models'][number] | undefined,
  given: Schema,
  dialect: Dialect,
): Record<string, string[]> {
  const { schema, inserts } = readScript(model?.script ?? '', { given, dialect })
  const found = new Map<string, string[]>()
  for (const { table, columns, rows } of inserts) {
    const names = columns ?? findTable(schema, table)?.columns.map(({ name }) => name) ?? []
    names.forEach((name, i) => {
      const key = `${foldName(table)}.${foldName(name)}`
      const known = found.get(key) ?? []
      const values = (rows ?? []).slice(0, MOST_LOOKED_AT).flatMap(({ cells }) => {
        const cell = cells[i]
        return cell?.kind === 'string' || cell?.kind === 'number' ? [cell.text] : []
      })
      if (known.length < MOST_LOOKED_AT) found.set(key, [...known, ...values])
    })
  }
  return Object.fromEntries([...found].map(([key, values]) => [key, sampled(values)]))
}

/** The rows that an exercise shows are samples of the columns that are called like theirs. */
function rowsShown({ rows = [] }: MarkableExercise, schema: Schema): Record<string, string[]> {
  const found = new Map<string, string[]>()
  for (const shown of rows)
    for (const [i, column] of shown.columns.entries())
      for (const table of tablesLike(shown, schema).filter(table => findColumn(table, column))) {
        const key = `${foldName(table.name)}.${foldName(column)}`
        const values = shown.rows.slice(0, MOST_LOOKED_AT).map(row => row[i] ?? '')
        found.set(key, [...(found.get(key) ?? []), ...values])
      }
  return Object.fromEntries([...found].map(([key, values]) => [key, sampled(values)]))
}

/** The table of the model that rows are of, by its name; every table, where none is called so. */
function tablesLike({ name }: FlatRows, schema: Schema): readonly Table[] {
  const same = name === undefined ? undefined : findTable(schema, name)
  return same ? [same] : schema.tables
}

/** The examples of a model dictionary are samples of their attributes. */
function examplesIn(dictionary: Dictionary | undefined): Record<string, string[]> {
  const samples = (dictionary?.entries ?? []).filter(({ example }) => example.trim() !== '')
  return Object.fromEntries(
    samples.map(({ entity, field, example }) => [
      `${entity.trim().toLowerCase()}.${field.trim().toLowerCase()}`,
      [example.trim()],
    ]),
  )
}

/** The names that a further model answer has for the elements of the world. */
function namesIn({ entities, attributes, roles }: Alignment): GlossaryEntry[] {
  return [
    ...entities
      .filter(({ inside }) => !inside)
      .map(({ entity, table }) => ({ element: entity, names: [table] })),
    ...attributes.map(({ entity, attribute, column }) => ({
      element: `${entity}.${attribute}`,
      names: [column],
    })),
    ...roles.flatMap(({ entity, role, layout }) =>
      layout.kind === 'forward' && layout.step.columns.length === 1
        ? [{ element: `${entity}.${role}`, names: [layout.step.columns[0]![0]] }]
        : [],
    ),
  ]
}
