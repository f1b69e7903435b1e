import { assertUnreachable } from '../findings'
import type { PairReason } from './alignment'

export function pairReasonInWords(reason: PairReason): string {
  switch (reason) {
    case 'same-name': return 'the same name'
    case 'like-name': return 'a similar name'
    case 'glossary': return 'a name from the glossary'
    case 'same-columns': return 'the same facts'
    case 'same-references': return 'the same references'
    case 'same-type': return 'the same type'
    case 'only-one-left': return 'nothing else is left for it'
    case 'given': return 'given by the exercise'
    case 'pinned': return 'paired by hand'
    case 'inside': return 'its facts stand in this table'
    default: return assertUnreachable(reason)
  }
}
