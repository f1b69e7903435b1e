import type { World, WorldEntity } from '../alignment'
import { renamedInDictionary, tableNameOf, type Diagram } from '../diagram'
import type { Dictionary } from '../dictionary'
import { partsOf, type Rule, type RuleEntry } from '../rules'
import { findColumn, findTable, foldName, sameName, type Schema } from '../schema'
import { readScript, renameThing } from '../sql'
import type { ExerciseDocument } from './document'
import { prepareExercise } from './prepare'

/** An entity of the model answer, or an attribute or role of one. */
export interface NamedElement {
  readonly entity: string
  readonly member?: string | undefined
}

/** A text that says the name, as it was and as it becomes. */
export interface RenamedText {
  readonly where: string
  readonly before: string
  readonly after: string
}

export interface RenamedExercise {
  readonly document: ExerciseDocument
  /** How many names change on the sheets of the model answers. */
  readonly places: number
  /** Rules whose meaning names the element. */
  readonly rules: number
  readonly texts: readonly RenamedText[]
  /** Why it cannot be done; the document is then as it was. */
  readonly fault: string
}

/**
 * An element of the model answer under another name, everywhere: on the sheets of the model answers, in rules,
 * samples and glossary, which keeps the old name, so that answers that use it are still understood; with `inTexts`
 * in sentences, phrases and the brief as well. Names of the world follow from the sheets: they are read before and
 * after, and matched by their place.
 */
export function renameElement(
  document: ExerciseDocument,
  element: NamedElement,
  to: string,
  { inTexts = true }: { inTexts?: boolean } = {},
): RenamedExercise {
  const { world: before, model, given } = prepareExercise(document)
  const thing = thingOf(before, model.schema, element)
  const failed = (fault: string): RenamedExercise => ({ document, places: 0, rules: 0, texts: [], fault })
  if (!thing) return failed('The model answer has no such element.')
  if (findTable(given, thing.table))
    return failed('It is given to students under this name: whoever has begun has it so.')
  const name = tableNameOf(to)
  if (name === '' || /^\d/.test(name)) return failed('A name begins with a letter.')
  if (isTaken(model.schema, thing, name)) return failed(`There is something called ${name} already.`)

  const { models, begins, places } = renamedSheets(document, given, thing, name)
  const after = prepareExercise({ ...document, models }).world
  const map = mapBetween(before, after)
  if (!map) return failed('The model answer would be read otherwise under this name.')
  const rules = document.rules.map(entry => renamedEntry(entry, map))
  const texts = inTexts ? renamedTexts(document, thing.column ?? thing.table, name) : NOTHING
  return {
    document: {
      ...document,
      models,
      ...(begins ? { begins } : {}),
      brief: texts.brief ?? document.brief,
      rules: rules.map((entry, i) => ({ ...entry, ...texts.rules[i] })),
      glossary: renamedGlossary(document.glossary, map, elementName(element), thing.column ?? thing.table),
      samples: Object.fromEntries(
        Object.entries(document.samples).map(([key, values]) => [map.element(key), values]),
      ),
    },
    places,
    rules: rules.filter((entry, i) => JSON.stringify(entry) !== JSON.stringify(document.rules[i])).length,
    texts: texts.told,
    fault: '',
  }
}

const elementName = ({ entity, member }: NamedElement): string => (member ? `${entity}.${member}` : entity)

/** The table or column that an element is called after. */
interface Thing {
  readonly table: string
  readonly column?: string | undefined
}

function thingOf(world: World, schema: Schema, { entity, member }: NamedElement): Thing | undefined {
  const known = world.entities.find(({ name }) => name === entity)
  const table = known && findTable(schema, known.name)
  if (!known || !table) return undefined
  if (member === undefined) return { table: table.name }
  const role = known.roles.find(({ name }) => name === member)
  if (role && role.columns.length !== 1) return undefined
  const column = findColumn(table, role?.columns[0] ?? member)
  return column && { table: table.name, column: column.name }
}

function isTaken(schema: Schema, { table, column }: Thing, name: string): boolean {
  const others = column
    ? (findTable(schema, table)?.columns ?? []).map(other => other.name)
    : schema.tables.map(other => other.name)
  return others.some(other => sameName(other, name) && !sameName(other, column ?? table))
}

/* The sheets */

type RenamedSheets = Pick<ExerciseDocument, 'models' | 'begins'> & { readonly places: number }

function renamedSheets(document: ExerciseDocument, given: Schema, thing: Thing, to: string): RenamedSheets {
  let places = 0
  const script = (text: string): string => {
    const { schema } = readScript(text, { given, dialect: document.dialect })
    if (!findTable(schema, thing.table)) return text
    const named = { table: thing.table, ...(thing.column ? { column: thing.column } : {}) }
    const renamed = renameThing(text, schema, document.dialect, named, to)
    places += renamed.places
    return renamed.text
  }
  const onSheets = <Sheets extends NonNullable<ExerciseDocument['begins']>>(model: Sheets): Sheets => {
    const dictionary = model.dictionary && renamedEntries(model.dictionary, thing, to)
    const diagram = model.diagram && renamedBoard(model.diagram, thing, to)
    places += (dictionary?.places ?? 0) + (diagram?.places ?? 0)
    return {
      ...model,
      script: script(model.script),
      ...(dictionary ? { dictionary: dictionary.sheet } : {}),
      ...(diagram ? { diagram: diagram.sheet } : {}),
    }
  }
  const models = document.models.map(onSheets)
  const begins = document.begins && onSheets(document.begins)
  return { models, places, ...(begins ? { begins } : {}) }
}

const isCalled = (text: string, name: string): boolean => tableNameOf(text) === tableNameOf(name)

function renamedEntries(
  dictionary: Dictionary,
  { table, column }: Thing,
  to: string,
): { sheet: Dictionary; places: number } {
  if (!column) return renamedInDictionary(dictionary, table, to)
  let places = 0
  const renamed = (text: string): string => {
    places++
    return text.replace(/[^.]+$/, to)
  }
  const entries = dictionary.entries.map(entry => {
    const [target = '', field = ''] = entry.refersTo.split('.')
    return {
      ...entry,
      field:
        isCalled(entry.entity, table) && isCalled(entry.field, column) ? renamed(entry.field) : entry.field,
      refersTo: isCalled(target, table) && isCalled(field, column) ? renamed(entry.refersTo) : entry.refersTo,
    }
  })
  return { sheet: { entries }, places }
}

/** As it is drawn: a name of several words stays one of several words. */
function renamedBoard(
  diagram: Diagram,
  { table, column }: Thing,
  to: string,
): { sheet: Diagram; places: number } {
  let places = 0
  const asDrawn = (old: string): string => {
    places++
    const words = old.includes('_') || old === old.toLowerCase() ? to : to.replaceAll('_', ' ')
    return /^\p{Lu}/u.test(old) ? words.charAt(0).toUpperCase() + words.slice(1) : words
  }
  const entities = diagram.entities.map(entity => {
    if (!isCalled(entity.name, table)) return entity
    if (!column) return { ...entity, name: asDrawn(entity.name) }
    return {
      ...entity,
      attributes: entity.attributes.map(attribute =>
        isCalled(attribute.name, column) ? { ...attribute, name: asDrawn(attribute.name) } : attribute,
      ),
    }
  })
  return { sheet: { ...diagram, entities }, places }
}

/* The world before and after */

interface NameMap {
  readonly entity: (name: string) => string
  readonly member: (entity: string, name: string) => string
  /** "accession" or "accession.taxon". */
  readonly element: (name: string) => string
}

const membersOf = ({ attributes, roles, surrogate }: WorldEntity): string[] => [
  ...attributes.map(({ name }) => name),
  ...roles.map(({ name }) => name),
  ...(surrogate ? [surrogate] : []),
]

/** What each element of the one is called in the other, by its place; undefined where they are built otherwise. */
function mapBetween(before: World, after: World): NameMap | undefined {
  if (before.entities.length !== after.entities.length) return undefined
  const entities = new Map<string, string>()
  const members = new Map<string, string>()
  for (const [i, entity] of before.entities.entries()) {
    const other = after.entities[i]!
    const [own, others] = [membersOf(entity), membersOf(other)]
    if (own.length !== others.length) return undefined
    entities.set(entity.name, other.name)
    own.forEach((name, m) => members.set(`${entity.name}.${name}`, others[m]!))
  }
  const ofEntity = (name: string): string => entities.get(name) ?? name
  const ofMember = (entity: string, name: string): string => members.get(`${entity}.${name}`) ?? name
  return {
    entity: ofEntity,
    member: ofMember,
    element: name => {
      const [entity = '', ...rest] = name.split('.')
      const member = rest.join('.')
      return member ? `${ofEntity(entity)}.${ofMember(entity, member)}` : ofEntity(entity)
    },
  }
}

/* Rules, glossary */

/** The fields of rules that name a member of their entity, alone or in a list. */
const NAMING = ['role', 'attribute', 'path', 'by', 'from', 'to'] as const

function renamedEntry(entry: RuleEntry, map: NameMap): RuleEntry {
  const [rule, ...and] = partsOf(entry).map(part => renamedRule(part, map))
  return { ...entry, rule: rule!, ...(entry.and ? { and } : {}) }
}

function renamedRule(rule: Rule, map: NameMap): Rule {
  const inEntity = (name: unknown): unknown =>
    typeof name === 'string' ? map.member(rule.entity, name) : name
  const fields = Object.entries(rule).map(([field, value]): [string, unknown] => {
    if (!(NAMING as readonly string[]).includes(field)) return [field, value]
    return [field, Array.isArray(value) ? value.map(inEntity) : inEntity(value)]
  })
  const renamed = { ...Object.fromEntries(fields), entity: map.entity(rule.entity) } as Rule
  if (renamed.kind !== 'givenRows') return renamed
  return {
    ...renamed,
    rows: renamed.rows.map(row => ({
      ...row,
      entity: map.entity(row.entity),
      values: Object.fromEntries(
        Object.entries(row.values).map(([name, value]) => [map.member(row.entity, name), value]),
      ),
    })),
  }
}

function renamedGlossary(
  glossary: ExerciseDocument['glossary'],
  map: NameMap,
  element: string,
  old: string,
): ExerciseDocument['glossary'] {
  const renamed = glossary.map(entry => ({ ...entry, element: map.element(entry.element) }))
  const target = map.element(element)
  const known = renamed.find(entry => entry.element === target)
  if (known?.names.some(name => sameName(name, old))) return renamed
  return known
    ? renamed.map(entry => (entry === known ? { ...entry, names: [...entry.names, foldName(old)] } : entry))
    : [...renamed, { element: target, names: [foldName(old)] }]
}

/* Sentences, phrases, brief */

interface Texts {
  readonly brief?: string
  readonly rules: readonly (Partial<Pick<RuleEntry, 'sentence' | 'phrase'>> | undefined)[]
  readonly told: readonly RenamedText[]
}
const NOTHING: Texts = { rules: [], told: [] }

function renamedTexts({ brief, rules }: ExerciseDocument, old: string, to: string): Texts {
  const change = wordChange(old, to)
  const told: RenamedText[] = []
  const tell = (where: string, before: string, after: string): void => {
    if (before !== after) told.push({ where, before, after })
  }
  const changed = rules.map(({ id, sentence, phrase }) => {
    const next = { sentence: change(sentence), ...(phrase ? { phrase: change(phrase) } : {}) }
    tell(`rule ${id.slice(1)}`, sentence, next.sentence)
    return next
  })
  for (const [i, line] of brief.split('\n').entries()) tell(`the brief, line ${i + 1}`, line, change(line))
  return { brief: change(brief), rules: changed, told }
}

/** Puts one word, or several, in the place of another wherever they stand whole: plural and capitals are kept. */
function wordChange(old: string, to: string): (text: string) => string {
  const words = (name: string): string => tableNameOf(name).replaceAll('_', ' ')
  const [from, into] = [words(old), words(to)]
  const pattern = new RegExp(`(?<![\\p{L}\\p{N}_])${from}(s?)(?![\\p{L}\\p{N}_])`, 'giu')
  return text =>
    text.replace(pattern, (found: string, plural: string) => {
      const word = `${into}${plural}`
      return /^\p{Lu}/u.test(found) ? word.charAt(0).toUpperCase() + word.slice(1) : word
    })
}
