import { PERSON_HEADER } from '#shared/requests'
import type { Problem } from '#shared/answers'

/** A refusal of the server, or a request that did not reach it (status 0). */
export class ApiError extends Error {
  override readonly name = 'ApiError'

  constructor(readonly problem: Problem) {
    super(problem.title)
  }

  get isOffline(): boolean {
    return this.problem.status === 0
  }
}

const OFFLINE: Problem = {
  type: 'about:blank#offline',
  title: 'The server cannot be reached.',
  status: 0,
  code: 'offline',
}

/**
 * Who asks on this page, and what to do when the server no longer knows them: said by the store of the
 * session.
 */
export interface Asker {
  readonly personId: () => string | undefined
  readonly signedOut: () => void
  readonly another: (name: string) => void
}

let asker: Asker | undefined

export function asksAs(given: Asker): void {
  asker = given
}

interface ApiOptions {
  readonly method?: 'GET' | 'POST' | 'PUT' | 'DELETE'
  readonly body?: unknown
  readonly keepalive?: boolean
  /** Whose request it is. @defaultValue who is signed in on this page; null names nobody */
  readonly person?: string | null
}

/**
 * One request to our own server, in the name of the person of this page: where somebody else has signed in in
 * this browser meanwhile, it is refused. A refusal is thrown as an `ApiError`; being signed out, or somebody
 * else, is shown over the page, which stays.
 */
export async function api<Answer>(path: string, options: ApiOptions = {}): Promise<Answer> {
  const { person = asker?.personId() } = options
  let response: Response
  try {
    response = await fetch(`/api${path}`, {
      method: options.method ?? 'GET',
      keepalive: options.keepalive ?? false,
      headers: {
        ...(person ? { [PERSON_HEADER]: person } : {}),
        // Of a form the browser says itself where its parts end.
        ...(options.body === undefined || options.body instanceof FormData
          ? {}
          : { 'Content-Type': 'application/json' }),
      },
      ...(options.body === undefined
        ? {}
        : { body: options.body instanceof FormData ? options.body : JSON.stringify(options.body) }),
    })
  } catch {
    throw new ApiError(OFFLINE)
  }
  const text = await response.text()
  if (response.ok) return JSON.parse(text) as Answer
  const problem = readProblem(text, response.status)
  if (problem.code === 'signed-out') asker?.signedOut()
  if (problem.code === 'another-person' && asker?.personId())
    asker.another((problem.extra as { name: string }).name)
  throw new ApiError(problem)
}

function readProblem(text: string, status: number): Problem {
  try {
    const problem = JSON.parse(text) as Problem
    if (typeof problem.code === 'string') return problem
  } catch {
    /* an answer of a proxy in between, not ours */
  }
  return status >= 502
    ? OFFLINE
    : {
        type: 'about:blank',
        title: 'Something went wrong. Nothing that was saved is lost; try again.',
        status,
        code: 'fault',
      }
}

/** The words of any error for a person, its faults included. */
export function errorInWords(error: unknown): string {
  if (!(error instanceof ApiError))
    return 'Something went wrong in this page. Nothing that was saved is lost; reload it.'
  return [error.message, ...(error.problem.faults ?? [])].join(' ')
}
