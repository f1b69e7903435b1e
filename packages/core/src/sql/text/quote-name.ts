import { DIALECT, type Dialect } from '../../schema'
import { isReserved } from './reserved'

/**
 * A name as the dialect writes it: a plain word as it is; one with blanks or other marks in it, or that the
 * dialect reserves, in its quotation marks.
 */
export function quoteName(name: string, dialect: Dialect): string {
  const isPlain = /^[a-z_]\w*$/i.test(name) && !(dialect === 'oracle' && name.startsWith('_'))
  return isPlain && !isReserved(name, dialect) ? name : inQuotes(name, dialect)
}

export function inQuotes(name: string, dialect: Dialect): string {
  const [open, close] = DIALECT[dialect].quotes
  return open + name.replaceAll(close, close + close) + close
}
