import type { AttributeSet } from './attribute-set'
import { impliesMixed, mixedClosure } from './basis'
import { primeAttributes, type Keys } from './candidate-keys'
import { closure } from './closure'
import { keysOfPart } from './decomposition'
import { fourthFormViolations, isInFourthForm, mixedKeys } from './fourth-form'
import { functionalPart } from './functional-part'
import { normalForm, type NormalForm, type NormalFormResult } from './normal-form'
import { Universe, type Constraints, type Dependency, type Multivalued } from './universe'

export type RelationForm = NormalForm | '4NF'

/** A dependency that breaks a form, as `normalForm` says it, or a multivalued one that breaks the fourth. */
export interface FormViolation {
  readonly form: '2NF' | '3NF' | 'BCNF' | '4NF'
  readonly dependency: Dependency | Multivalued
  /** For 2NF: the key of which the left side is a proper part. */
  readonly key?: AttributeSet
}

/** A part of a relation under what is projected on it. */
export interface RelationPart {
  readonly keys: readonly AttributeSet[]
  /** Undefined where a limit stopped it. */
  readonly form: RelationForm | undefined
  readonly violation: Dependency | undefined
}

/** How far the searches go before something is left undecided: enough for every relation that people read, and soon at an end for those made to be hard. */
const LIMIT = 5000
/** The same for each part of a split. */
const PART_LIMIT = 2000
/** Closures under both kinds, all attributes together: each is many times as long as one under functional dependencies. */
const MIXED_LIMIT = 6000

/**
 * A relation with its dependencies of both kinds, and what follows from them: each is worked out when it is first asked for, and kept. Limits count
 * steps, so the same relation always gives the same answers.
 */
export class Relation {
  private functionalMemo: readonly Dependency[] | undefined | null = null
  private resultMemo: NormalFormResult | undefined
  private fourthMemo: readonly Multivalued[] | undefined
  private readonly partMemo = new Map<string, RelationPart | undefined>()

  constructor(
    readonly universe: Universe, readonly constraints: Constraints, private readonly options: { readonly limit?: number, readonly nonAtomic?: boolean } = {},
  ) {}

  get size(): number {
    return this.universe.size
  }

  private get limits(): { limit: number } {
    return { limit: this.options.limit ?? LIMIT }
  }

  /** The functional dependencies that both kinds imply; undefined where a limit stopped them. */
  get functional(): readonly Dependency[] | undefined {
    if (this.functionalMemo === null) this.functionalMemo = functionalPart(this.size, this.constraints, { limit: Math.max(60, Math.ceil(Math.min(MIXED_LIMIT, this.limits.limit) / this.size)) })
    return this.functionalMemo
  }

  closure(set: AttributeSet): AttributeSet {
    return this.constraints.multivalued.length > 0 ? mixedClosure(this.size, set, this.constraints) : closure(this.size, set, this.constraints.functional)
  }

  implies(dependency: Dependency | Multivalued): boolean {
    return 'multi' in dependency ? impliesMixed(this.size, this.constraints, dependency) : dependency.to.isSubsetOf(this.closure(dependency.from))
  }

  get keys(): Keys {
    return this.functional ? this.result!.keys : mixedKeys(this.size, this.constraints, { limit: 500 })
  }

  /** The attributes that stand in some key; undefined where not every key is known. */
  get prime(): AttributeSet | undefined {
    const { prime, undecided } = primeAttributes(this.size, this.keys)
    return undecided.isEmpty() ? prime : undefined
  }

  /** The highest form; undefined where a limit stopped the search. Fourth is told apart only where multivalued dependencies are given. */
  get form(): RelationForm | undefined {
    const form = this.result?.form
    return form === 'BCNF' && this.constraints.multivalued.length > 0 && this.fourth.length === 0 ? '4NF' : form
  }

  /** Lower forms first. */
  get violations(): FormViolation[] {
    const functional = this.result?.violations ?? []
    return [
      ...functional.map(({ form, dependency, key }): FormViolation => ({ form, dependency, ...key ? { key } : {} })),
      ...this.fourth.filter(({ from }) => !functional.some(other => other.dependency.from.equals(from))).map((dependency): FormViolation => ({ form: '4NF', dependency })),
    ]
  }

  private get result(): NormalFormResult | undefined {
    this.resultMemo ??= this.functional && normalForm(this.size, this.functional, { ...this.limits, nonAtomic: this.options.nonAtomic ?? false })
    return this.resultMemo
  }

  private get fourth(): readonly Multivalued[] {
    this.fourthMemo ??= this.constraints.multivalued.length > 0 ? fourthFormViolations(this.size, this.constraints) : []
    return this.fourthMemo
  }

  /** Keys, form and dependencies of a part under what is projected on it; undefined where a limit stopped it. */
  part(attributes: AttributeSet): RelationPart | undefined {
    const { key } = attributes
    if (!this.partMemo.has(key)) this.partMemo.set(key, this.workOutPart(attributes))
    return this.partMemo.get(key)
  }

  private workOutPart(attributes: AttributeSet): RelationPart | undefined {
    const limits = { limit: Math.min(PART_LIMIT, this.limits.limit) }
    const found = this.functional && keysOfPart(this.size, attributes, this.functional, limits)
    if (!found) return undefined
    const smaller = new Universe(this.universe.list(attributes))
    const within = found.within.map(({ from, to }) => smaller.dependency(this.universe.list(from), this.universe.list(to)))
    const { form, violations } = normalForm(smaller.size, within, limits)
    const back = (set: AttributeSet): AttributeSet => this.universe.set(smaller.list(set))
    const first = violations[0]?.dependency
    const isFourth = form === 'BCNF' && this.constraints.multivalued.length > 0 ? isInFourthForm(this.size, attributes, this.constraints, { limit: 500 }) : false
    return { keys: found.keys, form: isFourth === undefined ? undefined : isFourth ? '4NF' : form, violation: first && { from: back(first.from), to: back(first.to) } }
  }
}
