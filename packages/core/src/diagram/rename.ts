import type { Dictionary } from '../dictionary'
import { tokenize } from '../sql'

/** A name as a table has it: "Dispatch line" is dispatch_line. */
export const tableNameOf = (name: string): string => name.trim().toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '_').replace(/^_+|_+$/g, '')

/** What a sheet becomes when an entity is called otherwise, and in how many places. */
export interface Renamed<Sheet> { readonly sheet: Sheet, readonly places: number }

const isSame = (a: string, b: string): boolean => tableNameOf(a) === tableNameOf(b)

/** Entities, and what refers to them; written as the new name is, or as a table's where the old one was. */
export function renamedInDictionary({ entries }: Dictionary, from: string, to: string): Renamed<Dictionary> {
  let places = 0
  const renamed = (text: string): string => {
    if (text.trim() === '' || !isSame(text, from)) return text
    places++
    return text.trim().includes(' ') || !from.trim().includes(' ') ? to : tableNameOf(to)
  }
  const changed = entries.map((entry) => {
    const [target = '', ...field] = entry.refersTo.split('.')
    return { ...entry, entity: renamed(entry.entity), refersTo: [renamed(target), ...field].join('.') }
  })
  return { sheet: { entries: changed }, places }
}

const BEFORE_A_TABLE = new Set(['TABLE', 'EXISTS', 'REFERENCES', 'INTO', 'ON', 'FROM', 'UPDATE', 'JOIN'])

/** The tables of a script that are called so, where a table is named; columns and constraints stay. Comments and strings are left alone. */
export function renamedInScript(script: string, from: string, to: string): Renamed<string> {
  const { tokens } = tokenize(script)
  const found = tokens.filter((token, i) => (token.kind === 'word' || token.kind === 'quoted') && isSame(token.text, from) && BEFORE_A_TABLE.has(tokens[i - 1]?.upper ?? ''))
  const sheet = found.toReversed().reduce((text, { start, end, kind, text: old }) => {
    const written = kind === 'quoted' && old.includes(' ') ? `"${to.replaceAll('"', '""')}"` : tableNameOf(to)
    return text.slice(0, start) + written + text.slice(end)
  }, script)
  return { sheet, places: found.length }
}
