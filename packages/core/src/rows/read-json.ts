export interface JsonLines {
  readonly lines: readonly { readonly cells: readonly string[]; readonly line: number }[]
}

/**
 * Rows from JSON: a list of objects, whose keys become the columns in the order of their first appearance, or
 * a list of lists, the first of which names the columns. Undefined where the text is no JSON at all, so that
 * it may be something else; a value that is no such list is a problem.
 */
export function rowsFromJson(text: string): JsonLines | { readonly problem: string } | undefined {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch (error) {
    return /^\s*(?:\[\s*[[{"]|\{\s*")/.test(text) ? { problem: (error as Error).message } : undefined
  }
  const list = Array.isArray(value) ? (value as unknown[]) : undefined
  if (!list) return { problem: 'it is one value, not a list of rows' }
  if (list.every(row => Array.isArray(row)))
    return { lines: (list as unknown[][]).map((row, i) => ({ cells: row.map(cellOf), line: i + 1 })) }
  const odd = list.findIndex(row => typeof row !== 'object' || row === null || Array.isArray(row))
  if (odd >= 0) return { problem: `entry ${odd + 1} is neither an object nor a list like the first` }
  const names = [...new Set((list as Record<string, unknown>[]).flatMap(row => Object.keys(row)))]
  return {
    lines: [
      { cells: names, line: 0 },
      ...(list as Record<string, unknown>[]).map((row, i) => ({
        cells: names.map(name => (Object.hasOwn(row, name) ? cellOf(row[name]) : '')),
        line: i + 1,
      })),
    ],
  }
}

function cellOf(value: unknown): string {
  if (value === null || value === undefined) return ''
  return typeof value === 'object' ? JSON.stringify(value) : String(value as string | number | boolean)
}
