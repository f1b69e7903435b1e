import type { DependencyClaims } from '@nomenklatura/core/claims'
import { aloud, type Diagram } from '@nomenklatura/core/diagram'
import { dictionaryToComment, type Dictionary } from '@nomenklatura/core/dictionary'

/** The saved content of a sheet as a person reads it. */
export function readableSheet(content: string): string {
  if (!content.startsWith('{')) return content
  if (content.includes('"nomenklatura-diagram"'))
    return aloud(JSON.parse(content) as Diagram)
      .map(({ text }) => text)
      .join('\n')
  if (content.startsWith('{"entries"')) return dictionaryToComment(JSON.parse(content) as Dictionary)
  const { dependencies, keys, prime, form, reason, split, closures, assumptions } = JSON.parse(
    content,
  ) as DependencyClaims
  const parts: readonly [string, string][] = [
    ['Dependencies', dependencies],
    ['Closures', closures.join('\n')],
    ['Keys', keys],
    ['Prime', prime],
    ['Form', [form, reason].filter(text => text !== '').join(', because of ')],
    ['Split', split],
    ['Taken for granted', assumptions],
  ]
  return parts
    .filter(([, text]) => text.trim() !== '')
    .map(([name, text]) => `${name}\n${text.trim()}`)
    .join('\n\n')
}
