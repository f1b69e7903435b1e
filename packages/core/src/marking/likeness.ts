import type { ExerciseDocument, MarkableAnswer } from '../exercise'
import { choicesOf, wordsOfExercise, type Choice, type ChoiceKind } from './choices'

/** A hand-in as far as it can be like another: what was handed in, and its mistakes, equal ones under equal keys. */
export interface Likenable {
  readonly id: string
  readonly answer: MarkableAnswer
  readonly mistakes: readonly { readonly key: string; readonly as: string }[]
}

/** An unusual choice that two hand-ins have alike. */
export interface SharedChoice {
  readonly kind: ChoiceKind | 'mistake'
  /** As each wrote it. */
  readonly as: readonly [string, string]
  /** The lines it stands in, where it stands in a script. */
  readonly lines: readonly [string, string]
  /** How many hand-ins of the class have it. */
  readonly holders: number
}

/** Two hand-ins that are alike beyond what the exercise explains. It is a remark, not a verdict. */
export interface LikePair {
  readonly ids: readonly [string, string]
  readonly shared: readonly SharedChoice[]
}

/** So much of a class may have what still counts as unusual. */
const RARE_SHARE = 0.04
const RARE_AT_LEAST = 3
/** So many unusual choices alike are worth a remark. */
const FEWEST_SHARED = 3
/** Lines spaced alike count as one choice, and only where they are several: an editor may have set them. */
const FEWEST_SPACED = 3
const MOST_PAIRS = 100

type Held = Omit<Choice, 'kind'> & { readonly kind: SharedChoice['kind'] }

/**
 * Pairs of hand-ins with unusual choices alike: names that the exercise does not use, mistakes that few make, own
 * words in comments, orders of columns, lines spaced in the same odd way. The most alike first. Work grows with the
 * choices and, for each, with the pairs of its few holders.
 */
export function likePairs(handIns: readonly Likenable[], document: ExerciseDocument): LikePair[] {
  const known = wordsOfExercise(document)
  const most = Math.max(RARE_AT_LEAST, Math.floor(handIns.length * RARE_SHARE))
  const pairs = new Map<string, { ids: [string, string]; shared: SharedChoice[] }>()
  for (const holders of heldByFew(handIns, document, known, most))
    holders.forEach(([first, one], i) => {
      for (const [second, other] of holders.slice(i + 1)) {
        const key = `${first} ${second}`
        const pair = pairs.get(key) ?? { ids: [first, second], shared: [] }
        pairs.set(key, pair)
        pair.shared.push({
          kind: one.kind,
          as: [one.as, other.as],
          lines: [one.line, other.line],
          holders: holders.length,
        })
      }
    })
  return [...pairs.values()]
    .filter(({ shared }) => weightOf(shared) >= FEWEST_SHARED)
    .sort((a, b) => weightOf(b.shared) - weightOf(a.shared))
    .slice(0, MOST_PAIRS)
}

type Holders = readonly (readonly [id: string, choice: Held])[]

/** Each choice that two hand-ins have, and not more than some, with those that have it. */
function heldByFew(
  handIns: readonly Likenable[],
  document: ExerciseDocument,
  known: ReadonlySet<string>,
  most: number,
): Holders[] {
  const all = new Map<string, [string, Held][]>()
  for (const { id, answer, mistakes } of handIns) {
    const held: Held[] = [
      ...choicesOf(answer, document, known),
      ...mistakes.map(({ key, as }) => ({ kind: 'mistake' as const, key, as, line: '' })),
    ]
    for (const choice of held) {
      const key = `${choice.kind} ${choice.key}`
      const holders = all.get(key)
      if (holders) holders.push([id, choice])
      else all.set(key, [[id, choice]])
    }
  }
  return [...all.values()].filter(({ length }) => length > 1 && length <= most)
}

/** How many choices count: mistakes alone have one cause often, so that at most two of them do. */
function weightOf(shared: readonly SharedChoice[]): number {
  const of = (kind: SharedChoice['kind']): number => shared.filter(other => other.kind === kind).length
  return (
    of('name') +
    of('text') +
    of('order') +
    Math.min(2, of('mistake')) +
    (of('spacing') >= FEWEST_SPACED ? 1 : 0)
  )
}
