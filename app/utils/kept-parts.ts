import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { readableCaseMarks } from '@nomenklatura/core/exercise'
import { readableTrial } from '@nomenklatura/core/row-trial'
import { readableContent } from '@nomenklatura/core/sheets'

/** What is kept of a worksheet beside its sheets: rows that are tried, what is taken for granted, marks in the case. */
export type KeptBeside = 'row-trial' | 'assumptions' | 'case-marks'
/** All of it, each by a keeper of its own. */
export type KeptPart = Sheet | KeptBeside

const BESIDE: Readonly<Record<KeptBeside, string>> = {
  'row-trial': 'Row trial',
  'assumptions': 'What I take for granted',
  'case-marks': 'My marks in the case',
}
export const KEPT_BESIDE = Object.keys(BESIDE) as KeptBeside[]
export const isBeside = (part: KeptPart): part is KeptBeside => part in BESIDE

export const partInWords = (part: KeptPart): string => (isBeside(part) ? BESIDE[part] : SHEET_NAMES[part])

/** As a person reads it; what this version cannot read stands as it is. */
export function readablePart(part: KeptPart, text: string): string {
  if (part === 'assumptions') return text
  if (part === 'case-marks') return readableCaseMarks(text)
  return part === 'row-trial' ? readableTrial(text) : readableContent(part, text)
}
