import { checkDictionary, readDictionary, type Dictionary } from '@nomenklatura/core/dictionary'
import { toldAt } from '@nomenklatura/core/exercise'
import type { SheetNotes } from '../view'

/**
 * A dictionary is checked as it is typed: that is about its own slots, and tells nothing of the exercise. A
 * check adds what the server and the course say of names.
 */
export const dictionaryNotes: SheetNotes<Dictionary> = {
  live: ({ content, given, worksheet: { helpLevel } }) => {
    const read = readDictionary(content, { given })
    return toldAt(helpLevel, [...read.findings, ...checkDictionary(content, read)])
  },
  adds: ({ code }) => code.startsWith('names.'),
}
