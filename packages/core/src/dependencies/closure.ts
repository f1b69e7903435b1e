import { AttributeSet } from './attribute-set'
import type { Dependency } from './universe'

/** One dependency that fired while a closure grew, and what it added. */
export interface ClosureStep {
  /** Position of the dependency in the list that was given. */
  readonly dependency: number
  readonly added: AttributeSet
}

/**
 * Dependencies laid out for many closures: for each attribute the dependencies that wait for it, as one flat
 * array with offsets (`waiting[starts[a] .. starts[a + 1]]`), and for each dependency how many attributes of
 * its left side are still missing.
 */
interface Prepared {
  readonly starts: Int32Array
  readonly waiting: Int32Array
  readonly missing: Int32Array
  readonly dependents: readonly Int32Array[]
  readonly immediate: readonly number[]
  /** Room for one closure at a time that nobody looks into. */
  readonly room: {
    readonly left: Int32Array
    readonly reached: Uint8Array
    readonly queue: Int32Array
    readonly from: Int32Array
  }
}

const preparedFor = new WeakMap<readonly Dependency[], Map<number, Prepared>>()

function prepare(size: number, dependencies: readonly Dependency[]): Prepared {
  const bySize = preparedFor.get(dependencies) ?? new Map<number, Prepared>()
  preparedFor.set(dependencies, bySize)
  const known = bySize.get(size)
  if (known) return known

  const lefts = dependencies.map(({ from }) => [...from])
  const starts = new Int32Array(size + 1)
  for (const left of lefts) for (const a of left) starts[a + 1]!++
  for (let a = 0; a < size; a++) starts[a + 1]! += starts[a]!
  const waiting = new Int32Array(starts[size]!)
  const next = starts.slice(0, size)
  lefts.forEach((left, d) => {
    for (const a of left) waiting[next[a]!++] = d
  })
  const prepared: Prepared = {
    starts,
    waiting,
    missing: Int32Array.from(lefts, left => left.length),
    dependents: dependencies.map(({ to }) => Int32Array.from(to)),
    immediate: lefts.flatMap((left, d) => (left.length === 0 ? [d] : [])),
    room: {
      left: new Int32Array(lefts.length),
      reached: new Uint8Array(size),
      queue: new Int32Array(size),
      from: new Int32Array(size),
    },
  }
  bySize.set(size, prepared)
  return prepared
}

/**
 * The closure of `start` under `dependencies`: every attribute that `start` determines. Linear in the size of
 * the dependencies (the list is laid out once per array identity: do not change an array that was given
 * here). `onStep` is told each dependency that adds something, in the order it fires; the order is the same
 * for the same input. Source: Beeri & Bernstein, Computational problems related to the design of normal form
 * relational schemas, TODS 4(1), 1979.
 */
export function closure(
  size: number,
  start: AttributeSet,
  dependencies: readonly Dependency[],
  onStep?: (step: ClosureStep) => void,
): AttributeSet {
  return grow(size, start, dependencies, { onStep })
}

/**
 * The closure by all dependencies but those at the positions marked in `ignored`: for one list from which one
 * after the other is taken away.
 */
export function closureIgnoring(
  size: number,
  start: AttributeSet,
  dependencies: readonly Dependency[],
  ignored: Uint8Array,
): AttributeSet {
  return grow(size, start, dependencies, { ignored })
}

/**
 * Whether `start` determines all of `wanted`. As `closure`, without making the set: it ends as soon as
 * nothing is missing.
 */
export function determinesAll(
  size: number,
  start: AttributeSet,
  wanted: AttributeSet,
  dependencies: readonly Dependency[],
): boolean {
  const { starts, waiting, missing, dependents, immediate, room } = prepare(size, dependencies)
  const { left, reached, queue, from } = room
  let toReach = wanted.writeTo(queue)
  reached.fill(2)
  for (let i = 0; i < toReach; i++) reached[queue[i]!] = 1
  left.set(missing)
  let end = 0
  /** 2 not reached, 1 not reached and wanted, 0 reached. */
  const reach = (a: number): void => {
    if (reached[a] === 0) return
    if (reached[a] === 1) toReach--
    reached[a] = 0
    queue[end++] = a
  }
  const count = start.writeTo(from)
  for (let i = 0; i < count; i++) reach(from[i]!)
  for (const d of immediate) dependents[d]!.forEach(reach)
  for (let at = 0; at < end && toReach > 0; at++) {
    const a = queue[at]!
    for (let i = starts[a]!; i < starts[a + 1]!; i++) {
      const d = waiting[i]!
      if (--left[d]! > 0) continue
      const to = dependents[d]!
      for (let j = 0; j < to.length; j++) reach(to[j]!)
    }
  }
  return toReach === 0
}

function grow(
  size: number,
  start: AttributeSet,
  dependencies: readonly Dependency[],
  {
    onStep,
    ignored,
  }: { onStep?: ((step: ClosureStep) => void) | undefined; ignored?: Uint8Array | undefined },
): AttributeSet {
  const { starts, waiting, missing, dependents, immediate } = prepare(size, dependencies)
  const left = missing.slice()
  const reached = new Uint8Array(size)
  const queue = new Int32Array(size)
  let end = 0
  for (const a of start) {
    reached[a] = 1
    queue[end++] = a
  }
  const fire = (d: number): void => {
    if (ignored?.[d]) return
    const before = end
    for (const a of dependents[d]!) {
      if (reached[a]) continue
      reached[a] = 1
      queue[end++] = a
    }
    if (onStep && end > before)
      onStep({ dependency: d, added: AttributeSet.of(size, queue.subarray(before, end)) })
  }
  for (const d of immediate) fire(d)
  for (let at = 0; at < end; at++) {
    const a = queue[at]!
    for (let i = starts[a]!; i < starts[a + 1]!; i++) {
      const d = waiting[i]!
      if (--left[d]! === 0) fire(d)
    }
  }
  return AttributeSet.of(size, queue.subarray(0, end))
}

/**
 * The closure with the steps that grew it, in order: for display. A dependency that adds nothing is no step.
 */
export function closureWithSteps(
  size: number,
  start: AttributeSet,
  dependencies: readonly Dependency[],
): { closure: AttributeSet; steps: ClosureStep[] } {
  const steps: ClosureStep[] = []
  return { closure: closure(size, start, dependencies, step => steps.push(step)), steps }
}

/**
 * The steps by which `start` reaches `goal`, none of them unused (each is needed by a later one or by the
 * goal); undefined when `dependencies` do not imply `start → goal`. The shortest such list is NP-hard to find
 * and not promised.
 */
export function derivationSteps(
  size: number,
  start: AttributeSet,
  goal: AttributeSet,
  dependencies: readonly Dependency[],
): ClosureStep[] | undefined {
  const { closure: reached, steps } = closureWithSteps(size, start, dependencies)
  if (!goal.isSubsetOf(reached)) return undefined
  let wanted = goal.minus(start)
  const used: ClosureStep[] = []
  for (const step of steps.reverse()) {
    if (!step.added.meets(wanted)) continue
    used.push(step)
    wanted = wanted.minus(step.added).union(dependencies[step.dependency]!.from.minus(start))
  }
  return used.reverse()
}

/** Whether `dependencies` imply `from → to`. */
export function implies(
  size: number,
  dependencies: readonly Dependency[],
  { from, to }: Dependency,
): boolean {
  return to.isSubsetOf(closure(size, from, dependencies))
}

/** Whether each list implies every dependency of the other. */
export function equivalent(size: number, left: readonly Dependency[], right: readonly Dependency[]): boolean {
  return (
    right.every(dependency => implies(size, left, dependency)) &&
    left.every(dependency => implies(size, right, dependency))
  )
}
