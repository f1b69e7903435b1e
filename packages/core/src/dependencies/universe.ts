import { AttributeSet } from './attribute-set'

/** A functional dependency: rows equal on `from` are equal on `to`. */
export interface Dependency {
  readonly from: AttributeSet
  readonly to: AttributeSet
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
    if (position === undefined) throw new RangeError(`"${name}" is not one of the attributes ${this.names.join(', ')}.`)
    return position
  }

  set(names: Iterable<string>): AttributeSet {
    return AttributeSet.of(this.size, [...names].map(name => this.position(name)))
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
}
