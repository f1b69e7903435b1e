import { AttributeSet } from './attribute-set'

/** A functional dependency: rows equal on `from` are equal on `to`. */
export interface Dependency {
  readonly from: AttributeSet
  readonly to: AttributeSet
}

/**
 * A multivalued dependency: for rows equal on `from`, what stands in `to` and what stands in the rest are
 * combined in every way.
 */
export interface Multivalued extends Dependency {
  readonly multi: true
}

/**
 * Functional and multivalued dependencies, which reason together: a functional one can follow only through a
 * multivalued one.
 */
export interface Constraints {
  readonly functional: readonly Dependency[]
  readonly multivalued: readonly Multivalued[]
}

/** An ordered list of attribute names. Attribute sets are made and read through it. */
export class Universe {
  readonly size: number
  private readonly positions: ReadonlyMap<string, number>

  /** @throws RangeError when a name stands twice. */
  constructor(readonly names: readonly string[]) {
    this.size = names.length
    this.positions = new Map(names.map((name, i) => [name, i]))
    if (this.positions.size !== names.length) {
      const twice = names.find((name, i) => names.indexOf(name) !== i)
      throw new RangeError(`The attribute "${twice}" is listed twice.`)
    }
  }

  /** @throws RangeError when a name is not in the universe. */
  position(name: string): number {
    const position = this.positions.get(name)
    if (position === undefined)
      throw new RangeError(`"${name}" is not one of the attributes ${this.names.join(', ')}.`)
    return position
  }

  set(names: Iterable<string>): AttributeSet {
    return AttributeSet.of(
      this.size,
      [...names].map(name => this.position(name)),
    )
  }

  get all(): AttributeSet {
    return AttributeSet.full(this.size)
  }

  /** Names of the set's attributes in the order of the universe. */
  list(set: AttributeSet): string[] {
    return [...set].map(position => this.names[position]!)
  }

  dependency(from: Iterable<string>, to: Iterable<string>): Dependency {
    return { from: this.set(from), to: this.set(to) }
  }

  multivalued(from: Iterable<string>, to: Iterable<string>): Multivalued {
    return { ...this.dependency(from, to), multi: true }
  }
}
