import { listInWords } from '../../../../language'
import type { Names } from '../../../param'
import { own } from '../../../reason'
import { braces } from '../../forms'

const PARTS = {
  'dependency': 'dependency',
  'key': 'key',
  'prime': 'prime attribute',
  'form': 'normal form',
  'reason': 'dependency as the reason',
  'split': 'split',
  'key of a part': 'key of a part',
} as const
export type ClaimPart = keyof typeof PARTS

const OPEN = {
  lossless: () => 'Whether the split is lossless',
  preserving: () => 'Which dependencies follow',
  prime: () => 'Which attributes are prime',
  form: () => 'The normal form',
  union: () => 'Whether two parts could be one',
  partForm: (part: string) => `The form of ${part}`,
  partKeys: (part: string) => `The keys of ${part}`,
} as const
export type OpenQuestion = keyof typeof OPEN

/** What is not claimed, and what was not decided. */
export const NOT_CLAIMED = {
  'nothing-claimed': own<{ of: ClaimPart }>(p => `The sheet claims no ${PARTS[p.of]}.`),
  'no-closure-claimed': own<{ of: Names }>(p => `The sheet claims no closure of ${braces(p.of)}.`),
  'not-decided': own<{ question: OpenQuestion; part: string }>(
    p => `${OPEN[p.question](p.part)} was not decided within the limit of steps.`,
  ),
  'no-attribute': own<{ attributes: Names }>(
    p => `${listInWords(p.attributes)} is no attribute of the relation any more.`,
  ),
}
