import type { Dictionary } from '../dictionary'
import type { Dialect } from '../schema'
import { readScript, renameThing } from '../sql'

/** A name as a table has it: "Dispatch line" is dispatch_line. */
export const tableNameOf = (name: string): string =>
  name
    .trim()
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '')

/** What a sheet becomes when an entity is called otherwise, and in how many places. */
export interface Renamed<Sheet> {
  readonly sheet: Sheet
  readonly places: number
}

const isSame = (a: string, b: string): boolean => tableNameOf(a) === tableNameOf(b)

/** Entities, and what refers to them; written as the new name is, or as a table's where the old one was. */
export function renamedInDictionary({ entries }: Dictionary, from: string, to: string): Renamed<Dictionary> {
  let places = 0
  const renamed = (text: string): string => {
    if (text.trim() === '' || !isSame(text, from)) return text
    places++
    return text.trim().includes(' ') || !from.trim().includes(' ') ? to : tableNameOf(to)
  }
  const changed = entries.map(entry => {
    const [target = '', ...field] = entry.refersTo.split('.')
    return { ...entry, entity: renamed(entry.entity), refersTo: [renamed(target), ...field].join('.') }
  })
  return { sheet: { entries: changed }, places }
}

/**
 * The tables of a script that are called so, wherever they are named; columns and constraints stay. Comments
 * and strings are left alone.
 */
export function renamedInScript(
  script: string,
  from: string,
  to: string,
  dialect: Dialect = 'postgresql',
): Renamed<string> {
  const { schema } = readScript(script, { dialect })
  const table = schema.tables.find(({ name }) => isSame(name, from))
  if (!table) return { sheet: script, places: 0 }
  const { text, places } = renameThing(
    script,
    schema,
    dialect,
    { table: table.name },
    table.name.includes(' ') ? to : tableNameOf(to),
  )
  return { sheet: text, places }
}
