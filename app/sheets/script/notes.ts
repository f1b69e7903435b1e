import { isAboutWriting } from '@nomenklatura/core/findings'
import type { SheetNotes } from '../view'

/** How a script is written. */
export const scriptNotes: SheetNotes<string> = {
  live: ({ script }) => script.findings.filter(isAboutWriting),
}
