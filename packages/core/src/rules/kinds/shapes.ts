import { z } from 'zod'
import { dayMeant, speaksOfToday } from '../by-today'

export const Name = z.string().min(1).max(200)
export const Names = z.array(Name).min(1).max(20)
export const Values = z.array(z.string().max(1000)).min(1).max(100)

/** Values of which one may be a day reckoned from today: `today - 16 years + 1 day`. */
export const ValuesOrDays = Values.superRefine((values, context) => {
  for (const [i, value] of values.entries())
    if (speaksOfToday(value) && dayMeant(value, 0) === undefined)
      context.addIssue({
        code: 'custom',
        path: [i],
        message: `"${value}" is not understood: a day reckoned from today is written as "today - 16 years + 1 day".`,
      })
})

/** "accession · taxon, trip": the entity and what of it a rule is about. */
export function about({ entity }: { readonly entity: string }, ...names: readonly string[]): string {
  return `${entity} · ${names.join(', ')}`
}
