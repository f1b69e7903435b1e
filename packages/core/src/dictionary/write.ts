import { numberingFrom, numberingInWords } from './column-marks'
import { toCsv } from '../rows'
import { SLOTS, SLOT_NAMES, entitiesOf, writtenAt, type Dictionary, type DictionaryEntry } from './document'

/** The dictionary as CSV, with the slots' words as its first line. */
export function dictionaryToCsv({ entries }: Dictionary): string {
  return toCsv(
    SLOTS.map(slot => SLOT_NAMES[slot]),
    entries.map(entry => SLOTS.map(slot => writtenAt(entry, slot))),
  )
}

/** The short form that some courses ask for: a comment block for the top of a script. */
export function dictionaryToComment(dictionary: Dictionary): string {
  const safe = (text: string): string => text.trim().replaceAll('*/', '* /').replace(/\s+/g, ' ')
  const lines = entitiesOf(dictionary).flatMap(({ name, at }) => [
    safe(name) || '(no entity)',
    ...at.map(i => {
      const entry = dictionary.entries[i]!
      return `  ${[safe(entry.field), typeInWords(entry), ...factsInWords(entry)]
        .map(safe)
        .filter(part => part !== '')
        .join('; ')}`
    }),
  ])
  return ['/*', 'Data dictionary', ...lines, '*/'].join('\n')
}

export function typeInWords({ type, size, format }: DictionaryEntry): string {
  return [type.trim(), size.trim(), format.trim() === '' ? '' : `as ${format.trim()}`]
    .filter(part => part !== '')
    .join(' ')
}

function numberingSaid(written: string): string {
  const numbering = numberingFrom(written)
  return numbering ? numberingInWords(numbering) : `numbers itself: ${written.trim()}`
}

const KEY_WORDS: Readonly<Record<DictionaryEntry['key'], string>> = {
  '': '',
  'primary': 'primary key',
  'unique': 'unique',
  'unique 1': 'unique together (1)',
  'unique 2': 'unique together (2)',
  'unique 3': 'unique together (3)',
  'unique 4': 'unique together (4)',
}

const REQUIRED_WORDS: Readonly<Record<DictionaryEntry['required'], string>> = {
  '': '',
  'yes': 'required',
  'no': 'may be empty',
}

export function factsInWords(entry: DictionaryEntry): string[] {
  const { required, key, refersTo, onDelete, onUpdate, example, rule, meaning } = entry
  const [standard, numbering] = (['default', 'numbering'] as const).map(slot =>
    writtenAt(entry, slot).trim(),
  ) as [string, string]
  return [
    KEY_WORDS[key],
    REQUIRED_WORDS[required],
    refersTo.trim() === '' ? '' : `refers to ${refersTo}`,
    onDelete ? `on delete ${onDelete}` : '',
    onUpdate ? `on update ${onUpdate}` : '',
    example.trim() === '' ? '' : `e.g. ${example}`,
    rule.trim(),
    standard === '' ? '' : `default ${standard}`,
    numbering === '' ? '' : numberingSaid(numbering),
    meaning.trim(),
  ].filter(part => part !== '')
}
