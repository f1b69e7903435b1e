import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { readableTrial } from '@nomenklatura/core/row-trial'
import { readableContent } from '@nomenklatura/core/sheets'

/** What is kept of a worksheet beside its sheets: what is tried with rows, and what is taken for granted. */
export type KeptBeside = 'row-trial' | 'assumptions'
/** All of it, each by a keeper of its own. */
export type KeptPart = Sheet | KeptBeside

const BESIDE: Readonly<Record<KeptBeside, string>> = {
  'row-trial': 'Row trial',
  'assumptions': 'What I take for granted',
}
export const isBeside = (part: KeptPart): part is KeptBeside => part in BESIDE

export const partInWords = (part: KeptPart): string => (isBeside(part) ? BESIDE[part] : SHEET_NAMES[part])

/** As a person reads it; what this version cannot read stands as it is. */
export function readablePart(part: KeptPart, text: string): string {
  if (part === 'assumptions') return text
  return part === 'row-trial' ? readableTrial(text) : readableContent(part, text)
}
