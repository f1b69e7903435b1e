import type { Rule } from '../rules'
import type { Populating } from './populate'
import type { State } from './things'

/**
 * One thing that is tried for a rule: a state that is there, and the one that it is changed into, which the
 * rule allows or forbids.
 */
export interface Probe {
  readonly wants: 'accepted' | 'refused'
  readonly before: State
  readonly after: State
  /** A legal state: where its rows are the same, the answer cannot even say what is forbidden. */
  readonly instead?: State
  /** Elements of the world that a refusal has to do with, as `entity.member`. */
  readonly touches: readonly string[]
  /** All of these values are the rule's own. @defaultValue the first is */
  readonly areAllOwn?: boolean
  /** SQLSTATEs, by their beginnings, that count as this rule's refusal. */
  readonly refusedBy: readonly string[]
  /** A fact that is read back, with what it was. */
  readonly kept?: Kept
  readonly deed?: ProbeDeed
  /** A value, by its element, that no list is to have because of this. */
  readonly unlisted?: string
  /** It is about the day on which it is run: what happens today need not happen tomorrow. */
  readonly isOfToday?: boolean
}

export interface Kept {
  readonly thing: number
  readonly attribute: string
  readonly value: string
  /** Whether the rule is about that: else what is read back otherwise only says that it was not what was meant. */
  readonly decides: boolean
}

/** What is done to a thing, and what is looked at afterwards. */
export interface ProbeDeed {
  readonly what: 'delete' | 'update'
  /** To which it is done. */
  readonly thing: number
  /** That leads to it by the role of its entity. */
  readonly other: number
  readonly entity: string
  readonly role: string
}

/** Makes states, each from nothing. */
export type Populate = () => Populating

/** What is tried for a rule of one kind. Undefined parts of a world that the answer does not have are left to who asks. */
export type ProbesOf<R extends Rule> = (populate: Populate, rule: R) => Probe[]

/** Refusals of the kinds of constraints. */
export const BY_KEY = ['23505', '23P01']
export const BY_VALUE_MISSING = ['23502', '23514']
export const BY_REFERENCE = ['23503']
export const BY_VALUE = ['23514', '22', '23503', '23502']
export const BY_ANYTHING = ['22', '23']
