/** A document of some version, as it came from a file or was stored. */
type Stored = Readonly<Record<string, unknown>>
/** From one version of a format to the next: keeps all that it says. */
export type Upgrade = (document: Stored) => Stored

/** A public format: the name in its documents, its version, and the way up from each version before. */
export interface Format {
  readonly name: string
  readonly version: number
  readonly upgrades: Readonly<Record<number, Upgrade>>
}

export const EXERCISE_FORMAT: Format = {
  name: 'nomenklatura-exercise',
  version: 2,
  // An exercise showed one table of rows.
  upgrades: { 1: ({ rows, ...rest }) => (rows === undefined ? rest : { ...rest, rows: [rows] }) },
}
export const ANSWER_FORMAT: Format = { name: 'nomenklatura-answer', version: 1, upgrades: {} }

/**
 * A document in today's shape, step by step from its version. What is no document of the format, or of a
 * version that is not known here, is given back as it is: its shape is refused where it is read, with a
 * reason.
 */
export function upgradeDocument(format: Format, document: unknown): unknown {
  let current = document
  while (isOf(format, current) && current.version !== format.version) {
    const upgrade = format.upgrades[current.version]
    if (!upgrade) return current
    current = { ...upgrade(current), format: format.name, version: current.version + 1 }
  }
  return current
}

/** An upgrade path has no hole and does not end before today's version. */
export function isWholePath({ version, upgrades }: Format): boolean {
  return Array.from({ length: version - 1 }, (_, i) => i + 1).every(from => upgrades[from] !== undefined)
}

function isOf({ name }: Format, document: unknown): document is Stored & { readonly version: number } {
  if (typeof document !== 'object' || document === null) return false
  const { format, version } = document as Stored
  return format === name && typeof version === 'number'
}

/** The message for a version that no upgrade leads to. */
export function unknownVersion({ version }: Format): string {
  return `This document is of another version than ${version}, the newest that is known here.`
}
