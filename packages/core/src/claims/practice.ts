import { InvariantError } from '../findings'
import { difficultyOf, freshTask, type Difficulty } from './fresh'
import { randomFrom, shuffled } from './seeded'
import { NEW_TASK, type RelationTask } from './task'

export const PRACTICE_LEVELS = ['easy', 'medium', 'hard'] as const
export type PracticeLevel = (typeof PRACTICE_LEVELS)[number]

interface Measure {
  readonly attributes: number
  readonly dependencies: number
  /** The most attributes on a left side. */
  readonly most: number
  readonly split: RelationTask['asks']['split']
  readonly suits: (difficulty: Difficulty) => boolean
}

const MEASURES: Readonly<Record<PracticeLevel, Measure>> = {
  // One key of one attribute, and facts that hang on other facts.
  easy: {
    attributes: 5,
    dependencies: 3,
    most: 1,
    split: '3NF',
    suits: ({ keys, form }) => keys === 1 && form === '2NF',
  },
  // A key of which a part fixes something by itself.
  medium: {
    attributes: 6,
    dependencies: 4,
    most: 2,
    split: 'BCNF',
    suits: ({ keys, form, longestDerivation }) => keys === 1 && form === '1NF' && longestDerivation >= 2,
  },
  // Several keys, and a long way to show that they are.
  hard: {
    attributes: 7,
    dependencies: 5,
    most: 2,
    split: 'BCNF',
    suits: ({ keys = 0, form, longestDerivation }) => keys >= 2 && form !== 'BCNF' && longestDerivation >= 3,
  },
}

const MOST_TRIES = 20_000

/**
 * A task made up by a number: a relation, dependencies that are given, and what is asked of them, as hard as is wished.
 * The same number gives the same task. Relations are tried at chance until one suits.
 */
export function practiceTask(level: PracticeLevel, number: number): RelationTask {
  const seed = `${level} ${number}`
  const random = randomFrom(seed)
  const measure = MEASURES[level]
  for (let tries = 0; tries < MOST_TRIES; tries++) {
    const task = chanceTask(measure, random)
    if (task && measure.suits(difficultyOf(task))) return freshTask(task, seed).task
  }
  throw new InvariantError(`no task is found for ${seed}`)
}

/** Dependencies at chance over letters; undefined where an attribute stands in none, or two have one left side. */
function chanceTask(
  { attributes, dependencies, most, split }: Measure,
  random: () => number,
): RelationTask | undefined {
  const names = Array.from({ length: attributes }, (_, i) => String.fromCodePoint(65 + i))
  const upTo = (count: number): number => 1 + Math.floor(random() * count)
  const written = Array.from({ length: dependencies }, () => {
    const order = shuffled(names, random)
    const left = upTo(most)
    return [order.slice(0, left).sort(), order.slice(left, left + upTo(2)).sort()] as const
  })
  const isWhole = names.every(name => written.some(([from, to]) => from.includes(name) || to.includes(name)))
  const lefts = new Set(written.map(([from]) => from.join()))
  if (!isWhole || lefts.size < dependencies) return undefined
  return {
    ...NEW_TASK,
    attributes: names,
    dependencies: written.map(([from, to]) => `${from.join(', ')} -> ${to.join(', ')}`).join('\n'),
    isGiven: true,
    isFresh: true,
    asks: { keys: true, prime: true, form: true, split, closures: [[...written[0]![0]]] },
  }
}
