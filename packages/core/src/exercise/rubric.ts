import { z } from 'zod'
import { SHEETS } from '../findings'

/** How the points of a group of rules come about, where not in proportion: rule by rule. */
export const GroupPolicy = z.discriminatedUnion('kind', [
  /** All of the group's points where no rule is missed, else none. */
  z.object({ group: z.string().min(1).max(80), kind: z.literal('all or nothing') }),
  /** So many points off for each rule that is missed, down to a floor. */
  z.object({
    group: z.string().min(1).max(80),
    kind: z.literal('per mistake'),
    off: z.number().min(0).max(1000),
    floor: z.number().min(0).max(1000),
  }),
])
export type GroupPolicy = z.infer<typeof GroupPolicy>

/** What a person judges, not the engine. */
export const Criterion = z.object({
  id: z.string().regex(/^c\d{1,3}$/),
  sentence: z.string().trim().min(1).max(400),
  points: z.number().min(0).max(1000).multipleOf(0.001),
  /** Adds to what is got, not to what can be lost. */
  bonus: z.boolean().optional(),
})
export type Criterion = z.infer<typeof Criterion>

/** How cells become points. */
export const Rubric = z.object({
  /** What share of a cell's points too strict keeps. */
  tooStrict: z.number().min(0).max(1),
  /** A permission counts only if a constraint about the same elements is upheld. */
  permissiveNeedsConstraint: z.boolean(),
  /** Whether a cell that follows from another broken one loses its points as well. */
  consequencesCost: z.boolean(),
  /** The step to which the sum is rounded, half up; 0 rounds nothing. */
  roundTo: z.number().min(0).max(10),
  /** How a rule's weight is divided over the sheets that are asked; a sheet that is not named counts 1. */
  sheetShares: z.partialRecord(z.enum(SHEETS), z.number().min(0).max(100)).optional(),
  /** Whether a mistake carried faithfully from one sheet into a later one counts once. */
  carriedOverCountsOnce: z.boolean().optional(),
  groups: z.array(GroupPolicy).max(100).optional(),
  criteria: z
    .array(Criterion)
    .max(30)
    .refine(all => new Set(all.map(({ id }) => id)).size === all.length, 'Two criteria have the same id.')
    .optional(),
  /** The most that can be got, bonus and points by hand included. */
  cap: z.number().min(0).max(100_000).nullable().optional(),
})
export type Rubric = z.infer<typeof Rubric>

/** The criterion of points that are given or taken freely, with a reason. */
export const FREELY = 'extra'

/** Points that a person gave a hand-in for a criterion, or freely. */
export interface Given {
  readonly criterion: string
  readonly thousandths: number
  readonly reason: string
}

/** What rules or criteria are worth together, in points: without those that are off, or a bonus. */
export function worthOf(
  all: readonly {
    readonly points: number
    readonly off?: boolean | undefined
    readonly bonus?: boolean | undefined
  }[],
): number {
  const counted = all.filter(({ off, bonus }) => !off && !bonus)
  return counted.reduce((sum, { points }) => sum + Math.round(points * 1000), 0) / 1000
}

/** A rubric, what lateness costs one hand-in, and what was given to it by hand. */
export interface Policy extends Readonly<Rubric> {
  readonly given?: readonly Given[] | undefined
  /** Per cent taken off for lateness. */
  readonly lateLoss?: number
}

export const DEFAULT_RUBRIC: Rubric = {
  tooStrict: 0.5,
  permissiveNeedsConstraint: true,
  consequencesCost: false,
  roundTo: 0.5,
}
