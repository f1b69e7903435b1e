import { foldName } from '../../schema'

/**
 * Names that were looked at before; a cache of bounded size, since a script is read again with every letter.
 */
const plains = new Map<string, string>()

/** A name without capitals and marks, by which names are compared. */
export function plainName(name: string): string {
  let known = plains.get(name)
  if (known === undefined) {
    if (plains.size > 20_000) plains.clear()
    known = foldName(name).replace(/[^a-z0-9]/g, '')
    plains.set(name, known)
  }
  return known
}

/** A plain name in the singular, as far as its ending says. */
export function singular(plain: string): string {
  if (plain.endsWith('ies')) return `${plain.slice(0, -3)}y`
  if (plain.endsWith('s')) return plain.slice(0, -1)
  return plain
}
