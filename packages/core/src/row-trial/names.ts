import { inQuotes, quoteName } from '../sql'

/** A name as the engine has it, so that a statement means it: bare where that says the same. */
export function engineName(name: string): string {
  return /^[a-z_][a-z0-9_]*$/.test(name) ? quoteName(name, 'postgresql') : inQuotes(name, 'postgresql')
}

/** A table's name, with its namespace where it is not the usual one. */
export function engineTable({
  namespace,
  table,
}: {
  readonly namespace: string
  readonly table: string
}): string {
  return namespace === 'public' ? engineName(table) : `${engineName(namespace)}.${engineName(table)}`
}
