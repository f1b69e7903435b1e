import { z } from 'zod'
import { SHEETS } from '../findings'

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
})
export type Rubric = z.infer<typeof Rubric>

/** A rubric, and what lateness costs one hand-in. */
export interface Policy extends Readonly<Rubric> {
  /** Per cent taken off for lateness. */
  readonly lateLoss?: number
}

export const DEFAULT_RUBRIC: Rubric = {
  tooStrict: 0.5,
  permissiveNeedsConstraint: true,
  consequencesCost: false,
  roundTo: 0.5,
}
