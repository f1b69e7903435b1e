/** Several values in one cell. */
export interface ListReading {
  readonly separator: string
  /** How many cells hold more than one. */
  readonly cells: number
  /** The most values in one cell. */
  readonly most: number
}

const SEPARATORS = [';', '|', '/', ','] as const
/** The longest value that may be one of a list: longer ones are sentences. */
const LONGEST_ITEM = 40

/**
 * Whether the cells of a column hold lists, and by what their values are separated: a separator that stands
 * in several cells, whose parts look alike or come again as parts or cells of their own. A comma in an
 * address or a sentence is none: its parts do not come again.
 */
export function listsIn(counts: ReadonlyMap<string, number>, name = ''): ListReading | null {
  for (const separator of SEPARATORS) {
    const reading = separatedBy(separator, counts, name)
    if (reading) return reading
  }
  return null
}

function separatedBy(
  separator: string,
  counts: ReadonlyMap<string, number>,
  name: string,
): ListReading | null {
  const values = [...counts.keys()]
  const separated = values
    .filter(value => value.includes(separator))
    .map(value => ({ value, items: itemsOf(value, separator) }))
    .filter(({ items }) => items.length > 1)
  if (separated.length < 2 && !(separated.length === 1 && values.length <= 4)) return null
  const items = separated.flatMap(({ items }) => items)
  if (
    items.some(item => item.length > LONGEST_ITEM) ||
    values.every(value => /^[\d.,/ -]+$/.test(value) && !isCodeList(items))
  )
    return null
  const whole = new Set(values)
  const uses = new Map<string, number>()
  for (const item of items) uses.set(item, (uses.get(item) ?? 0) + 1)
  const again = items.filter(item => uses.get(item)! > 1 || whole.has(item)).length / items.length
  const shapes = new Set(
    items.map(item => item.replace(/[A-Z]/g, 'A').replace(/[a-z]/g, 'a').replace(/\d/g, '9')),
  )
  const counted =
    new Set(separated.map(({ items }) => items.length)).size > 1 || separated.length < values.length
  const isAlike = shapes.size === 1 && !/\s/.test([...shapes][0]!) && counted
  if (!isAlike && !(again >= 0.5 && counted) && !(again >= 0.25 && /s$|list/i.test(name))) return null
  return {
    separator,
    cells: separated.reduce((sum, { value }) => sum + counts.get(value)!, 0),
    most: Math.max(...separated.map(({ items }) => items.length)),
  }
}

/**
 * Numbers with separators may be one number, or a date; codes of the same length with leading zeros are a
 * list.
 */
function isCodeList(items: readonly string[]): boolean {
  return (
    new Set(items.map(({ length }) => length)).size === 1 &&
    items.some(item => item.startsWith('0')) &&
    items[0]!.length > 2
  )
}

/** The values of a cell that is a list. */
export function itemsOf(cell: string, separator: string): string[] {
  return cell
    .split(separator)
    .map(item => item.trim())
    .filter(item => item !== '')
}
