import type { z } from 'zod'
import type { ExerciseDocument, MarkableAnswer, PreparedExercise, SheetsOfAnswer } from '../exercise'
import type { Finding, Sheet, TableSheetName } from '../findings'
import type { Level } from '../diagram'
import type { Dialect, Schema } from '../schema'
import type { MarkedCell } from './marked-cell'
import type { DescribedTables, TableSheet } from './table-sheet'

/**
 * All that is particular to one kind of sheet. A new one is a file like these, its name in `SHEETS`, its field
 * in answers, a folder of the interface and a migration.
 */
interface Module<Content> {
  readonly name: Sheet
  /** The field of an answer in which its content stands. */
  readonly field: keyof SheetsOfAnswer
  /** What it holds, and how it is before anything stands on it. */
  readonly shape: z.ZodType<Content>
  readonly empty: Content
  /** The content as it was saved; the empty one where nothing was. Throws where it is none. */
  parse(text: string): Content
  /** What stands on it from the beginning, by what the exercise gives. @defaultValue nothing */
  begin?(given: Given): Content
  /** The content as a person reads it. */
  readable(content: Content): string
  /** Whether anything of the student's own stands on it. */
  hasOwn(content: Content): boolean
  /** What reading it says by itself: nothing is paired or judged. Linear in what is written. */
  form(exercise: PreparedExercise, answer: MarkableAnswer): readonly Finding[]
}

/** What an exercise gives: tables, and the level that a diagram is to reach. */
export interface Given {
  readonly tables: Schema
  readonly level: Level
  /** What a student begins with. */
  readonly begins?: ExerciseDocument['begins']
}

export interface SheetReading {
  readonly given: Schema
  /** In which a script is written. */
  readonly dialect: Dialect
  /** Whether everything is to have a place, as when it is paired: what nothing tells apart gets a number. */
  readonly withSurrogates?: boolean
}

/** A sheet that describes tables: it is read as a schema, paired with the world and asked the rules. */
export interface TableSheetModule<Content> extends Module<Content> {
  readonly name: TableSheetName
  read(exercise: PreparedExercise, answer: MarkableAnswer): TableSheet
  /** The tables that it describes, without what reading it says. */
  describes(content: Content, reading: SheetReading): DescribedTables
}

/** A sheet that is judged in its own way. */
export interface OwnSheetModule<Content> extends Module<Content> {
  readonly name: Exclude<Sheet, TableSheetName>
  mark(
    exercise: PreparedExercise,
    answer: MarkableAnswer,
  ): { readonly cells: readonly MarkedCell[]; readonly findings: readonly Finding[] }
}

export type SheetModule<Content> = TableSheetModule<Content> | OwnSheetModule<Content>

/** Reads content that is kept as JSON. */
export function fromJson<Content>(shape: z.ZodType<Content>, empty: Content): (text: string) => Content {
  return text => (text.trim() === '' ? empty : shape.parse(JSON.parse(text)))
}
