import type { Component } from 'vue'
import type { Finding } from '@nomenklatura/core/findings'
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
}

/** From what a sheet's notes are made. */
export interface NotesFrom<Content> {
  readonly content: Content
  readonly worksheet: WorksheetAnswer
  readonly given: Schema
  /** What a worker read of the script. */
  readonly script: ReadScript
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
 * (`useWorksheet`), `setting` as the props of `SetAnswer`, `evidence` and `handedIn` as those of their pages.
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
  /** Beside each other, what stands in a hand-in and in the model answer about one rule. */
  readonly evidence: Component
  /** What was handed in, beside its feedback. */
  readonly handedIn: Component
  /** Whether that needs the width, and so stands above it. */
  readonly isWide?: boolean
}
