import { align, type World } from '../alignment'
import { proposeClaimRules } from '../claims'
import { profile, repeatingFacts, stemOf, type FlatTable } from '../rows'
import {
  Reading,
  evaluate,
  nameInWords,
  partsAsked,
  partsOf,
  proposeRules,
  shareEvenly,
  type Rule,
  type RuleEntry,
  type Verdict,
} from '../rules'
import { isEmptyDictionary } from '../dictionary'
import type { Level } from '../diagram'
import { findTable, sameName, soundPart } from '../schema'
import { CHECK_GROUPS, type CheckGroup } from '../sql'
import { prepareExercise, type MarkableExercise, type PreparedExercise } from '../exercise'
import { readDiagramSheet, type TableSheet } from '../sheets'

/**
 * The rule sheet that follows from what an exercise has: sentences about its relation where the Dependencies
 * sheet is asked, then those about the tables of its model answer, and where the given rows hold several
 * values in one cell, that the answer does not. What is given is not asked. Numbered through; points sum to
 * 20 for each half.
 */
export function proposeSheet(document: MarkableExercise): RuleEntry[] {
  const { sheets = ['script'], relation, rows = [] } = document
  const claims =
    sheets.includes('dependencies') &&
    relation &&
    relation.attributes.length > 0 &&
    relation.dependencies.trim() !== ''
      ? proposeClaimRules(relation)
      : []
  if (!sheets.some(sheet => sheet !== 'dependencies')) return claims
  const exercise = prepareExercise(document)
  const { world, model } = exercise
  const diagram = sheets.includes('diagram') ? document.models[0]?.diagram : undefined
  const drawn = diagram && readDiagramSheet(exercise, { diagram })
  const saying = drawn && sayingOf(exercise, drawn)
  /** Whether the model diagram says that the target of a role has at least one. */
  const hasSome = (entity: string, role: string): boolean =>
    !findTable(exercise.given, entity) && saying?.({ kind: 'hasSome', entity, role }) === 'upheld'
  const canShow = (rule: Rule): boolean =>
    sheets.some(
      sheet =>
        sheet !== 'dependencies' &&
        partsAsked({ rule }, sheet).length > 0 &&
        (sheet !== 'diagram' || !drawn || drawn.asks!(rule)),
    )
  const tables = [
    ...proposeRules(world, model.schema, saying ? { hasSome } : {}),
    ...atomicRules(world, rows),
    // Of what is not there at all nothing is asked.
    ...(saying
      ? drawnRules(document.level ?? 'logical').filter(({ rule }) => saying(rule) !== 'not shown')
      : []),
  ]
    .filter(({ rule }) => !findTable(exercise.given, rule.entity))
    .flatMap(entry =>
      withParts(
        entry,
        partsOf(entry).filter(rule => canShow(rule) && isSaid(document.models[0], rule)),
      ),
    )
  const total = claims.length > 0 ? 20 : 40
  const runs = sheets.includes('script') && tables.length > 0 ? [scriptRunsRule(total / 10)] : []
  const points = shareEvenly(runs.length > 0 ? (total * 9) / 10 : total, tables.length)
  const shared = tables.map((entry, i) => ({ ...entry, points: points[i]! }))
  return [...claims, ...shared, ...runs].map((entry, i) => ({ ...entry, id: `r${i + 1}` }))
}

/** What the script itself is asked besides the design: a tenth of its points. */
function scriptRunsRule(points: number): RuleEntry {
  return {
    id: 'r1',
    group: 'The script by itself',
    sentence: 'The script runs: every statement is accepted, in its order.',
    points,
    rule: { kind: 'scriptRuns', entity: 'script' },
  }
}

/** The entry with these parts alone; nothing where none is left. */
function withParts({ and: _, ...entry }: RuleEntry, [rule, ...and]: readonly Rule[]): RuleEntry[] {
  return rule ? [{ ...entry, rule, ...(and.length > 0 ? { and } : {}) }] : []
}

/**
 * Whether a model answer that is a drawing alone says what a rule asks of a fact: below the physical level
 * nobody says whether it may be missing.
 */
function isSaid(model: MarkableExercise['models'][number] | undefined, rule: Rule): boolean {
  const { script = '', dictionary, diagram } = model ?? {}
  const isDrawnAlone = script.trim() === '' && (!dictionary || isEmptyDictionary(dictionary))
  if (!diagram || !isDrawnAlone || (rule.kind !== 'mustHave' && rule.kind !== 'mayLack')) return true
  const card = diagram.entities.find(({ name }) => sameName(name.trim(), rule.entity))
  const fact = card?.attributes.find(({ name }) => sameName(name.trim(), rule.path))
  return fact === undefined || fact.identifies || fact.required !== null
}

/** The model diagram, read and paired with the world: what it says of a rule. */
function sayingOf({ world, glossaries }: PreparedExercise, drawn: TableSheet): (rule: Rule) => Verdict {
  const schema = soundPart(drawn.schema)
  const reading = new Reading(world, schema, align(world, schema, { glossary: glossaries[0] ?? [] }))
  return rule => drawn.judge(rule, evaluate(reading, rule), reading).verdict
}

/** One sentence about a diagram by itself. */
const ofDiagram = (sentence: string, about: Extract<Rule, { kind: 'drawn' }>['about']): RuleEntry => ({
  id: 'r1',
  group: 'The diagram',
  sentence,
  points: 0,
  rule: { kind: 'drawn', entity: 'diagram', about },
})

/** What the level asks of a diagram besides its rules. */
function drawnRules(level: Level): RuleEntry[] {
  return [
    ofDiagram('Every line is answered both ways.', 'answers'),
    ...(level === 'conceptual'
      ? []
      : [
          ofDiagram('Nothing many-to-many is left without a card between.', 'between'),
          ofDiagram('Every fact has a type.', 'types'),
        ]),
    ...(level === 'physical' ? [ofDiagram('Every text and number that needs one has a size.', 'sizes')] : []),
  ]
}

/** What a diagram may be asked besides: that its lines say something, and its cards are told apart. */
export function wellDrawnRules(): RuleEntry[] {
  return [
    ofDiagram('Every card has something that identifies it.', 'identifiers'),
    ofDiagram('Every line says what it means: it has a verb phrase.', 'verbs'),
  ]
}

/** The script's own checks, each a sentence of the rubric; the last asks that it refuses no more than the rules do. */
export function wellMadeRules(): RuleEntry[] {
  const sentences: Readonly<Record<CheckGroup, string>> = {
    'syntax': 'The script is written without slips.',
    'names': 'Names are plain, and as the course writes them.',
    'keys': 'Every table has a key, and none more than it needs.',
    'references': 'Every reference leads to a key that is there, in an order that runs.',
    'junction': 'Tables between others refer to both and let no pair stand twice.',
    'types': 'Types suit what they hold.',
    'checks': 'Every CHECK says what is meant.',
    'atomicity': 'No column holds a list, or several facts.',
    'normal form': 'Nothing is written twice by what determines what.',
    'rows': 'The rows that are entered fit, and come after their parents.',
  }
  const say = (sentence: string, rule: Rule): RuleEntry => ({
    id: 'r1',
    group: 'The script by itself',
    sentence,
    points: 0,
    rule,
  })
  return [
    ...CHECK_GROUPS.map(about => say(sentences[about], { kind: 'wellMade', entity: 'script', about })),
    say('Nothing is refused that no rule forbids.', { kind: 'nothingMore', entity: 'script' }),
  ]
}

/**
 * One sentence for each fact that rows repeat in a cell or in numbered columns, where the model answer has it
 * as an attribute.
 */
function atomicRules(world: World, tables: readonly FlatTable[]): RuleEntry[] {
  const rules = tables.flatMap(table => atomicRulesOf(world, table))
  return [...new Map(rules.map(entry => [entry.sentence, entry])).values()]
}

function atomicRulesOf({ entities }: World, rows: FlatTable): RuleEntry[] {
  const facts = repeatingFacts(rows.columns, profile(rows)).flatMap(({ columns, groups, separator }) =>
    (groups ?? [columns]).map(group => ({ columns: group, separator })),
  )
  return facts.flatMap(({ columns, separator }) => {
    const name = (separator === null ? stemOf(columns, rows.columns) : columns[0]!).toLowerCase()
    const entity = entities.find(({ attributes }) => attributes.some(attribute => attribute.name === name))
    return entity
      ? [
          {
            id: 'r1',
            group: 'One value to a row',
            sentence: `One ${nameInWords(name)} stands in each row, not several.`,
            points: 0,
            readMe: true,
            rule: { kind: 'atomic' as const, entity: entity.name, attribute: name },
          },
        ]
      : []
  })
}
