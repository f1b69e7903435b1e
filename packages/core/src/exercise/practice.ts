import { practiceTask, proposeClaimRules, type PracticeLevel } from '../claims'
import { emptyExercise, type ExerciseDocument } from './document'

/**
 * A fresh exercise on dependencies, made up by a number, as hard as is wished: each student gets it under names of
 * their own. The same number gives the same exercise.
 */
export function practiceExercise(level: PracticeLevel, number: number): ExerciseDocument {
  const relation = practiceTask(level, number)
  return {
    ...emptyExercise(`Dependencies, ${level}, no. ${number}`),
    brief: briefOf(relation.asks.split === '3NF' ? 'third normal form' : 'Boyce-Codd normal form'),
    sheets: ['dependencies'],
    relation,
    rules: proposeClaimRules(relation),
  }
}

const briefOf = (form: string): string =>
  [
    'A relation is given, and the functional dependencies that hold in it. What its attributes stand for does not',
    'matter here: all that is known of them is what the dependencies say.\n\nGive the closure that is asked for, find',
    'all candidate keys and the prime attributes, say how far the relation is normalised and which dependency keeps it',
    `from the next normal form, and split it into parts in ${form} from which it can be put together again. Name the`,
    'keys of the parts.',
  ].join(' ')
