import type { Component } from 'vue'
import type { Finding, Sheet } from '@nomenklatura/core/findings'
import type { SheetsOfAnswer } from '@nomenklatura/core/exercise'
import type { Verdict } from '@nomenklatura/core/rules'
import type { Schema } from '@nomenklatura/core/schema'
import type { ReadScript } from '@nomenklatura/core/sql'
import type { WorksheetAnswer } from '#shared/answers'
import type { ScreenKey } from '~/composables/useKeys'

/** A place on a sheet: in its text, or in one of its fields. */
export interface PlaceOnSheet {
  readonly start: number
  readonly end: number
  readonly field?: string | undefined
}

/** A change of the text at a place. */
export interface EditOfSheet {
  readonly span: { readonly start: number; readonly end: number }
  readonly text: string
  readonly field?: string | undefined
}

/** What the component of a sheet lets the page do. */
export interface SheetInHand {
  readonly show: (place: PlaceOnSheet) => void
  /** Takes a fix; sheets that have none do not offer it. */
  readonly applyEdit?: (edit: EditOfSheet) => void
  /** Takes other content as one step that can be taken back, where marked words can be put on the sheet. */
  readonly take?: (content: never) => void
}

/** From what a sheet's notes are made. */
export interface NotesFrom<Content> {
  readonly content: Content
  readonly worksheet: WorksheetAnswer
  readonly given: Schema
  /** What a worker read of the script. */
  readonly script: ReadScript
}

/** A sheet as it stood at some time, to be read. */
export interface ShownAnswer {
  readonly answer: SheetsOfAnswer
  /** The sets whose closure was asked. */
  readonly closures: readonly (readonly string[])[]
  /** What was judged of it, where it was. */
  readonly rules: readonly {
    readonly sheet: Sheet
    readonly verdict: Verdict
    readonly because: readonly { readonly place: PlaceOnSheet | null }[]
  }[]
  /** Whose it is, for screen readers. @defaultValue the reader's own */
  readonly label?: string
}

/** What there is to say about a sheet. */
export interface SheetNotes<Content> {
  /** While one types: about itself, and nothing of the exercise. */
  live(from: NotesFrom<Content>): readonly Finding[]
  /** Whether what a check found is more than what is said already. @defaultValue it is */
  adds?(found: Finding, live: readonly Finding[]): boolean
}

/**
 * A sheet on the screens. Each component takes what it shows from around it: `work` from the worksheet
 * (`useWorksheet`), `setting` as the props of `SetAnswer`, `evidence` as those of the desk, `handedIn` as `shown`.
 */
export interface SheetView<Content = never> {
  /** What is asked for, in words, before it is begun. */
  toMake(worksheet: WorksheetAnswer): string
  /** Where a student writes. */
  readonly work: Component
  /** What it does with keys, beside those of the page. */
  readonly keys: readonly ScreenKey[]
  readonly notes: SheetNotes<Content>
  /** Where the model answer is written. */
  readonly setting: Component
  /** Where it is written what students begin with. @defaultValue as the model answer is */
  readonly beginning?: Component
  /** Beside each other, what stands in a hand-in and in the model answer about one rule. */
  readonly evidence: Component
  /** What stood on it, to be read: beside its feedback, or by those who teach. */
  readonly handedIn: Component
  /** Whether that needs the width, and so stands above it. */
  readonly isWide?: boolean
}
