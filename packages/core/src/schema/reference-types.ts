import type { Dialect } from './dialect'
import { typesMatch, type DataType, type TypeFamily } from './types'

type Match = ReturnType<typeof typesMatch>

/**
 * How well a foreign key of type `a` fits a key of type `b` on a server: the same, taken although it differs,
 * or refused. Sources: PostgreSQL, "Constraints" and its catalog of casts (what can be compared by = after
 * casts that it makes of itself); MySQL, "FOREIGN KEY Constraints" (size and sign of whole numbers must be
 * the same, lengths of texts need not); SQL Server, errors 1753 and 1778 (type, length and scale must be the
 * same; from memory); Oracle, ORA-02267 (the same kind of type, sizes may differ; from memory). SQLite takes
 * everything.
 */
export function referenceMatch(a: DataType, b: DataType, dialect: Dialect): Match {
  const match = typesMatch(a, b)
  if (match === 'exactly' || a.family === 'other' || b.family === 'other') return match
  switch (dialect) {
    case 'postgresql':
      return isWider(a, b) ? 'not' : match
    case 'mysql':
      return ofMySql(a, b)
    case 'sqlserver':
      return 'not'
    case 'oracle':
      return kindInOracle(a) === kindInOracle(b) ? 'compatibly' : 'not'
    default:
      return match
  }
}

const WIDTHS: Readonly<Partial<Record<TypeFamily, number>>> = { integer: 1, decimal: 2, float: 3 }

/**
 * PostgreSQL changes a number of itself to a wider kind, never back: a decimal is not compared with a whole
 * key.
 */
function isWider(a: DataType, b: DataType): boolean {
  return (WIDTHS[a.family] ?? 0) > (WIDTHS[b.family] ?? 4)
}

function ofMySql(a: DataType, b: DataType): Match {
  const texts = (type: DataType): boolean => type.family === 'char' || type.family === 'varchar'
  if (texts(a) && texts(b)) return 'compatibly'
  if (a.family !== b.family) return isTiny(a) && isTiny(b) ? 'exactly' : 'not'
  switch (a.family) {
    case 'integer':
      return a.length === b.length && a.unsigned === b.unsigned ? 'exactly' : 'not'
    case 'float':
      return a.length === b.length ? 'exactly' : 'not'
    default:
      return 'compatibly'
  }
}

/** BOOLEAN is a whole number of eight bits there. */
function isTiny({ family, length, unsigned }: DataType): boolean {
  return family === 'boolean' || (family === 'integer' && length === 8 && !unsigned)
}

function kindInOracle({ family, withZone }: DataType): string {
  switch (family) {
    case 'integer':
    case 'decimal':
    case 'boolean':
      return 'number'
    case 'timestamp':
      return withZone ? 'timestamp with zone' : 'timestamp'
    default:
      return family
  }
}
