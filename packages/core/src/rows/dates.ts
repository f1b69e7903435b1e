/** How the dates of a column are written. */
export interface DateReading {
  /** By how often they are used; `YYYY-MM-DD` and the like. */
  readonly formats: readonly string[]
  /** Whether 03/04/2025 may be of March or of April: no value has a part above 12 that would tell. */
  readonly isAmbiguous: boolean
}

interface Shape {
  readonly pattern: RegExp
  readonly format: (separator: string, order: 'day first' | 'month first') => string
  readonly ordered: boolean
}

const MONTHS = 'jan|feb|mar|apr|may|jun|jul|aug|sep|oct|nov|dec'
const SHAPES: readonly Shape[] = [
  {
    pattern: /^(\d{4})([-/.])(0[1-9]|1[0-2])\2(0[1-9]|[12]\d|3[01])$/,
    format: separator => `YYYY${separator}MM${separator}DD`,
    ordered: true,
  },
  {
    pattern: /^(\d{1,2})([-/.])(\d{1,2})\2(\d{4}|\d{2})$/,
    ordered: false,
    format: (separator, order) =>
      order === 'day first' ? `DD${separator}MM${separator}YYYY` : `MM${separator}DD${separator}YYYY`,
  },
  {
    pattern: new RegExp(`^(\\d{1,2})([ .-]+)(${MONTHS})[a-z]*[ .-]+(\\d{4}|\\d{2})$`, 'i'),
    format: () => 'D Month YYYY',
    ordered: true,
  },
]

/** The formats of a column in which every value is a date; null in any other. */
export function datesIn(values: readonly string[]): DateReading | null {
  if (values.length === 0) return null
  const formats = new Map<string, number>()
  const unordered = values.flatMap(value => partsOf(value) ?? [])
  const dayFirst = unordered.some(([a]) => a > 12)
  const monthFirst = unordered.some(([, b]) => b > 12)
  for (const value of values) {
    const shape = SHAPES.find(({ pattern }) => pattern.test(value))
    const match = shape?.pattern.exec(value)
    if (!shape || !match || !isPossible(shape, match)) return null
    const format = shape.format(
      match[2]!,
      isMonthFirst(value, dayFirst, monthFirst) ? 'month first' : 'day first',
    )
    formats.set(format, (formats.get(format) ?? 0) + 1)
  }
  return {
    formats: [...formats].sort((a, b) => b[1] - a[1]).map(([format]) => format),
    isAmbiguous: unordered.length > 0 && dayFirst === monthFirst,
  }
}

/** The two parts of a date that may be a day or a month. */
function partsOf(value: string): [[number, number]] | undefined {
  const match = SHAPES[1]!.pattern.exec(value)
  return match ? [[Number(match[1]), Number(match[3])]] : undefined
}

function isMonthFirst(value: string, dayFirst: boolean, monthFirst: boolean): boolean {
  const [parts] = partsOf(value) ?? []
  if (parts && parts[1] > 12) return true
  if (parts && parts[0] > 12) return false
  return monthFirst && !dayFirst
}

function isPossible({ ordered }: Shape, match: RegExpExecArray): boolean {
  if (ordered) return true
  const [a, b] = [Number(match[1]), Number(match[3])]
  return a >= 1 && b >= 1 && Math.min(a, b) <= 12 && Math.max(a, b) <= 31
}
