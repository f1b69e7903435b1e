import { toCsv } from '../rows'
import { SLOTS, SLOT_NAMES, entitiesOf, type Dictionary, type DictionaryEntry } from './document'

/** The dictionary as CSV, with the slots' words as its first line. */
export function dictionaryToCsv({ entries }: Dictionary): string {
  return toCsv(
    SLOTS.map(slot => SLOT_NAMES[slot]),
    entries.map(entry => SLOTS.map(slot => entry[slot])),
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

export function factsInWords({ required, key, refersTo, example, rule, meaning }: DictionaryEntry): string[] {
  return [
    KEY_WORDS[key],
    REQUIRED_WORDS[required],
    refersTo.trim() === '' ? '' : `refers to ${refersTo}`,
    example.trim() === '' ? '' : `e.g. ${example}`,
    rule.trim(),
    meaning.trim(),
  ].filter(part => part !== '')
}
