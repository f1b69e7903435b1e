import { z } from 'zod'

const Name = z.string().min(1).max(200)
const Names = z.array(Name).min(1).max(20)

/** A rule in the words of the exercise's world. `entity`, `role`, `path` and `by` name elements of the world. */
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
  z.object({ kind: z.literal('stores'), entity: Name, attribute: Name, values: z.array(z.string().max(1000)).min(1).max(100) }),
  /** What becomes of the entity when the target of its role is deleted. */
  z.object({ kind: z.literal('onDelete'), entity: Name, role: Name, outcome: z.enum(['refused', 'gone', 'unlinked', 'dangling']) }),
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
})
export type RuleEntry = z.infer<typeof RuleEntry>

/** A permission: never upheld vacuously, and counted only beside a constraint about the same elements. */
export function isPermission({ kind }: Rule): boolean {
  return kind === 'manyAllowed' || kind === 'mayLack' || kind === 'mayHaveNone' || kind === 'pairMayRepeat'
}

/** The roles and attributes that a rule is about, within its entity. */
export function elementsOf(rule: Rule): string[] {
  switch (rule.kind) {
    case 'identifies': case 'pairOnce': case 'pairMayRepeat': return rule.by
    case 'determines': return [...rule.from, ...rule.to].map(path => path.split('.')[0]!)
    case 'mustHave': case 'mayLack': return [rule.path]
    case 'stores': return [rule.attribute]
    default: return [rule.role]
  }
}
