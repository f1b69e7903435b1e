import { z } from 'zod'
import type { Sheet } from '../findings'
import { CHECK_GROUPS } from '../sql'

const Name = z.string().min(1).max(200)
const Names = z.array(Name).min(1).max(20)
const Values = z.array(z.string().max(1000)).min(1).max(100)
const GivenRow = z.object({
  entity: Name,
  accept: z.boolean(),
  values: z.record(Name, z.string().max(1000).nullable()),
})
export type GivenRow = z.infer<typeof GivenRow>

/** No attribute at all is a set as well: the key of a relation of one row. */
const Attributes = z.array(Name).max(60)

/**
 * What a Dependencies sheet is asked about its relation. What is right follows from the relation's own
 * dependencies.
 */
export const ClaimQuestion = z.discriminatedUnion('ask', [
  /** What is claimed implies this dependency. */
  z.object({
    ask: z.literal('dependency'),
    from: Attributes,
    to: Attributes.min(1),
    multi: z.boolean().optional(),
  }),
  /** What is claimed says nothing that the relation's dependencies do not imply. */
  z.object({ ask: z.literal('nothing more') }),
  z.object({ ask: z.literal('key'), of: Attributes }),
  z.object({ ask: z.literal('no other key') }),
  z.object({ ask: z.literal('prime') }),
  z.object({ ask: z.literal('form') }),
  /** The dependency named as the reason breaks the next higher form. */
  z.object({ ask: z.literal('reason') }),
  z.object({ ask: z.literal('closure'), of: Attributes.min(1) }),
  /**
   * About the split: it loses nothing, keeps every dependency, reaches the form, has no part too many, names
   * a key of each part.
   */
  z.object({ ask: z.literal('lossless') }),
  z.object({ ask: z.literal('preserving') }),
  z.object({ ask: z.literal('parts in form'), form: z.enum(['2NF', '3NF', 'BCNF', '4NF']) }),
  z.object({ ask: z.literal('no part too many'), form: z.enum(['2NF', '3NF', 'BCNF', '4NF']) }),
  z.object({ ask: z.literal('keys of parts') }),
])
export type ClaimQuestion = z.infer<typeof ClaimQuestion>

/**
 * A rule in the words of the exercise's world. `entity`, `role`, `path` and `by` name elements of the world.
 */
export const Rule = z.discriminatedUnion('kind', [
  /** An entity is identified by these attributes and roles. */
  z.object({ kind: z.literal('identifies'), entity: Name, by: Names }),
  /** A relationship's pair stands at most once. */
  z.object({ kind: z.literal('pairOnce'), entity: Name, by: Names }),
  /** The same pair may stand again. */
  z.object({ kind: z.literal('pairMayRepeat'), entity: Name, by: Names }),
  /** Equal `from` means equal `to`; paths such as "taxon.genus" start at the entity. */
  z.object({ kind: z.literal('determines'), entity: Name, from: Names, to: Names }),
  z.object({ kind: z.literal('atMostOne'), entity: Name, role: Name }),
  z.object({ kind: z.literal('manyAllowed'), entity: Name, role: Name }),
  z.object({ kind: z.literal('mustHave'), entity: Name, path: Name }),
  z.object({ kind: z.literal('mayLack'), entity: Name, path: Name }),
  /** The target of the role may have nothing that leads to it. */
  z.object({ kind: z.literal('mayHaveNone'), entity: Name, role: Name }),
  z.object({ kind: z.literal('refersTo'), entity: Name, role: Name }),
  z.object({ kind: z.literal('stores'), entity: Name, attribute: Name, values: Values }),
  /**
   * The target of the role has at least one that leads to it: no key and no reference can say so, and scripts
   * are not asked.
   */
  z.object({ kind: z.literal('hasSome'), entity: Name, role: Name }),
  /** Each of the values is refused. */
  z.object({ kind: z.literal('refusesValue'), entity: Name, attribute: Name, values: Values }),
  /** Each of the values is accepted. */
  z.object({ kind: z.literal('admitsValue'), entity: Name, attribute: Name, values: Values }),
  /** What becomes of the entity when the target of its role is deleted. */
  z.object({
    kind: z.literal('onDelete'),
    entity: Name,
    role: Name,
    outcome: z.enum(['refused', 'gone', 'unlinked', 'dangling']),
  }),
  /** What becomes of the entity's link when what identifies the target of its role is changed. */
  z.object({
    kind: z.literal('onUpdate'),
    entity: Name,
    role: Name,
    outcome: z.enum(['refused', 'follows', 'unlinked', 'dangling']),
  }),
  /** One value to a row: no list in a column, no numbered columns. */
  z.object({ kind: z.literal('atomic'), entity: Name, attribute: Name }),
  /**
   * Where `from` fixes `to`, that is not written again with every row of something else. 3NF lets stand what
   * is part of a key.
   */
  z.object({
    kind: z.literal('onceOnly'),
    entity: Name,
    from: Names,
    to: Names,
    form: z.enum(['3NF', 'BCNF']),
  }),
  /**
   * Names follow a pattern, in which {table}, {columns} and {target} stand for names. `entity` is only its
   * place on the sheet.
   */
  z.object({
    kind: z.literal('convention'),
    entity: Name,
    of: z.enum(['table', 'primary key', 'unique', 'foreign key', 'check']),
    pattern: z.string().min(1).max(200),
  }),
  /** Asked of the Dependencies sheet alone; `entity` is the name of its relation. */
  z.object({ kind: z.literal('claim'), entity: Name, about: ClaimQuestion }),
  /**
   * Asked of diagrams alone: that what the level asks for is there. `entity` is only its place on the sheet.
   */
  z.object({
    kind: z.literal('drawn'),
    entity: Name,
    about: z.enum(['answers', 'between', 'types', 'sizes']),
  }),
  /**
   * Asked of scripts alone: that its own checks find nothing of a group. `entity` is only its place on the
   * sheet.
   */
  z.object({ kind: z.literal('wellMade'), entity: Name, about: z.enum(CHECK_GROUPS) }),
  /**
   * Rows in order: those marked accepted must be, the others must be refused. A role's value is its target's
   * identifier, parts joined by "|".
   */
  z.object({ kind: z.literal('givenRows'), entity: Name, rows: z.array(GivenRow).min(1).max(50) }),
])
export type Rule = z.infer<typeof Rule>
export type RuleKind = Rule['kind']

/** One line of a rule sheet: the sentence is what people read, the rule what is asked of an answer. */
export const RuleEntry = z.object({
  id: z.string().regex(/^r\d{1,4}$/),
  group: z.string().min(1).max(80),
  sentence: z.string().min(1).max(400),
  /** The words of the brief that say so. */
  phrase: z.string().max(400).optional(),
  points: z.number().min(0).max(1000).multipleOf(0.001),
  /** Switched off rules are kept and not asked. */
  off: z.boolean().optional(),
  /** Marked for a second look: the sentence was made from names alone. */
  readMe: z.boolean().optional(),
  rule: Rule,
  /**
   * Further parts of the same sentence: "exactly one" is at most one, and must have. The sentence is upheld
   * when every part is.
   */
  and: z.array(Rule).max(8).optional(),
})
export type RuleEntry = z.infer<typeof RuleEntry>

/** All parts of an entry's sentence. */
export function partsOf({ rule, and = [] }: Pick<RuleEntry, 'rule' | 'and'>): readonly Rule[] {
  return [rule, ...and]
}

const PERMISSIONS: ReadonlySet<RuleKind> = new Set([
  'manyAllowed',
  'mayLack',
  'mayHaveNone',
  'pairMayRepeat',
  'admitsValue',
])

/** A permission: never upheld vacuously, and counted only beside a constraint about the same elements. */
export function isPermission({ kind }: Rule): boolean {
  return PERMISSIONS.has(kind)
}

/**
 * Whether scripts can show the rule at all: a least of one on the far side can be said in diagrams only, a
 * claim on its own sheet only.
 */
export function isAskedInScripts({ kind }: Rule): boolean {
  return kind !== 'hasSome' && kind !== 'claim' && kind !== 'drawn'
}

/**
 * A dictionary has no slot for actions, names of constraints and rows; the far side is a layout's, which it
 * describes (semantics, section 5).
 */
export function isAskedInDictionaries(rule: Rule): boolean {
  return (
    isAskedInScripts(rule) &&
    !['onDelete', 'onUpdate', 'convention', 'givenRows', 'wellMade'].includes(rule.kind)
  )
}

/**
 * A diagram says nothing of values, actions, names of constraints and rows (semantics, section 4); what its
 * level asks for besides is the marking's to say.
 */
export function isAskedInDiagrams({ kind }: Rule): boolean {
  return ![
    'claim',
    'refusesValue',
    'admitsValue',
    'onDelete',
    'onUpdate',
    'convention',
    'givenRows',
    'wellMade',
  ].includes(kind)
}

/** The parts of an entry's sentence that a sheet can show. */
export function partsAsked(entry: Pick<RuleEntry, 'rule' | 'and'>, sheet: Sheet): readonly Rule[] {
  if (sheet === 'dependencies') return partsOf(entry).filter(({ kind }) => kind === 'claim')
  if (sheet === 'dictionary') return partsOf(entry).filter(isAskedInDictionaries)
  return partsOf(entry).filter(sheet === 'diagram' ? isAskedInDiagrams : isAskedInScripts)
}

/** The roles and attributes that a rule is about, within its entity. */
export function elementsOf(rule: Rule): string[] {
  switch (rule.kind) {
    case 'identifies':
    case 'pairOnce':
    case 'pairMayRepeat':
      return rule.by
    case 'determines':
    case 'onceOnly':
      return [...rule.from, ...rule.to].map(path => path.split('.')[0]!)
    case 'mustHave':
    case 'mayLack':
      return [rule.path]
    case 'stores':
    case 'refusesValue':
    case 'admitsValue':
    case 'atomic':
      return [rule.attribute]
    case 'convention':
    case 'claim':
    case 'drawn':
    case 'wellMade':
      return []
    case 'givenRows':
      return [...new Set(rule.rows.flatMap(({ values }) => Object.keys(values)))]
    default:
      return [rule.role]
  }
}
