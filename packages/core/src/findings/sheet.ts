/** The sheets that an exercise can ask, in the order of work. What each is stands in `sheets`. */
export const SHEETS = ['dependencies', 'dictionary', 'diagram', 'script'] as const
export type Sheet = (typeof SHEETS)[number]

/** What they are called on screens and in messages. */
export const SHEET_NAMES: Readonly<Record<Sheet, string>> = {
  dependencies: 'Dependencies',
  dictionary: 'Dictionary',
  diagram: 'Diagram',
  script: 'Script',
}
