import { assertUnreachable, listInWords, plural as pluralOf } from '../findings'
import type { Rule } from './rule'

/** `seeds_sent` is read "seeds sent". */
export function nameInWords(name: string): string {
  return name.replaceAll('_', ' ').replaceAll('#', 'number').trim()
}

export function one(name: string): string {
  const words = nameInWords(name)
  return `${/^[aeiou]/i.test(words) ? 'An' : 'A'} ${words}`
}

export function plural(name: string): string {
  return pluralOf(nameInWords(name))
}

const PREPOSITIONS: readonly string[] = ['on', 'in', 'of', 'to', 'at', 'by', 'from', 'until']

/**
 * Whether a name reads as an English noun: words of letters with a vowel, none cut short, no preposition left
 * at the end. Others are marked to be read.
 */
export function isReadable(name: string): boolean {
  const words = nameInWords(name).toLowerCase().split(' ')
  const areWords = words.every(
    word =>
      /^[a-z]{2,}$/.test(word) &&
      /[aeiouy]/.test(word) &&
      (word.length > 2 || word === 'no' || PREPOSITIONS.includes(word)),
  )
  return areWords && !PREPOSITIONS.includes(words.at(-1)!)
}

/**
 * What a rule asks, in words for people who set exercises: the kind, and what of the model answer it is
 * about.
 */
export function ruleInWords(rule: Rule): string {
  const about = (...names: readonly string[]): string => `${rule.entity} · ${names.join(', ')}`
  switch (rule.kind) {
    case 'identifies':
      return `identified by: ${about(...rule.by)}`
    case 'pairOnce':
      return `stands once: ${about(...rule.by)}`
    case 'pairMayRepeat':
      return `may repeat: ${about(...rule.by)}`
    case 'determines':
      return `determines: ${about(`${rule.from.join(', ')} → ${rule.to.join(', ')}`)}`
    case 'atMostOne':
      return `at most one: ${about(rule.role)}`
    case 'manyAllowed':
      return `many allowed: ${about(rule.role)}`
    case 'mustHave':
      return `must have: ${about(rule.path)}`
    case 'mayLack':
      return `may lack: ${about(rule.path)}`
    case 'mayHaveNone':
      return `far side may have none: ${about(rule.role)}`
    case 'hasSome':
      return `far side has at least one: ${about(rule.role)}`
    case 'refersTo':
      return `exists: ${about(rule.role)}`
    case 'stores':
      return `kept as written: ${about(rule.attribute)}`
    case 'refusesValue':
      return `refuses ${listInWords(rule.values.slice(0, 4))}: ${about(rule.attribute)}`
    case 'admitsValue':
      return `accepts ${listInWords(rule.values.slice(0, 4))}: ${about(rule.attribute)}`
    case 'onDelete':
      return `on delete ${rule.outcome}: ${about(rule.role)}`
    case 'onUpdate':
      return `on update ${rule.outcome}: ${about(rule.role)}`
    case 'atomic':
      return `one value to a row: ${about(rule.attribute)}`
    case 'onceOnly':
      return `written once, ${rule.form}: ${about(`${rule.from.join(', ')} → ${rule.to.join(', ')}`)}`
    case 'claim':
      return `claimed: ${about(rule.about.ask)}`
    case 'drawn':
      return `in the diagram: ${rule.about}`
    case 'wellMade':
      return `the script's own checks: ${rule.about}`
    case 'convention':
      return `called ${rule.pattern}: every ${rule.of}`
    case 'givenRows':
      return `${rule.rows.filter(({ accept }) => accept).length} rows accepted, ${rule.rows.filter(({ accept }) => !accept).length} refused`
    default:
      return assertUnreachable(rule)
  }
}
