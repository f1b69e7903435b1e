import { findTable, type Dialect } from '../../schema'
import { writeTable } from '../../sql'
import type { Change, Kind } from '../kind'
import { ownTables, type Design } from '../schema/places'

/** A design with the text that was written for it, in a dialect. */
export interface WrittenDesign {
  readonly design: Design
  readonly text: string
  readonly dialect: Dialect
}

const inText = (
  { text }: WrittenDesign,
  pattern: RegExp,
  by: string,
  said: string,
): readonly Change<string>[] => (pattern.test(text) ? [{ said, content: text.replace(pattern, by) }] : [])

/** Mistakes of the text alone, for which a server refuses it. */
export const doesNotRun: Kind<WrittenDesign, string> = {
  id: 'script-does-not-run',
  title: 'A script that no server takes',
  make: written => [
    ...childFirst(written),
    ...inText(written, /\bPRIMARY KEY\b/i, 'PRIMRY KEY', 'A keyword is misspelt.'),
    ...inText(written, /\b(?:INTEGER|INT|DATE)\b/i, 'INTEGR', 'A type is misspelt.'),
    ...inText(
      written,
      /\bREFERENCES (\S+)/i,
      'REFERENCES $1_of_another_name',
      'A reference names a table that is not there.',
    ),
    ...inText(
      written,
      /\((\w+)\)(?=[,\n])/,
      '($1_of_another_name)',
      'A constraint names a column that is not there.',
    ),
  ],
}

/** What refers first, and what it refers to after it. */
function childFirst({ design, dialect }: WrittenDesign): readonly Change<string>[] {
  const tables = ownTables(design)
  const isLate = tables.some(({ references, name }) =>
    references.some(({ table }) => table !== name && findTable({ tables }, table)),
  )
  if (!isLate) return []
  const options = { to: dialect, from: dialect }
  const content = [...tables]
    .reverse()
    .map(table => writeTable(design.schema, table, options).text)
    .join('\n')
  return [{ said: 'A table is made before the one it refers to.', content }]
}
