import { foldName, sameName, type Dialect, type Schema } from '../../schema'
import { mentionsIn, type Mention } from '../text/mentions'
import { quoteName } from '../text/quote-name'

/** A table of a script, or a column of one, by the names that they have. */
export interface NamedThing {
  readonly table: string
  readonly column?: string
}

const toThing = ({ table, column }: Mention): NamedThing => ({
  table: table.name,
  ...(column ? { column: column.name } : {}),
})

/** What is named at a place of a script; undefined where no table or column of its own is. */
export function thingAt(
  script: string,
  schema: Schema,
  dialect: Dialect,
  at: number,
): NamedThing | undefined {
  const mention = mentionsIn(script, schema, dialect).find(
    ({ token }) => token.start <= at && at <= token.end,
  )
  return mention && toThing(mention)
}

/**
 * The script with a table or column called otherwise wherever it is named; names of constraints, comments and
 * texts stay as they are. `taken` where another table, or another column of the same table, is called so
 * already: then nothing is changed.
 */
export function renameThing(
  script: string,
  schema: Schema,
  dialect: Dialect,
  { table, column }: NamedThing,
  to: string,
): { readonly text: string; readonly places: number; readonly taken: boolean } {
  const owner = schema.tables.find(({ name }) => sameName(name, table))
  const others =
    column === undefined
      ? schema.tables.map(({ name }) => name)
      : (owner?.columns.map(({ name }) => name) ?? [])
  const taken = others.some(
    name => foldName(name) === foldName(to) && foldName(name) !== foldName(column ?? table),
  )
  const isMeant = ({ table: of, column: part }: Mention): boolean =>
    sameName(of.name, table) &&
    (part === undefined ? column === undefined : column !== undefined && sameName(part.name, column))
  const mentions = mentionsIn(script, schema, dialect).filter(isMeant)
  if (taken) return { text: script, places: mentions.length, taken }
  const written = quoteName(to, dialect)
  let text = ''
  let from = 0
  for (const { token } of mentions) {
    text += script.slice(from, token.start) + written
    from = token.end
  }
  return { text: text + script.slice(from), places: mentions.length, taken }
}
