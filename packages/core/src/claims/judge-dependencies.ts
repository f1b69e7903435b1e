import { dependencyInWords, closureExhibit, proofExhibit } from '../dependencies'
import type { ClaimQuestion } from '../rules'
import type { ReadClaims } from './read'
import { at, later, notShown, say, twoRows, type ClaimVerdict } from './verdicts'

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
          {
            sentence: `It stands there: ${dependencyInWords(universe, own.dependency)}.`,
            place: at('dependencies', own.place),
          },
        ])
      : say('upheld', [`${words} follows from what is claimed.`], {
          exhibits: [multi ? undefined : proofExhibit(claimed, wanted)],
        })
  }
  return say(
    'broken',
    [
      {
        sentence: `${words} does not follow from what is claimed: rows that agree on the left and differ on the right would be accepted.`,
        hint: 'What you wrote would accept these rows, and the case forbids them.',
        place: null,
      },
    ],
    {
      witness: twoRows(claimed, wanted, { name: task.name, values, outcome: 'accepted', by: null }),
      exhibits: [multi ? undefined : later(closureExhibit(claimed, wanted.from))],
    },
  )
}

/** Too strict where something is claimed that does not hold: it would refuse rows that the case allows. */
export function surplusVerdict(read: ReadClaims): ClaimVerdict {
  const { universe, relation, dependencies, task, values } = read
  if (dependencies.length === 0) return notShown('dependency')
  const surplus = dependencies.filter(({ dependency }) => !relation.implies(dependency))
  if (surplus.length === 0) return say('upheld', ['Everything claimed follows from the case.'])
  const [first] = surplus
  const words = dependencyInWords(universe, first!.dependency)
  return say(
    'too strict',
    surplus.map(({ dependency, place }) => ({
      sentence: `${dependencyInWords(universe, dependency)} does not follow from the case.`,
      place: at('dependencies', place),
    })),
    {
      witness: twoRows(relation, first!.dependency, {
        name: task.name,
        values,
        outcome: 'refused',
        by: words,
      }),
    },
  )
}
