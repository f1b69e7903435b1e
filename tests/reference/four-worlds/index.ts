import { emptyExercise, prepareExercise, type PreparedExercise } from '@nomenklatura/core/exercise'
import { APIARY } from './apiary'
import { LETTERPRESS } from './letterpress'
import { LIGHTHOUSES } from './lighthouses'
import { REPAIRS } from './repairs'
import { BAKERY } from './bakery'
import { PARADE } from './parade'
import type { World } from './world'

export type { Answer, World } from './world'
export const WORLDS: readonly World[] = [APIARY, LETTERPRESS, REPAIRS, LIGHTHOUSES]
/** Written later, with layouts that the first four do not have. */
export const MORE_WORLDS: readonly World[] = [BAKERY, PARADE]

/** The world as an exercise that every server is allowed for; each rule is worth a point. */
export function exerciseOf({ name, model, rules }: World): PreparedExercise {
  return prepareExercise({
    ...emptyExercise(name),
    dialect: 'postgresql',
    dialects: ['mysql', 'sqlserver', 'oracle', 'sqlite'],
    models: [{ name: 'model', script: model }],
    rules: rules.map((rule, i) => ({
      id: `r${i + 1}`,
      sentence: `rule ${i + 1}`,
      group: 'all',
      points: 1,
      rule,
    })),
  })
}
