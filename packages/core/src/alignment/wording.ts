import type { PairReason } from './alignment'

const WORDS: Readonly<Record<PairReason, string>> = {
  'same-name': 'the same name',
  'like-name': 'a similar name',
  'bare-number': 'the number of this table',
  'glossary': 'a name from the glossary',
  'same-columns': 'the same facts',
  'same-references': 'the same references',
  'same-type': 'the same type',
  'same-shape': 'the same types, keys and neighbours, under another name',
  'only-one-left': 'nothing else is left for it',
  'given': 'given by the exercise',
  'pinned': 'paired by hand',
  'inside': 'its facts stand in this table',
  'split': 'further facts of the same rows',
  'name-elsewhere': 'but the name speaks for another pairing',
  'other-references': 'but its references lead elsewhere',
  'rival': 'but another fits nearly as well',
}

export function pairReasonInWords(reason: PairReason): string {
  return WORDS[reason]
}
