/** The sheets that an exercise can ask, in the order of work. What each is stands in `sheets`. */
export const SHEETS = ['dependencies', 'dictionary', 'diagram', 'script'] as const
export type Sheet = (typeof SHEETS)[number]

/** Those that describe tables: they are paired with the model answer and asked the same rules. */
export const TABLE_SHEETS = ['dictionary', 'diagram', 'script'] as const satisfies readonly Sheet[]
export type TableSheetName = (typeof TABLE_SHEETS)[number]

export function isTableSheet(sheet: Sheet): sheet is TableSheetName {
  return (TABLE_SHEETS as readonly Sheet[]).includes(sheet)
}

/** What they are called on screens and in messages. */
export const SHEET_NAMES: Readonly<Record<Sheet, string>> = {
  dependencies: 'Dependencies',
  dictionary: 'Dictionary',
  diagram: 'Diagram',
  script: 'Script',
}
