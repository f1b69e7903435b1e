import type { ClaimQuestion } from '../rules'
import { dependencyVerdict, surplusVerdict } from './judge-dependencies'
import { closureVerdict, formVerdict, primeVerdict, reasonVerdict } from './judge-form'
import { keyVerdict, otherKeysVerdict } from './judge-keys'
import {
  keysOfPartsVerdict,
  losslessVerdict,
  partsInFormVerdict,
  preservingVerdict,
  tooManyVerdict,
} from './judge-split'
import type { ReadClaims } from './read'
import type { RelationTask } from './task'
import { because, say, type ClaimVerdict } from './verdicts'

/**
 * Asks one question of what is claimed, by meaning: equivalent dependencies, keys in any order and any
 * correct split are equal. Deterministic; where a limit of steps stops what the answer rests on, it cannot be
 * told.
 */
export function judgeClaim(read: ReadClaims, question: ClaimQuestion): ClaimVerdict {
  const unknown = unknownNames(read.task, question)
  if (unknown.length > 0)
    return {
      ...say('cannot tell', [because('no-attribute', { attributes: unknown })]),
      doubt: 'outside',
    }
  switch (question.ask) {
    case 'dependency':
      return dependencyVerdict(read, question)
    case 'nothing more':
      return surplusVerdict(read)
    case 'key':
      return keyVerdict(read, question.of)
    case 'no other key':
      return otherKeysVerdict(read)
    case 'prime':
      return primeVerdict(read)
    case 'form':
      return formVerdict(read)
    case 'reason':
      return reasonVerdict(read)
    case 'closure':
      return closureVerdict(read, question.of)
    case 'lossless':
      return losslessVerdict(read)
    case 'preserving':
      return preservingVerdict(read)
    case 'parts in form':
      return partsInFormVerdict(read, question.form)
    case 'no part too many':
      return tooManyVerdict(read, question.form)
    case 'keys of parts':
      return keysOfPartsVerdict(read)
  }
}

/** The fields of the sheet that a question looks at. */
export function fieldsOf({ asks }: Pick<RelationTask, 'asks'>, question: ClaimQuestion): string[] {
  switch (question.ask) {
    case 'dependency':
    case 'nothing more':
      return ['dependencies']
    case 'key':
    case 'no other key':
      return ['keys']
    case 'prime':
      return ['prime']
    case 'form':
    case 'reason':
      return ['form', 'reason']
    case 'closure':
      return [
        `closure ${asks.closures.findIndex(of => of.length === question.of.length && of.every(name => question.of.includes(name)))}`,
      ]
    default:
      return ['split']
  }
}

/** Attributes that a question names and the relation does not have. */
export function unknownNames(
  { attributes }: Pick<RelationTask, 'attributes'>,
  question: ClaimQuestion,
): string[] {
  return [...new Set(namesOf(question))].filter(name => !attributes.includes(name))
}

/** The attributes that a question names. */
function namesOf(question: ClaimQuestion): readonly string[] {
  switch (question.ask) {
    case 'dependency':
      return [...question.from, ...question.to]
    case 'key':
    case 'closure':
      return question.of
    default:
      return []
  }
}
