import type { z } from 'zod'
import type { Level } from '../../diagram'
import type { Sheet } from '../../findings'
import type { Reading } from '../reading'
import type { Result } from '../result'
import type { Verdict } from '../verdict'

/** What every rule has: its kind, and the entity under which it stands on the sheet. */
export interface AnyRule {
  readonly kind: string
  readonly entity: string
}

/**
 * What a rule does for the points: it demands something of the structure, it permits (never upheld
 * vacuously), or it says something else (of values, names, forms), which holds up no permission.
 */
export type Weight = 'demand' | 'permission' | 'other'

/**
 * What a diagram answers from the two ends of a line about a role: how many at least or at most there are for
 * one on the other side, or only that the line is there.
 */
export type EndQuestion = { readonly role: string } & (
  | {
      readonly ask: 'least'
      readonly of: Side
      readonly wanted: number
      readonly otherwise: Extract<Verdict, 'broken' | 'too strict'>
    }
  | { readonly ask: 'most'; readonly of: Side; readonly wanted: 'one' | 'many' }
  | { readonly ask: 'line' }
)

/** Whose number: of targets for one entity, or of entities for one target. */
export type Side = 'toTarget' | 'toEntity'

/**
 * All that is particular to one kind of rule (semantics, sections 2 and 3). The engine beside it knows no
 * kind by name: a new one is a file like these and its line in `KINDS`.
 */
export interface RuleModule<R extends AnyRule> {
  /** The rule as documents hold it. */
  readonly shape: z.ZodType<R>
  /** Where it can be asked. */
  readonly sheets: readonly Sheet[]
  readonly weight: Weight
  /** Which of its names are the world's: the entity and its elements, the entity alone, or none of them. */
  readonly names: 'elements' | 'entity' | 'none'
  /** What it asks, in words for who sets exercises. */
  words(rule: R): string
  /** The roles and attributes that it is about, within its entity. */
  elements(rule: R): readonly string[]
  /**
   * Its verdict on an answer. Undefined where the sheet itself judges it; `unplaced` where it can be judged
   * though nothing stands for its entity.
   */
  evaluate?(reading: Reading, rule: R): Result
  readonly unplaced?: boolean
  /** Whether it asks what things are called: other names for the same are no harmless change to it. */
  readonly ofNames?: boolean
  /** The lowest level at which a diagram is asked. @defaultValue conceptual */
  level?(rule: R, isRole: (name: string) => boolean): Level
  /** What a diagram answers by the ends of a line. @defaultValue what its tables say */
  end?(rule: R): EndQuestion | undefined
  /**
   * The reading of the answer with the rule's constraint added; undefined where the layout has no place for
   * it. Lower ranks can explain higher ones (semantics, section 8).
   */
  readonly grant?: { readonly rank: number; to(reading: Reading, rule: R): Reading | undefined }
}

/** The rule that a module is about. */
export type RuleOf<M> = M extends RuleModule<infer R> ? R : never
