import { isAboutWriting } from '@nomenklatura/core/findings'
import type { SheetNotes } from '../view'

/** How a script is written, and what it says otherwise than the sheets before it. */
export const scriptNotes: SheetNotes<string> = {
  live: ({ script: { read, chain } }) => [...read.findings.filter(isAboutWriting), ...chain],
}
