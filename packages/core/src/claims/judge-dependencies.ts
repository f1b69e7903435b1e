import { dependencyInWords, closureExhibit, proofExhibit } from '../dependencies'
import type { ClaimQuestion } from '../rules'
import { phrase } from '../words'
import type { ReadClaims } from './read'
import { at, because, later, notShown, say, twoRows, type ClaimVerdict } from './verdicts'

/**
 * Upheld where what is claimed implies it, however it is written; broken where rows that it forbids would be
 * accepted.
 */
export function dependencyVerdict(
  read: ReadClaims,
  { from, to, multi }: Extract<ClaimQuestion, { ask: 'dependency' }>,
): ClaimVerdict {
  const { universe, claimed, dependencies, task, values } = read
  if (dependencies.length === 0) return notShown('dependency')
  const wanted = multi ? universe.multivalued(from, to) : universe.dependency(from, to)
  const words = dependencyInWords(universe, wanted)
  if (claimed.implies(wanted)) {
    const own = dependencies.find(
      ({ dependency }) => dependency.from.equals(wanted.from) && wanted.to.isSubsetOf(dependency.to),
    )
    return own
      ? say('upheld', [
          because(
            'dependency-stands',
            { dependency: dependencyInWords(universe, own.dependency) },
            at('dependencies', own.place),
          ),
        ])
      : say('upheld', [because('dependency-follows', { dependency: words })], {
          exhibits: [multi ? undefined : proofExhibit(claimed, wanted)],
        })
  }
  return say('broken', [because('dependency-missing', { dependency: words })], {
    witness: twoRows(claimed, wanted, { name: task.name, values, outcome: 'accepted', by: null }),
    exhibits: [multi ? undefined : later(closureExhibit(claimed, wanted.from))],
  })
}

/** Too strict where something is claimed that does not hold: it would refuse rows that the case allows. */
export function surplusVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, dependencies, task, values } = read
  if (dependencies.length === 0) return notShown('dependency')
  const surplus = dependencies.filter(({ dependency }) => !relation.implies(dependency))
  if (surplus.length === 0) return say('upheld', [because('dependencies-right', {})])
  const [first] = surplus
  const words = dependencyInWords(universe, first!.dependency)
  return say(
    'too strict',
    surplus.map(({ dependency, place }) =>
      because(
        'dependency-too-many',
        { dependency: dependencyInWords(universe, dependency) },
        at('dependencies', place),
      ),
    ),
    {
      witness: twoRows(relation, first!.dependency, {
        name: task.name,
        values,
        outcome: 'refused',
        by: phrase('dependency', { dependency: words }),
      }),
    },
  )
}
