import { listInWords } from '../../../../language'
import type { Names } from '../../../param'
import { later, own } from '../../../reason'
import { braces, formInWords, violationInWords, type Form, type ViolationNames } from '../../forms'

const somethingKeeps = (): string => 'Something keeps it from that form.'

/** The normal form that is claimed of a relation, and the reason that is given. */
export const CLAIMED_FORM = {
  'form-right': own<{ form: Form; isHighest: boolean }>(
    p => `It is in ${formInWords(p.form)}${p.isHighest ? '' : ', and no higher'}.`,
  ),
  'form-too-low': later<{ form: Form; claimed: Form }>(
    p =>
      `It is in ${formInWords(p.form)}, more than ${formInWords(p.claimed)}: nothing breaks it up to there.`,
    () => 'It is in a higher form than that.',
  ),
  'form-not-first': later<{ attributes: Names }>(
    p => `Not even first normal form: ${listInWords(p.attributes)} holds several values in one cell.`,
    somethingKeeps,
  ),
  'form-only': later<{ form: Form }>(p => `It is only in ${formInWords(p.form)}.`, somethingKeeps),
  'form-broken': later<ViolationNames>(violationInWords, somethingKeeps),
  'reason-right': own<ViolationNames>(violationInWords),
  'reason-does-not-hold': own<{ dependency: string }>(
    p => `${p.dependency} does not hold, so it breaks nothing.`,
  ),
  'reason-trivial': own<{ dependency: string }>(p => `${p.dependency} is trivial: it breaks no form.`),
  'reason-fixes-all': own<{ left: Names }>(
    p => `${braces(p.left)} determines every attribute: such a dependency breaks no form.`,
  ),
  'reason-of-other-form': later<{ dependency: string; breaks: Form; lower: Form }>(
    p =>
      `${p.dependency} breaks ${formInWords(p.breaks)}, but something keeps the relation even from ${formInWords(p.lower)}.`,
    p =>
      `${p.dependency} breaks ${formInWords(p.breaks)}, but something keeps the relation from a lower form already.`,
  ),
}
