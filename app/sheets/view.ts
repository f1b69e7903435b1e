import type { Component } from 'vue'
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

/** A sheet on the screen: its component stands in a worksheet and takes all from it. */
export interface SheetView {
  readonly component: Component
  /** What it does with keys, beside those of the page. */
  readonly keys: readonly ScreenKey[]
}
