import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { readableTrial } from '@nomenklatura/core/row-trial'
import { readableContent } from '@nomenklatura/core/sheets'

/** What is kept of a worksheet, each by a keeper of its own: its sheets, and what is tried with rows. */
export type KeptPart = Sheet | 'row-trial'

export const partInWords = (part: KeptPart): string =>
  part === 'row-trial' ? 'Row trial' : SHEET_NAMES[part]

/** As a person reads it; what this version cannot read stands as it is. */
export const readablePart = (part: KeptPart, text: string): string =>
  part === 'row-trial' ? readableTrial(text) : readableContent(part, text)
