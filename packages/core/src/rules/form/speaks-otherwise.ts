import { listInWords } from '../../language'
import { partsOf, type Rule, type RuleEntry } from '../rule'

/** What a sentence can say of how many, whether something must be, and whether it is taken. */
type Sense = 'one' | 'many' | 'must' | 'may' | 'refused' | 'accepted'

const CUES: readonly (readonly [Sense, RegExp])[] = [
  [
    'one',
    /\b(?:at most one|exactly one|only one|just one|a single|no more than one|at most once|one only|once)\b/i,
  ],
  [
    'many',
    /\b(?:many|several|any number|more than one|more than once|one or more|repeatedly|again and again)\b/i,
  ],
  ['must', /\b(?:must|always|exactly one|at least one|one or more|required|never without|mandatory)\b/i],
  [
    'may',
    /\b(?:may lack|may have no|may have none|or none|need not|optional|can be missing|may be missing|perhaps no)\b/i,
  ],
  [
    'refused',
    /\b(?:refused|rejected|forbidden|not allowed|not accepted|must not|may not|cannot|is no|impossible)\b/i,
  ],
  ['accepted', /\b(?:is accepted|are accepted|is allowed|are allowed|admitted|is possible|permitted)\b/i],
]

/** What a rule says by its kind, and what it would contradict. */
const SENSES: Readonly<Partial<Record<Rule['kind'], { readonly is: Sense; readonly not: Sense }>>> = {
  atMostOne: { is: 'one', not: 'many' },
  pairOnce: { is: 'one', not: 'many' },
  manyAllowed: { is: 'many', not: 'one' },
  pairMayRepeat: { is: 'many', not: 'one' },
  mustHave: { is: 'must', not: 'may' },
  mayLack: { is: 'may', not: 'must' },
  hasSome: { is: 'must', not: 'may' },
  mayHaveNone: { is: 'may', not: 'must' },
  refusesValue: { is: 'refused', not: 'accepted' },
  admitsValue: { is: 'accepted', not: 'refused' },
}

const WORDS: Readonly<Record<Sense, string>> = {
  one: 'at most one',
  many: 'more than one',
  must: 'that it is always there',
  may: 'that it may be missing',
  refused: 'that something is refused',
  accepted: 'that something is accepted',
}

/**
 * Where a sentence says another thing than its rule asks, by its words of quantity, of must and may, of refused and
 * accepted; null where nothing speaks against it. A sentence that says both, or neither, is left alone.
 */
export function speaksOtherwise(entry: Pick<RuleEntry, 'sentence' | 'rule' | 'and'>): string | null {
  const said = new Set(CUES.filter(([, cue]) => cue.test(entry.sentence)).map(([sense]) => sense))
  const meant = partsOf(entry).flatMap(({ kind }) => SENSES[kind] ?? [])
  const meantSenses = new Set(meant.map(({ is }) => is))
  const against = meant.filter(({ is, not }) => said.has(not) && !said.has(is) && !meantSenses.has(not))
  const [first] = against
  return first
    ? `The sentence says ${WORDS[first.not]}; what is asked is ${listInWords([...new Set(against.map(({ is }) => WORDS[is]))])}.`
    : null
}
