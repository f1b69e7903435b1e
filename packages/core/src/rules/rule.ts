import { z } from 'zod'
import { SHEETS, type Sheet } from '../findings'
import { KINDS, type Kinds } from './kinds'
import type { RuleModule, RuleOf } from './kinds/module'

/** A rule in the words of the exercise's world: which kinds there are, each in a file of its own, is said by `KINDS`. */
export type Rule = { [K in RuleKind]: RuleOf<Kinds[K]> }[RuleKind]
export type RuleKind = keyof Kinds

const [first, ...others] = Object.values(KINDS).map(
  ({ shape }) => shape as unknown as z.ZodObject<{ kind: z.ZodLiteral }>,
)
export const Rule = z.discriminatedUnion('kind', [first!, ...others]) as unknown as z.ZodType<Rule>

/** What is particular to the rule's kind. */
export function moduleOf(rule: Rule): RuleModule<Rule> {
  return KINDS[rule.kind]
}

/** One line of a rule sheet: the sentence is what people read, the rule what is asked of an answer. */
export const RuleEntry = z.object({
  id: z.string().regex(/^r\d{1,4}$/),
  group: z.string().min(1).max(80),
  sentence: z.string().min(1).max(400),
  /** The words of the brief that say so. */
  phrase: z.string().max(400).optional(),
  points: z.number().min(0).max(1000).multipleOf(0.001),
  /** Adds to what is got, not to what can be lost. */
  bonus: z.boolean().optional(),
  /** Switched off rules are kept and not asked. */
  off: z.boolean().optional(),
  /** The sheets in which alone it is asked. @defaultValue all that can show it */
  sheets: z.array(z.enum(SHEETS)).min(1).max(SHEETS.length).optional(),
  /** Told to students only with the marks: no check says what became of it. */
  hidden: z.boolean().optional(),
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

/** A permission: never upheld vacuously, and counted only beside a constraint about the same elements. */
export function isPermission(rule: Rule): boolean {
  return moduleOf(rule).weight === 'permission'
}

/** Whether it demands something of the structure: then it can hold up a permission. */
export function isDemand(rule: Rule): boolean {
  return moduleOf(rule).weight === 'demand'
}

/** The parts of an entry's sentence that a sheet can show. */
export function partsAsked(entry: Pick<RuleEntry, 'rule' | 'and' | 'sheets'>, sheet: Sheet): readonly Rule[] {
  if (entry.sheets && !entry.sheets.includes(sheet)) return []
  return partsOf(entry).filter(rule => moduleOf(rule).sheets.includes(sheet))
}

/** The roles and attributes that a rule is about, within its entity. */
export function elementsOf(rule: Rule): readonly string[] {
  return moduleOf(rule).elements(rule)
}

/** What a rule asks, in words for people who set exercises: the kind, and what of the model answer it is about. */
export function ruleInWords(rule: Rule): string {
  return moduleOf(rule).words(rule)
}

/** The same for the same rule, in whatever order its parts are written. */
export function ruleKey(rule: Rule): string {
  return JSON.stringify(Object.entries(rule).sort(([a], [b]) => (a < b ? -1 : 1)))
}
