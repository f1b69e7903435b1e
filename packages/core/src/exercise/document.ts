import { z } from 'zod'
import { DependencyClaims, RelationTask } from '../claims'
import { Diagram, LEVELS } from '../diagram'
import { Dictionary } from '../dictionary'
import { SHEETS } from '../findings'
import { MOST_COLUMNS } from '../rows'
import { RuleEntry } from '../rules'
import { DIALECTS } from '../schema'
import { Habits } from '../sql'
import { MarksOfCase } from './case-marks'
import { ExercisePictures } from './pictures'
import { DEFAULT_RUBRIC, Rubric } from './rubric'
import { EXERCISE_FORMAT, unknownVersion } from './versions'

export const HELP_LEVELS = ['practice', 'guided', 'assessed'] as const
export type HelpLevel = (typeof HELP_LEVELS)[number]

/** The most characters of a student's script. */
export const LONGEST_ANSWER = 200_000
/** And so many what is taken for granted. */
export const LONGEST_ASSUMPTIONS = 4000

/**
 * A pairing made by hand: an element of the world, and the table, column or columns that stand for it; none
 * where nothing does.
 */
export const PinShape = z.object({
  element: z.string().min(1).max(200),
  to: z.array(z.string().min(1).max(400)).max(5),
})

/** The most tables, rows of each and characters in all that an exercise shows its students. */
export const MOST_EXERCISE_TABLES = 12
export const MOST_EXERCISE_ROWS = 1000
const MOST_EXERCISE_TEXT = 400_000

/** A table of sample rows. Cells are the exact text, an empty one is a missing value. */
export const ExerciseRows = z
  .object({
    name: z.string().trim().min(1).max(60),
    columns: z
      .array(z.string().min(1).max(60))
      .min(1)
      .max(MOST_COLUMNS)
      .refine(
        names => new Set(names.map(name => name.toLowerCase())).size === names.length,
        'A column is named twice.',
      ),
    rows: z.array(z.array(z.string().max(2000))).max(MOST_EXERCISE_ROWS),
  })
  .refine(({ columns, rows }) => rows.every(row => row.length === columns.length), {
    path: ['rows'],
    message: 'Every row needs as many cells as there are columns.',
  })
export type ExerciseRows = z.infer<typeof ExerciseRows>

/** Characters in the cells of these tables. */
const lengthOf = (tables: readonly ExerciseRows[]): number =>
  tables.flatMap(({ rows }) => rows).reduce((sum, row) => row.reduce((n, cell) => n + cell.length, sum), 0)

/** The tables that an exercise gives: the second leaf of the brief. */
export const ExerciseTables = z
  .array(ExerciseRows)
  .max(MOST_EXERCISE_TABLES)
  .refine(
    tables => new Set(tables.map(({ name }) => name.toLowerCase())).size === tables.length,
    'Two tables of rows have the same name.',
  )
  .refine(
    tables => lengthOf(tables) <= MOST_EXERCISE_TEXT,
    'The rows are too long: at most 400,000 characters in all.',
  )

/** What stands on the sheets that describe tables. */
const TableSheets = z.object({
  script: z.string().max(LONGEST_ANSWER),
  dictionary: Dictionary.optional(),
  diagram: Diagram.optional(),
})

/**
 * An exercise as one document: what the command line reads and the database keeps as a revision. Public; the
 * version rises with its shape.
 */
export const ExerciseDocument = z
  .object({
    format: z.literal('nomenklatura-exercise'),
    version: z.literal(2, unknownVersion(EXERCISE_FORMAT)),
    title: z.string().trim().min(1, 'An exercise needs a title.').max(120),
    brief: z.string().max(50_000),
    /** What the brief shows beside its words. */
    pictures: ExercisePictures.optional(),
    /** Words of the brief that speak of an entity or of a fact: told to students where they practise. */
    named: MarksOfCase.optional(),
    /** The dialect that scripts are written in, the starter and the model answers among them. */
    dialect: z.enum(DIALECTS),
    /** Other dialects that a student may choose. */
    dialects: z.array(z.enum(DIALECTS)).max(6).optional(),
    /** The conventions of the course, for scripts. */
    habits: Habits.optional(),
    sheets: z.array(z.enum(SHEETS)).min(1),
    /** The level that a diagram is to reach; logical where none is named. */
    level: z.enum(LEVELS).optional(),
    /** What the Dependencies sheet is about; needed where that is asked. */
    relation: RelationTask.optional(),
    /** Given rows that students may look at and ask. */
    rows: ExerciseTables.optional(),
    helpLevel: z.enum(HELP_LEVELS),
    starter: z.string().max(LONGEST_ANSWER).nullable(),
    /** What stands on a student's sheets at first, to be changed: who leaves a sheet as it is has nothing on it. */
    begins: TableSheets.extend({ claims: DependencyClaims.optional() }).optional(),
    models: z
      .array(TableSheets.extend({ name: z.string().max(120), pins: z.array(PinShape).max(200).optional() }))
      .max(5),
    glossary: z
      .array(z.object({ element: z.string().max(200), names: z.array(z.string().max(200)).max(100) }))
      .max(500),
    samples: z.record(z.string().max(200), z.array(z.string().max(1000)).max(20)),
    rules: z
      .array(RuleEntry)
      .max(300)
      .refine(
        rules => new Set(rules.map(({ id }) => id)).size === rules.length,
        'Two rules have the same id.',
      ),
    rubric: Rubric,
  })
  .refine(({ sheets, relation }) => relation !== undefined || !sheets.includes('dependencies'), {
    path: ['relation'],
    message: 'The Dependencies sheet needs a relation.',
  })
export type ExerciseDocument = z.infer<typeof ExerciseDocument>

/** A new exercise with nothing in it yet. */
export function emptyExercise(title: string): ExerciseDocument {
  return {
    format: 'nomenklatura-exercise',
    version: 2,
    title,
    brief: '',
    dialect: 'postgresql',
    sheets: ['script'],
    helpLevel: 'practice',
    starter: null,
    models: [],
    glossary: [],
    samples: {},
    rules: [],
    rubric: DEFAULT_RUBRIC,
  }
}
