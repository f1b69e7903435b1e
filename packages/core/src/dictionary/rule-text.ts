import { columnsOf, quoteText, readExpression } from '../sql'
import type { DataType } from '../schema'
import { quoted } from './masks'

const NUMBER = String.raw`(-?\d+(?:[.,]\d+)?)`
const UNITS = / ?(?:%|per cent|percent|characters|digits|°C)(?= |$)/gi
const AMOUNTS: readonly (readonly [RegExp, (column: string, a: string, b: string) => string])[] = [
  [
    new RegExp(`^(?:between |from )?${NUMBER} ?(?:to|and|\\.\\.|[-–…]) ?${NUMBER}$`, 'i'),
    (c, a, b) => `${c} BETWEEN ${a} AND ${b}`,
  ],
  [
    new RegExp(`^(?:at least|not less than|no less than|from|>=|≥|minimum|min) ?${NUMBER}$`, 'i'),
    (c, a) => `${c} >= ${a}`,
  ],
  [
    new RegExp(`^(?:at most|not more than|no more than|up to|<=|≤|maximum|max) ?${NUMBER}$`, 'i'),
    (c, a) => `${c} <= ${a}`,
  ],
  [new RegExp(`^(?:more than|greater than|above|over|>) ?${NUMBER}$`, 'i'), (c, a) => `${c} > ${a}`],
  [new RegExp(`^(?:less than|below|under|<) ?${NUMBER}$`, 'i'), (c, a) => `${c} < ${a}`],
  [/^(?:positive|greater than zero)$/i, c => `${c} > 0`],
  [/^(?:not negative|non-negative|zero or more)$/i, c => `${c} >= 0`],
]

/**
 * A rule of a dictionary as a CHECK: an amount (0 to 100; at least 0; more than 2), a list (one of seed,
 * spore; seed | spore), or an expression of SQL about the column. Null where nothing is written; undefined
 * where it cannot be read.
 */
export function ruleCheck(column: string, written: string, type: DataType): string | null | undefined {
  const text = written.trim().replace(/\s+/g, ' ').replace(/\.$/, '')
  if (text === '') return null
  for (const [pattern, toCheck] of AMOUNTS) {
    const match = pattern.exec(text.replace(UNITS, ''))
    if (match) return toCheck(quoted(column), number(match[1]), number(match[2]))
  }
  return listCheck(column, text, type) ?? expressionCheck(column, text)
}

const number = (text = ''): string => text.replace(',', '.')

function listCheck(column: string, text: string, { family }: DataType): string | undefined {
  const [, listed] = /^(?:one of|either|any of|in|only):? (.+)$/i.exec(text) ?? []
  const source = listed ?? (text.includes('|') ? text : undefined)
  const members = source
    ?.replace(/^\(|\)$/g, '')
    .split(/\||[,;](?: or )?| or /)
    .map(member => member.trim().replace(/^["'“‘]|["'”’]$/g, ''))
    .filter(member => member !== '')
  if (!members || members.length < 2 || members.length > 60) return undefined
  const isNumber =
    ['integer', 'decimal', 'float'].includes(family) &&
    members.every(member => /^-?\d+(?:\.\d+)?$/.test(member))
  return `${quoted(column)} IN (${members.map(member => (isNumber ? member : quoteText(member))).join(', ')})`
}

/** An expression of SQL that speaks of the column alone. */
function expressionCheck(column: string, text: string): string | undefined {
  const read = readExpression(text.replace(/^check\s*/i, ''))
  const columns = [...columnsOf(read)]
  return read.kind !== 'opaque' &&
    read.kind !== 'column' &&
    read.kind !== 'literal' &&
    columns.length === 1 &&
    columns[0] === column.toLowerCase()
    ? text.replace(/^check\s*/i, '')
    : undefined
}
