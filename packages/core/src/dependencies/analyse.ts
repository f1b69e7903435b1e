import { z } from 'zod'
import type { AttributeSet } from './attribute-set'
import { primeAttributes } from './candidate-keys'
import { impliesMixed, mixedClosure } from './basis'
import { losslessJoin } from './chase'
import { closure } from './closure'
import { decomposeToBcnf, keysOfPart, lostDependencies, synthesis } from './decomposition'
import { decomposeToFourthForm, fourthFormViolations, isInFourthForm, mixedKeys } from './fourth-form'
import { functionalPart } from './functional-part'
import { minimalCover } from './minimal-cover'
import { normalForm, type Violation } from './normal-form'
import { project } from './projection'
import { leavesOf } from './split-tree'
import { Universe, type Constraints, type Dependency, type Multivalued } from './universe'

const Names = z.array(z.string().min(1))
const NamedDependency = z.object({ from: Names, to: Names, multi: z.boolean().optional() })

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

interface Named { readonly from: string[], readonly to: string[], readonly multi?: true }

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
  /** A split into fourth normal form; only where multivalued dependencies are given. */
  fourth?: { attributes: string[], keys: string[][] | null }[] | null
  split?: { lossless: boolean | null, preserving: boolean, lost: Named[], parts: { attributes: string[], keys: string[][] | null, normalForm: string | null }[] }
  closures?: string[][]
  implies?: boolean[]
  project?: (Named[] | null)[]
  undecided?: string[]
}

interface Setting {
  readonly universe: Universe
  readonly constraints: Constraints
  /** The functional dependencies that both kinds imply; undefined when a limit stopped them. */
  readonly functional: readonly Dependency[] | undefined
  /** A minimal cover of them, or of the given ones where a limit stopped them. */
  readonly cover: readonly Dependency[]
  readonly options: { readonly limit?: number }
}

/**
 * Everything the command line and the Dependencies sheet say about one question. With multivalued dependencies, closures, keys and forms follow from
 * both kinds together.
 * @throws RangeError when a name is listed twice or is not among the attributes.
 */
export function analyse(question: DependencyQuestion): DependencyAnswer {
  const universe = new Universe(question.attributes)
  const { size } = universe
  const constraints: Constraints = {
    functional: question.dependencies.filter(({ multi }) => !multi).map(({ from, to }) => universe.dependency(from, to)),
    multivalued: question.dependencies.filter(({ multi }) => multi).map(({ from, to }) => universe.multivalued(from, to)),
  }
  const options = question.limit === undefined ? {} : { limit: question.limit }
  const functional = functionalPart(size, constraints, options)
  const setting: Setting = { universe, constraints, functional, cover: minimalCover(size, functional ?? constraints.functional).cover, options }
  universe.set(question.nonAtomic ?? [])
  const answer = { ...describe(setting, question), ...asked(setting, question) }
  const stopped = [...undecidedParts(answer), ...functional ? [] : ['minimalCover', 'synthesis']]
  return stopped.length > 0 ? { ...answer, undecided: stopped } : answer
}

const namesOf = (universe: Universe) => (dependency: Dependency): Named =>
  ({ from: universe.list(dependency.from), to: universe.list(dependency.to), ...'multi' in dependency ? { multi: true as const } : {} })

/** Keys, cover, form and the splits that the theory gives. */
function describe(setting: Setting, question: DependencyQuestion): DependencyAnswer {
  const { universe, constraints, functional, cover, options } = setting
  const { size } = universe
  const named = namesOf(universe)
  const hasMulti = constraints.multivalued.length > 0
  if (!functional) {
    return {
      keys: mixedKeys(size, constraints, options).keys.map(key => universe.list(key)), keysComplete: false, prime: null, minimalCover: cover.map(named),
      normalForm: null, violations: [], synthesis: [], bcnf: null, bcnfLost: null, fourth: null,
    }
  }
  const form = normalForm(size, functional, { ...options, nonAtomic: (question.nonAtomic ?? []).length > 0 })
  const { prime, undecided } = primeAttributes(size, form.keys)
  const bcnf = decomposeToBcnf(size, functional, options)
  const part = (attributes: AttributeSet) => partOf(setting, attributes)
  const multivalued = hasMulti ? fourthFormViolations(size, constraints) : []
  const fourth = hasMulti ? decomposeToFourthForm(size, constraints, options) : undefined
  return {
    keys: form.keys.keys.map(key => universe.list(key)),
    keysComplete: form.keys.complete,
    prime: undecided.isEmpty() ? universe.list(prime) : null,
    minimalCover: cover.map(named),
    normalForm: hasMulti && form.form === 'BCNF' && multivalued.length === 0 ? '4NF' : form.form ?? null,
    violations: [
      ...form.violations.map(violation => ({ form: violation.form as string, dependency: named(violation.dependency), reason: reasonInWords(universe, violation) })),
      ...multivalued.filter(({ from }) => !form.violations.some(other => other.dependency.from.equals(from)))
        .map(dependency => ({ form: '4NF', dependency: named(dependency), reason: fourthInWords(universe, dependency) })),
    ],
    synthesis: synthesis(size, functional).map(part),
    bcnf: bcnf ? bcnf.map(part) : null,
    bcnfLost: bcnf ? lostDependencies(size, bcnf, cover).map(named) : null,
    ...hasMulti ? { fourth: fourth ? leavesOf(fourth).map(part) : null } : {},
  }
}

/** What the question asks besides. */
function asked(setting: Setting, question: DependencyQuestion): Partial<DependencyAnswer> {
  const { universe, constraints, functional, options } = setting
  const { size } = universe
  const named = namesOf(universe)
  const closureOf = (set: AttributeSet): AttributeSet => functional ? closure(size, set, functional) : mixedClosure(size, set, constraints)
  return {
    ...question.split ? { split: judgeSplit(setting, question.split) } : {},
    ...question.closures ? { closures: question.closures.map(names => universe.list(closureOf(universe.set(names)))) } : {},
    ...question.implies
      ? { implies: question.implies.map(({ from, to, multi }) => multi ? impliesMixed(size, constraints, universe.multivalued(from, to)) : universe.set(to).isSubsetOf(closureOf(universe.set(from)))) }
      : {},
    ...question.project
      ? { project: question.project.map(names => functional ? project(size, universe.set(names), functional, options)?.map(named) ?? null : null) }
      : {},
  }
}

function partOf({ universe, functional, options }: Setting, attributes: AttributeSet) {
  const found = functional && keysOfPart(universe.size, attributes, functional, options)
  return { attributes: universe.list(attributes), keys: found ? found.keys.map(key => universe.list(key)) : null }
}

function judgeSplit(setting: Setting, split: readonly string[][]) {
  const { universe, constraints, functional, cover, options } = setting
  const { size } = universe
  const sets = split.map(names => universe.set(names))
  const lost = lostDependencies(size, sets, cover)
  return {
    lossless: losslessJoin(size, sets, constraints).lossless ?? null,
    preserving: lost.length === 0,
    lost: lost.map(namesOf(universe)),
    parts: sets.map((set) => {
      const found = functional && keysOfPart(size, set, functional, options)
      return { ...partOf(setting, set), normalForm: found ? formOfPart(setting, set, found.within) : null }
    }),
  }
}

function formOfPart({ universe, constraints, options }: Setting, part: AttributeSet, within: readonly Dependency[]): string | null {
  const smaller = new Universe(universe.list(part))
  const translated = within.map(({ from, to }) => smaller.dependency(universe.list(from), universe.list(to)))
  const { form } = normalForm(smaller.size, translated)
  if (form !== 'BCNF' || constraints.multivalued.length === 0) return form ?? null
  const isFourth = isInFourthForm(universe.size, part, constraints, options)
  return isFourth === undefined ? null : isFourth ? '4NF' : 'BCNF'
}

function fourthInWords(universe: Universe, { from, to }: Multivalued): string {
  const [left, right] = [universe.list(from), universe.list(to)].map(names => names.join(', '))
  const rest = universe.list(universe.all.minus(from).minus(to)).join(', ')
  return `${left || 'nothing'} is no key, yet every ${right} that goes with it is combined with every ${rest}: each is written again for every one of the other.`
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
    ['project', answer.project?.includes(null) ? null : 1], ['split', answer.split?.lossless === null ? null : 1], ['fourth', answer.fourth === null || answer.fourth?.some(({ keys }) => !keys) ? null : 1],
  ]
  return parts.filter(([, value]) => value === null).map(([name]) => name)
}
