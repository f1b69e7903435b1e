import { z } from 'zod'
import { AttributeSet } from './attribute-set'
import { primeAttributes } from './candidate-keys'
import { closure, implies } from './closure'
import { decomposeToBcnf, keysOfPart, lossless, lostDependencies, synthesis } from './decomposition'
import { minimalCover } from './minimal-cover'
import { normalForm, type Violation } from './normal-form'
import { project } from './projection'
import { Universe, type Dependency } from './universe'

const Names = z.array(z.string().min(1))
const NamedDependency = z.object({
  from: Names,
  to: Names,
  multi: z.literal(false, { error: 'multivalued dependencies are not read yet' }).optional(),
})

/** What `nomenklatura dependencies` reads: public and stable, keys may be added. */
export const DependencyQuestion = z.object({
  attributes: Names.min(1),
  dependencies: z.array(NamedDependency),
  nonAtomic: Names.optional(),
  split: z.array(Names).optional(),
  closures: z.array(Names).optional(),
  implies: z.array(NamedDependency).optional(),
  project: z.array(Names).optional(),
  limit: z.number().int().positive().optional(),
})
export type DependencyQuestion = z.infer<typeof DependencyQuestion>

interface Named { readonly from: string[], readonly to: string[] }

/** What `nomenklatura dependencies` answers. A part that a limit stopped is null and named in `undecided`. */
export interface DependencyAnswer {
  keys: string[][]
  keysComplete: boolean
  prime: string[] | null
  minimalCover: Named[]
  normalForm: string | null
  violations: { form: string, dependency: Named, reason: string }[]
  synthesis: { attributes: string[], keys: string[][] | null }[]
  bcnf: { attributes: string[], keys: string[][] | null }[] | null
  bcnfLost: Named[] | null
  split?: { lossless: boolean, preserving: boolean, lost: Named[], parts: { attributes: string[], keys: string[][] | null, normalForm: string | null }[] }
  closures?: string[][]
  implies?: boolean[]
  project?: (Named[] | null)[]
  undecided?: string[]
}

/**
 * Everything the command line and the Dependencies sheet say about one question.
 * @throws RangeError when a name is listed twice or is not among the attributes.
 */
export function analyse(question: DependencyQuestion): DependencyAnswer {
  const universe = new Universe(question.attributes)
  const { size } = universe
  const dependencies = question.dependencies.map(({ from, to }) => universe.dependency(from, to))
  const options = question.limit === undefined ? {} : { limit: question.limit }
  const named = ({ from, to }: Dependency): Named => ({ from: universe.list(from), to: universe.list(to) })
  universe.set(question.nonAtomic ?? [])

  const form = normalForm(size, dependencies, { ...options, nonAtomic: (question.nonAtomic ?? []).length > 0 })
  const { prime, undecided } = primeAttributes(size, form.keys)
  const bcnf = decomposeToBcnf(size, dependencies, options)
  const part = (attributes: AttributeSet) => {
    const found = keysOfPart(size, attributes, dependencies, options)
    return { attributes: universe.list(attributes), keys: found ? found.keys.map(key => universe.list(key)) : null }
  }
  const answer: DependencyAnswer = {
    keys: form.keys.keys.map(key => universe.list(key)),
    keysComplete: form.keys.complete,
    prime: undecided.isEmpty() ? universe.list(prime) : null,
    minimalCover: minimalCover(size, dependencies).cover.map(named),
    normalForm: form.form ?? null,
    violations: form.violations.map(violation => ({
      form: violation.form, dependency: named(violation.dependency), reason: reasonInWords(universe, violation),
    })),
    synthesis: synthesis(size, dependencies).map(part),
    bcnf: bcnf ? bcnf.map(part) : null,
    bcnfLost: bcnf ? lostDependencies(size, bcnf, minimalCover(size, dependencies).cover).map(named) : null,
  }
  if (question.split) answer.split = judgeSplit(universe, question.split, dependencies, options)
  if (question.closures) answer.closures = question.closures.map(names => universe.list(closure(size, universe.set(names), dependencies)))
  if (question.implies) answer.implies = question.implies.map(({ from, to }) => implies(size, dependencies, universe.dependency(from, to)))
  if (question.project) {
    answer.project = question.project.map(names => project(size, universe.set(names), dependencies, options)?.map(named) ?? null)
  }
  const stopped = undecidedParts(answer)
  return stopped.length > 0 ? { ...answer, undecided: stopped } : answer
}

function judgeSplit(universe: Universe, split: readonly string[][], dependencies: readonly Dependency[], options: { limit?: number }) {
  const { size } = universe
  const sets = split.map(names => universe.set(names))
  const covered = sets.reduce((all, set) => all.union(set), AttributeSet.empty(size))
  const lost = lostDependencies(size, sets, minimalCover(size, dependencies).cover)
  return {
    lossless: covered.equals(universe.all) && lossless(size, sets, dependencies).lossless,
    preserving: lost.length === 0,
    lost: lost.map(({ from, to }) => ({ from: universe.list(from), to: universe.list(to) })),
    parts: sets.map((set) => {
      const found = keysOfPart(size, set, dependencies, options)
      return {
        attributes: universe.list(set),
        keys: found ? found.keys.map(key => universe.list(key)) : null,
        normalForm: found ? formOfPart(universe, set, found.within) : null,
      }
    }),
  }
}

function formOfPart(universe: Universe, part: AttributeSet, within: readonly Dependency[]): string | null {
  const smaller = new Universe(universe.list(part))
  const translated = within.map(({ from, to }) => smaller.dependency(universe.list(from), universe.list(to)))
  return normalForm(smaller.size, translated).form ?? null
}

function reasonInWords(universe: Universe, { reason, dependency, key }: Violation): string {
  const from = universe.list(dependency.from).join(', ')
  const to = universe.list(dependency.to).join(', ')
  switch (reason) {
    case 'part-of-key': return `${from} is only a part of the key ${key ? universe.list(key).join(', ') : ''}, yet fixes ${to}: ${to} is written again for every row with the same ${from}.`
    case 'not-a-superkey': return `${from} is no key, yet fixes ${to}: ${to} is written again for every row with the same ${from}.`
    case 'prime-but-not-a-superkey': return `${from} is no key, yet fixes ${to}, which is part of a key: third normal form allows it, Boyce-Codd normal form does not.`
  }
}

function undecidedParts(answer: DependencyAnswer): string[] {
  const parts: [string, unknown][] = [
    ['keys', answer.keysComplete || null], ['prime', answer.prime], ['normalForm', answer.normalForm],
    ['synthesis', answer.synthesis.some(({ keys }) => !keys) ? null : 1], ['bcnf', answer.bcnf?.some(({ keys }) => !keys) ? null : answer.bcnf],
    ['project', answer.project?.includes(null) ? null : 1],
  ]
  return parts.filter(([, value]) => value === null).map(([name]) => name)
}
