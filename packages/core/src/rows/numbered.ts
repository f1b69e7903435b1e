/** What columns without a name are called: their numbers say nothing. */
const MADE_UP = 'column'

/** Words, a number of one or two digits, and what may follow. */
const NUMBERED = /^(.*?[^\d_\s-])[_\s-]*(\d{1,2})(.*)$/

/** The number that a column has in its name; empty where it has none. */
export const numberIn = (name: string): string => NUMBERED.exec(name)?.[2] ?? ''

/** Columns that are the same fact numbered: phone_1, phone_2. Each group in the order of the table. */
export function numberedColumns(columns: readonly string[]): string[][] {
  const groups = new Map<string, string[]>()
  for (const name of columns) {
    const match = NUMBERED.exec(name)
    if (!match || match[1]!.toLowerCase() === MADE_UP) continue
    const stem = `${match[1]!.toLowerCase()}#${match[3]!.toLowerCase()}`
    groups.set(stem, [...(groups.get(stem) ?? []), name])
  }
  return [...groups.values()].filter(group => group.length > 1)
}

/** What a numbered group would be called as one column: the stem without its number. */
export function stemOf(columns: readonly string[], taken: readonly string[]): string {
  const stem = columns[0]!.replace(/[_\s-]*\d{1,2}/, '').replace(/[_\s-]+$/, '') || 'value'
  return taken.includes(stem) ? `${stem}_no` : stem
}
