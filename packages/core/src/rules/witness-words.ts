import { say } from '../words'
import type { Deed, Deleted, Updated, Witness } from './verdict'

/**
 * What a witness shows, in one sentence: what is done, the engine's word for it, and what should be instead.
 */
export interface WitnessInWords {
  readonly done: string
  readonly word: 'accepted' | 'refused'
  readonly rest: string
}

const DELETED: Readonly<Record<Deleted, readonly [becomes: string, should: string]>> = {
  refused: ['', 'it should be refused'],
  gone: ['the rows that refer to it are deleted along', 'the rows that refer to it should be deleted along'],
  unlinked: [
    'the rows that refer to it stay, without it',
    'the rows that refer to it should stay, without it',
  ],
  dangling: [
    'the rows that refer to it stay, and refer to nothing',
    'the rows that refer to it should stay as they are',
  ],
}
const UPDATED: Readonly<Record<Updated, readonly [becomes: string, should: string]>> = {
  refused: ['', 'it should be refused'],
  follows: ['the rows that refer to it follow', 'the rows that refer to it should follow'],
  unlinked: [
    'the rows that refer to it stay, without it',
    'the rows that refer to it should stay, without it',
  ],
  dangling: [
    'the rows that refer to it keep the old value, and refer to nothing',
    'the rows that refer to it should keep the old value',
  ],
}

export function witnessInWords({ outcome, by, deed, readBack, wanted = false }: Witness): WitnessInWords {
  const refusedBy = outcome === 'refused' && by ? ` by ${say(by)}` : ''
  if (readBack)
    return {
      done: 'The marked row is',
      word: outcome,
      rest: `: ${readBack.value} is kept as ${say(readBack.as)}; it should be kept as it is written`,
    }
  if (wanted && !deed)
    return { done: 'The marked row is', word: outcome, rest: `${refusedBy}, as it should be` }
  if (!deed)
    return {
      done: 'The marked row is',
      word: outcome,
      rest: `${refusedBy}, should be ${outcome === 'refused' ? 'accepted' : 'refused'}`,
    }
  const [becomes, should] = deedInWords(deed)
  return {
    done: deed.what === 'delete' ? 'Deleting the marked row is' : 'Changing the key of the marked row is',
    word: outcome,
    rest: becomes === '' ? `${refusedBy}; ${should}` : `: ${becomes}; ${should}`,
  }
}

function deedInWords(deed: Deed): readonly [becomes: string, should: string] {
  return deed.what === 'delete'
    ? [DELETED[deed.becomes][0], DELETED[deed.should][1]]
    : [UPDATED[deed.becomes][0], UPDATED[deed.should][1]]
}
