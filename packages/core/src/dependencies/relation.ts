import type { AttributeSet } from './attribute-set'
import { impliesMixed, mixedClosure } from './basis'
import { primeAttributes, type Keys } from './candidate-keys'
import { closure } from './closure'
import { keysOfPart, lostDependencies } from './decomposition'
import { fourthFormViolations, isInFourthForm, mixedKeys } from './fourth-form'
import { functionalPart } from './functional-part'
import { minimalCover } from './minimal-cover'
import { normalForm, type NormalForm, type NormalFormResult, type Violation } from './normal-form'
import { Universe, type Constraints, type Dependency, type Multivalued } from './universe'

export type RelationForm = NormalForm | '4NF'

/** A dependency that breaks a form, as `normalForm` says it, or a multivalued one that breaks the fourth. */
export interface FormViolation extends Omit<Violation, 'form' | 'dependency'> {
  readonly form: Violation['form'] | '4NF'
  readonly dependency: Dependency | Multivalued
}

/** A part of a relation under what is projected on it. */
export interface RelationPart {
  readonly keys: readonly AttributeSet[]
  /** Undefined where a limit stopped it. */
  readonly form: RelationForm | undefined
  readonly violation: Dependency | undefined
}

/** How many steps each search may take; where none is named, as many as it takes by itself. */
export interface RelationLimits {
  readonly keys?: number
  /** For each part: left sides of its projection, and its keys. */
  readonly part?: number
  /** Closures under both kinds, for each attribute. */
  readonly mixed?: number
  /**
   * Closures under both kinds, for the keys where the functional dependencies are not known, and for the
   * fourth form of a part.
   */
  readonly sets?: number
}

/**
 * Enough for every relation that people read, and soon at an end for those made to be hard. A closure under
 * both kinds is many times as long as another.
 */
const soon = (size: number): RelationLimits => ({
  keys: 5000,
  part: 2000,
  mixed: Math.max(60, Math.ceil(6000 / size)),
  sets: 500,
})

export interface RelationOptions {
  /** @defaultValue what is soon at an end */
  readonly limits?: RelationLimits
  /** Whether some attribute has several values in one cell. */
  readonly nonAtomic?: boolean
  /** Told of each step of the search for keys. */
  readonly onStep?: () => void
}

const limited = (limit: number | undefined): { limit?: number } => (limit === undefined ? {} : { limit })

/**
 * A relation with its dependencies of both kinds, and what follows from them: each is worked out when it is
 * first asked for, and kept. Limits count steps, so the same relation always gives the same answers.
 */
export class Relation {
  private functionalMemo: readonly Dependency[] | undefined | null = null
  private coverMemo: readonly Dependency[] | undefined
  private keysMemo: Keys | undefined
  private resultMemo: NormalFormResult | undefined
  private fourthMemo: readonly Multivalued[] | undefined
  private readonly partMemo = new Map<string, RelationPart | undefined>()
  private readonly limits: RelationLimits

  constructor(
    readonly universe: Universe,
    readonly constraints: Constraints,
    private readonly options: RelationOptions = {},
  ) {
    this.limits = options.limits ?? soon(universe.size)
  }

  get size(): number {
    return this.universe.size
  }

  get hasMultivalued(): boolean {
    return this.constraints.multivalued.length > 0
  }

  /** The functional dependencies that both kinds imply; undefined where a limit stopped them. */
  get functional(): readonly Dependency[] | undefined {
    if (this.functionalMemo === null)
      this.functionalMemo = functionalPart(this.size, this.constraints, limited(this.limits.mixed))
    return this.functionalMemo
  }

  /** The same, or the given ones where a limit stopped them. */
  get known(): readonly Dependency[] {
    return this.functional ?? this.constraints.functional
  }

  /** A minimal cover of the known ones. */
  get cover(): readonly Dependency[] {
    this.coverMemo ??= minimalCover(this.size, this.known).cover
    return this.coverMemo
  }

  /** The dependencies that a split can no longer check. */
  lostBy(parts: readonly AttributeSet[]): Dependency[] {
    return lostDependencies(this.size, parts, this.cover)
  }

  /** Under both kinds. Once the functional part is known it is as good, and quicker. */
  closure(set: AttributeSet): AttributeSet {
    return this.hasMultivalued && !this.functionalMemo
      ? mixedClosure(this.size, set, this.constraints)
      : closure(this.size, set, this.functionalMemo ?? this.constraints.functional)
  }

  implies(dependency: Dependency | Multivalued): boolean {
    return 'multi' in dependency
      ? impliesMixed(this.size, this.constraints, dependency)
      : dependency.to.isSubsetOf(this.closure(dependency.from))
  }

  get keys(): Keys {
    this.keysMemo ??= this.result?.keys ?? mixedKeys(this.size, this.constraints, limited(this.limits.sets))
    return this.keysMemo
  }

  /** The attributes that stand in some key; undefined where not every key is known. */
  get prime(): AttributeSet | undefined {
    const { prime, undecided } = primeAttributes(this.size, this.keys)
    return undecided.isEmpty() ? prime : undefined
  }

  /**
   * The highest form; undefined where a limit stopped the search. Fourth is told apart only where multivalued
   * dependencies are given.
   */
  get form(): RelationForm | undefined {
    const form = this.result?.form
    return form === 'BCNF' && this.hasMultivalued && this.fourth.length === 0 ? '4NF' : form
  }

  /** Lower forms first. */
  get violations(): FormViolation[] {
    const functional = this.result?.violations ?? []
    return [
      ...functional,
      ...this.fourth
        .filter(({ from }) => !functional.some(other => other.dependency.from.equals(from)))
        .map((dependency): FormViolation => ({ form: '4NF', dependency })),
    ]
  }

  private get result(): NormalFormResult | undefined {
    const { nonAtomic = false, onStep } = this.options
    const cancelled = (): boolean => {
      onStep?.()
      return false
    }
    this.resultMemo ??=
      this.functional &&
      normalForm(this.size, this.functional, { ...limited(this.limits.keys), nonAtomic, cancelled })
    return this.resultMemo
  }

  private get fourth(): readonly Multivalued[] {
    this.fourthMemo ??= this.hasMultivalued ? fourthFormViolations(this.size, this.constraints) : []
    return this.fourthMemo
  }

  /**
   * Keys, form and dependencies of a part under what is projected on it; undefined where a limit stopped it.
   */
  part(attributes: AttributeSet): RelationPart | undefined {
    const { key } = attributes
    if (!this.partMemo.has(key)) this.partMemo.set(key, this.workOutPart(attributes))
    return this.partMemo.get(key)
  }

  private workOutPart(attributes: AttributeSet): RelationPart | undefined {
    const limits = limited(this.limits.part)
    const found = this.functional && keysOfPart(this.size, attributes, this.functional, limits)
    if (!found) return undefined
    const smaller = new Universe(this.universe.list(attributes))
    const within = found.within.map(({ from, to }) =>
      smaller.dependency(this.universe.list(from), this.universe.list(to)),
    )
    const { form, violations } = normalForm(smaller.size, within, limits)
    const back = (set: AttributeSet): AttributeSet => this.universe.set(smaller.list(set))
    const first = violations[0]?.dependency
    const isFourth =
      form === 'BCNF' && this.hasMultivalued
        ? isInFourthForm(this.size, attributes, this.constraints, limited(this.limits.sets))
        : false
    const otherForm = isFourth === undefined ? undefined : form
    return {
      keys: found.keys,
      form: isFourth === true ? '4NF' : otherForm,
      violation: first && { from: back(first.from), to: back(first.to) },
    }
  }
}
