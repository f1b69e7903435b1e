import { z } from 'zod'
import { LONGEST_NOTATION, Relation, Universe, readDependencies, type RelationOptions } from '../dependencies'

const Name = z
  .string()
  .trim()
  .min(1)
  .max(60)
  .regex(/^[\p{L}_][\p{L}\p{N}_]*$/u, 'Letters, digits and _ only, a letter first.')
const Names = z.array(Name).max(60)

export const SPLIT_FORMS = ['2NF', '3NF', 'BCNF', '4NF'] as const

/** What an exercise says about its relation, and what its Dependencies sheet asks for. */
export const RelationTask = z
  .object({
    name: Name,
    attributes: Names.refine(
      names => new Set(names.map(name => name.toLowerCase())).size === names.length,
      'An attribute is listed twice.',
    ),
    /** The dependencies that hold, one to a line: the answers are worked out from them. */
    dependencies: z.string().max(LONGEST_NOTATION),
    /** Attributes with several values in one cell. */
    nonAtomic: Names.optional(),
    /** Whether the students are shown the dependencies; else they find them in the case. */
    isGiven: z.boolean(),
    asks: z.object({
      keys: z.boolean(),
      prime: z.boolean(),
      form: z.boolean(),
      /** The form that the parts of the split are to reach; null where no split is asked. */
      split: z.enum(SPLIT_FORMS).nullable(),
      /** Sets whose closure is asked. */
      closures: z.array(Names.min(1)).max(10),
    }),
    /** Whether each student gets the same task under other names, in another order. */
    isFresh: z.boolean(),
  })
  .refine(({ isFresh, isGiven }) => isGiven || !isFresh, {
    path: ['isFresh'],
    message:
      'Only a task whose dependencies are given can be fresh for each student: a case in words keeps its names.',
  })
export type RelationTask = z.infer<typeof RelationTask>

const Text = z.string().max(LONGEST_NOTATION)

/** A task with nothing in it yet. */
export const NEW_TASK: RelationTask = {
  name: 'relation',
  attributes: [],
  dependencies: '',
  isGiven: false,
  isFresh: false,
  asks: { keys: true, prime: false, form: true, split: 'BCNF', closures: [] },
}

/** What a student claims, each part as it was written. */
export const DependencyClaims = z.object({
  dependencies: Text,
  keys: Text,
  prime: Text,
  form: z.enum(['', 'UNF', '1NF', '2NF', '3NF', 'BCNF', '4NF']),
  /** The dependency that keeps the relation from the next form. */
  reason: Text,
  split: Text,
  /** In the order of the sets that the exercise asks for. */
  closures: z.array(Text).max(10),
  /** What the student takes for granted where the case is open. */
  assumptions: Text,
})
export type DependencyClaims = z.infer<typeof DependencyClaims>

export const NO_CLAIMS: DependencyClaims = {
  dependencies: '',
  keys: '',
  prime: '',
  form: '',
  reason: '',
  split: '',
  closures: [],
  assumptions: '',
}

/** Whether nothing at all is claimed. */
export function isEmptyClaims({ form, closures, ...texts }: DependencyClaims): boolean {
  return form === '' && [...closures, ...Object.values(texts)].every(text => text.trim() === '')
}

/**
 * The relation of a task, the same for the same task. Dependencies that cannot be read are left out:
 * `readTask` says which.
 */
export function relationOf(
  task: Pick<RelationTask, 'attributes' | 'dependencies' | 'nonAtomic'>,
  onStep?: () => void,
): Relation {
  const known = relations.get(task)
  if (known) return known
  const { attributes, dependencies, nonAtomic = [] } = task
  const relation = relationFrom(new Universe(attributes), dependencies, {
    nonAtomic: nonAtomic.length > 0,
    ...(onStep ? { onStep } : {}),
  })
  relations.set(task, relation)
  return relation
}

/** Tasks are never changed, so what follows from one is worked out once. */
const relations = new WeakMap<object, Relation>()

/** The dependencies of a task as they are read, with what is wrong with them. */
export function readTask({
  attributes,
  dependencies,
}: Pick<RelationTask, 'attributes' | 'dependencies'>): ReturnType<typeof readDependencies> {
  return readDependencies(dependencies, new Universe(attributes))
}

/** What the exercise gives as values of the relation's attributes, by attribute. */
export function samplesOf(
  { name, attributes }: Pick<RelationTask, 'name' | 'attributes'>,
  samples: Readonly<Record<string, readonly string[]>>,
): Record<string, readonly string[]> {
  return Object.fromEntries(attributes.map(attribute => [attribute, samples[`${name}.${attribute}`] ?? []]))
}

/** The relation over the same attributes that some written dependencies describe. */
export function relationFrom(universe: Universe, text: string, options: RelationOptions = {}): Relation {
  const read = readDependencies(text, universe).items.map(({ dependency }) => dependency)
  const functional = read.filter(dependency => !('multi' in dependency))
  const multivalued = read.flatMap(dependency => ('multi' in dependency ? [dependency] : []))
  return new Relation(universe, { functional, multivalued }, options)
}
