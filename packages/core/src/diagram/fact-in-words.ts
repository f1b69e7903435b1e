import { numberingInWords } from '../dictionary'
import type { DiagramAttribute, Level } from './document'

/** A fact with its marks in brackets, as the entry line reads them. */
export function factInWords(fact: DiagramAttribute, level: Level, saysIdentifier = false): string {
  const marks = [...(saysIdentifier && fact.identifies ? ['identifier'] : []), ...factMarks(fact, level)]
  return marks.length > 0 ? `${fact.name} (${marks.join(', ')})` : fact.name
}

/** What there is to say of a fact at a level: its type from the logical one on, whether it must be there at the physical one. */
export function factMarks(fact: DiagramAttribute, level: Level): string[] {
  const { several: isSeveral, derived, parts, required, identifies, numbering, note } = fact
  const isPhysical = level === 'physical'
  const marks = [
    isSeveral ? 'several' : '',
    derived ? 'worked out' : '',
    parts.length > 0 ? `parts ${parts.join(' + ')}` : '',
    required === false ? 'may lack' : '',
    isPhysical && required === true && !identifies ? 'required' : '',
    level === 'conceptual' ? '' : `${fact.type} ${fact.size.replace(',', ' ')}`.trim(),
    isPhysical && numbering ? numberingInWords(numbering) : '',
    isPhysical && fact.default ? `default ${asOneWord(fact.default)}` : '',
    note ? `note ${asOneWord(note)}` : '',
  ]
  return marks.filter(mark => mark !== '')
}

/** As one word of the entry line. */
export const asOneWord = (text: string): string =>
  /^[^\s,;()+"“”«»]+$/u.test(text) ? text : `“${text.replace(/["“”«»]/gu, '’').replace(/\s+/g, ' ')}”`
