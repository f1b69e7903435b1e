import type { AskedSheet } from './answers'

/** The sheets there are, in the order of work. */
export const SHEETS: readonly AskedSheet[] = ['dependencies', 'dictionary', 'diagram', 'script']

export const SHEET_NAMES: Readonly<Record<AskedSheet, string>> = {
  dependencies: 'Dependencies',
  dictionary: 'Dictionary',
  diagram: 'Diagram',
  script: 'Script',
}
