import type { World } from '../../alignment'
import type { Rule } from '../rule'
import { namedIn } from './from-words'
import { sizeFromWords, misfits, fittingValues } from './size-from-words'

/** What words of a brief say of the form of a fact's values. */
export interface RulesOfSize {
  /** `entity.fact` */
  readonly element: string
  readonly samples: readonly string[]
  /** That such values are kept, then that others are refused. */
  readonly rules: readonly Rule[]
}

/**
 * Samples and rules for the form that words say of a fact they name: "a grid reference of five digits, a space, six
 * digits". Undefined where they say no form, or name no fact.
 */
export function rulesOfSize(world: World, words: string): RulesOfSize | undefined {
  const size = sizeFromWords(words)
  const { entity, attribute } = namedIn(world, words)
  if (!size || !entity || !attribute) return undefined
  const of = { entity: entity.name, attribute: attribute.name }
  const samples = fittingValues(size, 2)
  return {
    element: `${entity.name}.${attribute.name}`,
    samples,
    rules: [
      { kind: 'stores', ...of, values: samples },
      ...misfits(size).map((value): Rule => ({ kind: 'refusesValue', ...of, values: [value] })),
    ],
  }
}
