import { z } from 'zod'

/** How the marks of a course are put together from those of its exercises. */
export const CourseScheme = z.strictObject({
  /** By exercise; 1 where none is named, 0 leaves it out. */
  weights: z.record(z.string().max(60), z.number().min(0).max(1000)),
  /** Only so many of a student's exercises count, those with the largest share; null counts all. */
  best: z.int().min(1).max(200).nullable(),
  /** A grade from so many per cent on; the highest that is reached is given. */
  scale: z
    .array(z.strictObject({ from: z.number().min(0).max(100), grade: z.string().trim().min(1).max(20) }))
    .max(30),
})
export type CourseScheme = z.infer<typeof CourseScheme>

export const PLAIN_SCHEME: CourseScheme = { weights: {}, best: null, scale: [] }

/** What a student has of an exercise: a share from 0 to 1. Nothing handed in is 0. */
export interface ExerciseShare {
  readonly exerciseId: string
  readonly share: number
}

export interface CourseMark {
  /** From 0 to 100, to a hundredth; null where no exercise counts. */
  readonly percent: number | null
  /** The exercises that count. */
  readonly counted: readonly string[]
  readonly grade: string | null
}

/**
 * The mark of a student over a course: the mean of the shares by weight, of all exercises or of the best. Of equal
 * shares the one of more weight counts, then the earlier. O(n log n).
 */
export function courseMark(
  shares: readonly ExerciseShare[],
  { weights, best, scale }: CourseScheme,
): CourseMark {
  const weighed = shares
    .map((one, place) => ({ ...one, weight: weights[one.exerciseId] ?? 1, place }))
    .filter(({ weight }) => weight > 0)
  const counted = weighed
    .toSorted((a, b) => b.share - a.share || b.weight - a.weight || a.place - b.place)
    .slice(0, best ?? undefined)
    .toSorted((a, b) => a.place - b.place)
  const whole = counted.reduce((sum, { weight }) => sum + weight, 0)
  if (whole === 0) return { percent: null, counted: [], grade: null }
  const got = counted.reduce((sum, { weight, share }) => sum + weight * share, 0)
  const percent = Math.round((got / whole) * 10_000) / 100
  return { percent, counted: counted.map(({ exerciseId }) => exerciseId), grade: gradeOf(percent, scale) }
}

function gradeOf(percent: number, scale: CourseScheme['scale']): string | null {
  const reached = scale.filter(({ from }) => percent >= from)
  return reached.toSorted((a, b) => b.from - a.from)[0]?.grade ?? null
}
