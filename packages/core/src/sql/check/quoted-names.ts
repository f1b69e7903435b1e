import { scriptFinding, type Finding } from '../../findings'
import type { Dialect } from '../../schema'
import { mentionsIn } from '../text/mentions'
import type { ScriptToCheck } from './input'

/**
 * What a name without quotation marks is read as; dialects in which capitals never count are left out.
 * Sources: ISO 9075-2, 5.2 (capitals); PostgreSQL, "Identifiers and Key Words" (small letters).
 */
const READ_AS: Readonly<Partial<Record<Dialect, (name: string) => string>>> = {
  postgresql: name => name.toLowerCase(),
  oracle: name => name.toUpperCase(),
  iso: name => name.toUpperCase(),
}
/**
 * Names in quotes that are not what they would be without: only with one of them in the script can anything
 * differ.
 */
const TELLING: Readonly<Partial<Record<Dialect, RegExp>>> = {
  postgresql: /"[^"\n]*\p{Lu}/u,
  oracle: /"[^"\n]*\p{Ll}/u,
  iso: /"[^"\n]*\p{Ll}/u,
}

/**
 * Names that are written in quotes here and without there, so that the server takes them for two: each
 * mention that does not meet what it means.
 */
export function checkQuotedNames({ script, schema, dialect }: ScriptToCheck): Finding[] {
  const readAs = READ_AS[dialect]
  if (!readAs || !TELLING[dialect]!.test(script)) return []
  return mentionsIn(script, schema, dialect).flatMap(({ token, table, column }) => {
    const { name, nameSpan } = column ?? table
    if (token.start >= nameSpan.start && token.end <= nameSpan.end) return []
    const declared = script.slice(nameSpan.start, nameSpan.end).split('.').at(-1)!
    const means = declared.startsWith('"') ? name : readAs(name)
    const reads = token.kind === 'quoted' ? token.text : readAs(token.text)
    const place = { start: token.start, end: token.end }
    const params = {
      written: script.slice(token.start, token.end),
      reads,
      kind: column ? 'column' : 'table',
      means,
    }
    return means === reads
      ? []
      : [
          scriptFinding('names.capitals', place, params, {
            span: place,
            text: declared,
            label: `Write ${declared}`,
          }),
        ]
  })
}
