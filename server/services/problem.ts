/**
 * A refusal that the client caused or can do something about: it becomes an HTTP answer in the problem shape
 * of RFC 9457.
 */
export class Refusal extends Error {
  override readonly name = 'Refusal'

  constructor(
    readonly status: number,
    readonly code: string,
    message: string,
    readonly extra?: unknown,
  ) {
    super(message)
  }
}

export const notFound = (): Refusal =>
  new Refusal(404, 'not-found', 'There is nothing here, or it is not for you.')
export const forbidden = (): Refusal =>
  new Refusal(403, 'forbidden', 'This is for the instructors of the course.')
