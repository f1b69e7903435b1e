import { z } from 'zod'
import type { AttributeSet } from './attribute-set'
import { losslessJoin } from './chase'
import { decomposeToBcnf, synthesis } from './decomposition'
import { decomposeToFourthForm } from './fourth-form'
import { project } from './projection'
import { Relation, type RelationLimits } from './relation'
import { leavesOf } from './split-tree'
import { Universe, type Constraints, type Dependency } from './universe'
import { violationInWords } from './words'

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

interface Named {
  readonly from: string[]
  readonly to: string[]
  readonly multi?: true
}

/** What `nomenklatura dependencies` answers. A part that a limit stopped is null and named in `undecided`. */
export interface DependencyAnswer {
  keys: string[][]
  keysComplete: boolean
  prime: string[] | null
  minimalCover: Named[]
  normalForm: string | null
  violations: { form: string; dependency: Named; reason: string }[]
  synthesis: { attributes: string[]; keys: string[][] | null }[]
  bcnf: { attributes: string[]; keys: string[][] | null }[] | null
  bcnfLost: Named[] | null
  /** A split into fourth normal form; only where multivalued dependencies are given. */
  fourth?: { attributes: string[]; keys: string[][] | null }[] | null
  split?: {
    lossless: boolean | null
    preserving: boolean
    lost: Named[]
    parts: { attributes: string[]; keys: string[][] | null; normalForm: string | null }[]
  }
  closures?: string[][]
  implies?: boolean[]
  project?: (Named[] | null)[]
  undecided?: string[]
}

/**
 * Everything the command line says about one question. With multivalued dependencies, closures, keys and
 * forms follow from both kinds together.
 * @throws RangeError when a name is listed twice or is not among the attributes.
 */
export function analyse(question: DependencyQuestion): DependencyAnswer {
  const universe = new Universe(question.attributes)
  const { limit, nonAtomic = [] } = question
  universe.set(nonAtomic)
  const constraints: Constraints = {
    functional: question.dependencies
      .filter(({ multi }) => !multi)
      .map(({ from, to }) => universe.dependency(from, to)),
    multivalued: question.dependencies
      .filter(({ multi }) => multi)
      .map(({ from, to }) => universe.multivalued(from, to)),
  }
  const limits = limit === undefined ? {} : { keys: limit, part: limit, mixed: limit, sets: limit }
  const relation = new Relation(universe, constraints, { limits, nonAtomic: nonAtomic.length > 0 })
  const answer = { ...describe(relation, limits), ...asked(relation, question) }
  const stopped = [...undecidedParts(answer), ...(relation.functional ? [] : ['minimalCover', 'synthesis'])]
  return stopped.length > 0 ? { ...answer, undecided: stopped } : answer
}

const namesOf =
  (universe: Universe) =>
  (dependency: Dependency): Named => ({
    from: universe.list(dependency.from),
    to: universe.list(dependency.to),
    ...('multi' in dependency ? { multi: true as const } : {}),
  })

const limited = (limit: number | undefined): { limit?: number } => (limit === undefined ? {} : { limit })

/** Keys, cover, form and the splits that the theory gives. */
function describe(relation: Relation, { part: limit }: RelationLimits): DependencyAnswer {
  const { universe, size, constraints, functional, keys, prime, hasMultivalued } = relation
  const named = namesOf(universe)
  const bcnf = functional && decomposeToBcnf(size, functional, limited(limit))
  const fourth =
    functional && hasMultivalued ? decomposeToFourthForm(size, constraints, limited(limit)) : undefined
  const part = (attributes: AttributeSet) => partOf(relation, attributes)
  return {
    keys: keys.keys.map(key => universe.list(key)),
    keysComplete: keys.complete,
    prime: prime ? universe.list(prime) : null,
    minimalCover: relation.cover.map(named),
    normalForm: relation.form ?? null,
    violations: functional
      ? relation.violations.map(violation => ({
          form: violation.form,
          dependency: named(violation.dependency),
          reason: violationInWords(universe, violation),
        }))
      : [],
    synthesis: functional ? synthesis(size, functional).map(part) : [],
    bcnf: bcnf ? bcnf.map(part) : null,
    bcnfLost: bcnf ? relation.lostBy(bcnf).map(named) : null,
    ...(hasMultivalued ? { fourth: fourth ? leavesOf(fourth).map(part) : null } : {}),
  }
}

/** What the question asks besides. */
function asked(relation: Relation, question: DependencyQuestion): Partial<DependencyAnswer> {
  const { universe, size, functional } = relation
  const named = namesOf(universe)
  return {
    ...(question.split ? { split: judgeSplit(relation, question.split) } : {}),
    ...(question.closures
      ? { closures: question.closures.map(names => universe.list(relation.closure(universe.set(names)))) }
      : {}),
    ...(question.implies
      ? {
          implies: question.implies.map(({ from, to, multi }) =>
            relation.implies(multi ? universe.multivalued(from, to) : universe.dependency(from, to)),
          ),
        }
      : {}),
    ...(question.project
      ? {
          project: question.project.map(names =>
            functional
              ? (project(size, universe.set(names), functional, limited(question.limit))?.map(named) ?? null)
              : null,
          ),
        }
      : {}),
  }
}

function partOf(relation: Relation, attributes: AttributeSet) {
  const { universe } = relation
  return {
    attributes: universe.list(attributes),
    keys: relation.part(attributes)?.keys.map(key => universe.list(key)) ?? null,
  }
}

function judgeSplit(relation: Relation, split: readonly string[][]) {
  const { universe, size, constraints } = relation
  const sets = split.map(names => universe.set(names))
  const lost = relation.lostBy(sets)
  return {
    lossless: losslessJoin(size, sets, constraints).lossless ?? null,
    preserving: lost.length === 0,
    lost: lost.map(namesOf(universe)),
    parts: sets.map(set => ({ ...partOf(relation, set), normalForm: relation.part(set)?.form ?? null })),
  }
}

function undecidedParts(answer: DependencyAnswer): string[] {
  const parts: [string, unknown][] = [
    ['keys', answer.keysComplete || null],
    ['prime', answer.prime],
    ['normalForm', answer.normalForm],
    ['synthesis', answer.synthesis.some(({ keys }) => !keys) ? null : 1],
    ['bcnf', answer.bcnf?.some(({ keys }) => !keys) ? null : answer.bcnf],
    ['project', answer.project?.includes(null) ? null : 1],
    ['split', answer.split?.lossless === null ? null : 1],
    ['fourth', answer.fourth === null || answer.fourth?.some(({ keys }) => !keys) ? null : 1],
  ]
  return parts.filter(([, value]) => value === null).map(([name]) => name)
}
