import { DIALECTS, type Dialect } from '../../schema'
import { looksAtToday, quoteName, readExpression, writeScript, writeTable } from '../../sql'
import type { Kind } from '../kind'
import { ownTables } from '../schema/places'
import type { WrittenDesign } from '../script/does-not-run'

/** Every reference added at the end, by ALTER TABLE. */
const altered: Kind<WrittenDesign, string> = {
  id: 'references-afterwards',
  title: 'References added by ALTER TABLE',
  make: ({ design, dialect }) => {
    if (dialect === 'sqlite') return []
    const tables = ownTables(design)
    const bare = tables.map(table => ({ ...table, references: [] }))
    const q = (name: string): string => quoteName(name, dialect)
    const list = (names: readonly string[]): string => names.map(q).join(', ')
    const added = tables.flatMap(table =>
      table.references.map(
        ({ columns, table: target, targetColumns, onDelete, onUpdate }) =>
          `ALTER TABLE ${q(table.name)} ADD FOREIGN KEY (${list(columns)}) REFERENCES ${q(target)} (${list(targetColumns)})` +
          `${onDelete === 'no action' ? '' : ` ON DELETE ${onDelete.toUpperCase()}`}` +
          `${onUpdate === 'no action' ? '' : ` ON UPDATE ${onUpdate.toUpperCase()}`};`,
      ),
    )
    if (added.length === 0) return []
    const options = { to: dialect, from: dialect }
    const made = bare.map(table => writeTable({ tables: bare }, table, options).text)
    return [
      { said: 'Bare tables first, every reference by ALTER TABLE.', content: [...made, ...added].join('\n') },
    ]
  },
}

const hands: Kind<WrittenDesign, string> = {
  id: 'another-hand',
  title: 'Capitals, spaces and comments of another hand',
  make: ({ text }) => [
    { said: 'All in small letters, where that says the same.', content: inSmallLetters(text) },
    {
      said: 'A comment at each line, and empty lines between.',
      content: text.replaceAll('\n', ' -- so\n\n'),
    },
  ],
}

/** What stands in quotation marks stays. */
const inSmallLetters = (text: string): string =>
  text.replaceAll(/'(?:[^']|'')*'|"[^"]*"|[^'"]+/g, part => (/^['"]/.test(part) ? part : part.toLowerCase()))

export const HARMLESS_TEXTS: readonly Kind<WrittenDesign, string>[] = [altered, hands]

/**
 * The same tables in each other dialect that a student may choose. What looks at the day is left out: many servers take
 * no such CHECK.
 */
export function inOtherDialects(
  { design, dialect }: WrittenDesign,
  allowed: readonly Dialect[],
): readonly { readonly said: string; readonly dialect: Dialect; readonly script: string }[] {
  const checks = ownTables(design).flatMap(table => table.checks)
  if (checks.some(({ expression }) => looksAtToday(readExpression(expression)))) return []
  return DIALECTS.filter(other => other !== dialect && allowed.includes(other)).flatMap(other => {
    const { text, losses } = writeScript(design.schema, { to: other, from: dialect })
    return losses.length === 0 ? [{ said: `Written for ${other}.`, dialect: other, script: text }] : []
  })
}
