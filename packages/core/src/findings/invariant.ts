/** A fault of ours, never of the input: it is thrown, logged and mended. */
export class InvariantError extends Error {
  override readonly name = 'InvariantError'
}

/** Asserts what our own code promises. Use findings for what a person can cause. */
export function invariant(condition: unknown, message: string): asserts condition {
  if (!condition) throw new InvariantError(message)
}

/** Closes a `switch` over a union: a new member that is not handled no longer compiles. */
export function assertUnreachable(value: never): never {
  throw new InvariantError(`unreachable: ${JSON.stringify(value)}`)
}
