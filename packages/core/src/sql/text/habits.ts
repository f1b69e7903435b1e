import { z } from 'zod'

/** How names are written. */
export const NAME_STYLES = ['snake_case', 'camelCase', 'PascalCase', 'UPPER_CASE'] as const

/** A pattern of a constraint's name, such as PK_{table} or FK_{table}_{target}. */
const Pattern = z
  .string()
  .trim()
  .min(1)
  .max(60)
  .regex(
    /^(?:[\w$]|\{(?:table|columns|target|number)\})+$/,
    'A pattern is made of letters, digits, _ and {table}, {columns}, {target}, {number}.',
  )

/** The conventions of a course. What is absent is not asked. */
export const Habits = z.object({
  tables: z.enum(NAME_STYLES).optional(),
  columns: z.enum(NAME_STYLES).optional(),
  number: z.enum(['singular', 'plural']).optional(),
  /** Every constraint has a name. */
  named: z.boolean().optional(),
  primaryKey: Pattern.optional(),
  unique: Pattern.optional(),
  reference: Pattern.optional(),
  check: Pattern.optional(),
  /** Referring columns have an index. */
  indexes: z.boolean().optional(),
  /** Codes of findings that are not said in this course. */
  quiet: z.array(z.string().max(60)).max(200).optional(),
})
export type Habits = z.infer<typeof Habits>

export interface PatternValues {
  readonly table: string
  readonly columns?: readonly string[]
  readonly target?: string
  readonly number?: number
}

/** The name that a pattern gives: PK_{table} of the table trip is PK_trip. */
export function nameByPattern(
  pattern: string,
  { table, columns = [], target = '', number = 1 }: PatternValues,
): string {
  return pattern.replace(/\{(table|columns|target|number)\}/g, (_, slot: string) => {
    if (slot === 'table') return table
    if (slot === 'columns') return columns.join('_')
    if (slot === 'target') return target
    return String(number)
  })
}
