import {
  defineEventHandler,
  getHeader,
  getRequestHost,
  getRouterParams,
  setResponseHeader,
  type EventHandler,
  type H3Event,
} from 'h3'
import type { z } from 'zod'
import { documentFaults } from '@nomenklatura/core/exercise'
import type { Person, Problem, Role } from '#shared/answers'
import { Id, PERSON_HEADER } from '#shared/requests'
import { database, isPassing, type Db } from '../repositories/database'
import { findExerciseFor, type Exercise } from '../repositories/exercises'
import { findHandIn, type HandIn } from '../repositories/hand-ins'
import { findRole } from '../repositories/people'
import { Busy, TooMuch } from '../pool/compute'
import { logFault } from '../services/log'
import { Refusal, forbidden, notFound } from '../services/problem'
import { sendProblem } from './problem-answer'
import { refuseBadSigns } from '../services/signs'
import { personOf } from './session'

export const STAFF: readonly Role[] = ['instructor', 'assistant']
export const INSTRUCTOR: readonly Role[] = ['instructor']
export const MEMBER: readonly Role[] = ['instructor', 'assistant', 'student']
export const STUDENT: readonly Role[] = ['student']

/**
 * Who may call a route: the one place where this is said. `course`, `exercise` and `handIn` take the id from
 * the path and ask for a role in its course; `own` is the person whose hand-in it is. Whoever has no role in
 * the course is told that there is nothing here.
 */
export type Access =
  | { readonly to: 'anyone' }
  | { readonly to: 'person' }
  | { readonly to: 'course' | 'exercise' | 'handIn'; readonly allow: readonly Role[] }
  | { readonly to: 'own' }

interface AnyContext<Body> {
  readonly event: H3Event
  readonly db: Db
  readonly now: Date
  readonly body: Body
  /** What was sent as a file; empty where the route asks for none. */
  readonly file: Uint8Array
  readonly params: Readonly<Record<string, string>>
}
interface OfPerson<Body> extends AnyContext<Body> {
  /** Who is signed in. */
  readonly person: Person
}
interface InCourse<Body> extends OfPerson<Body> {
  /** The role in the course that the path names. */
  readonly role: Role
  readonly courseId: string
}
interface OfExercise<Body> extends InCourse<Body> {
  readonly exercise: Exercise
}
interface OfHandIn<Body> extends OfExercise<Body> {
  readonly handIn: HandIn
}
interface Contexts<Body> {
  readonly anyone: AnyContext<Body>
  readonly person: OfPerson<Body>
  readonly course: InCourse<Body>
  readonly exercise: OfExercise<Body>
  readonly handIn: OfHandIn<Body>
  readonly own: OfHandIn<Body>
}
/** What is known when a route is handled: by what it is about. */
export type Context<Body, To extends Access['to'] = 'own'> = Contexts<Body>[To]

interface RouteOptions<Body, Answer, Asked extends Access> {
  readonly access: Asked
  readonly body?: z.ZodType<Body>
  /** The most bytes of a form that carries a file (`file`) beside the body (`asked`, JSON); JSON alone where it is not given. */
  readonly upload?: number
  /** Whether the request must say whose it is: what somebody writes is never taken for another's. */
  readonly namesPerson?: boolean
  readonly handle: (context: Context<Body, Asked['to']>) => Promise<Answer>
}

export const LARGEST_BODY = 2_000_000

/**
 * A route: checks the origin, authorises, parses, then handles. Every refusal is answered in the problem
 * shape; nothing internal leaks.
 */
export function defineRoute<Body = undefined, Answer = unknown, const Asked extends Access = Access>(
  options: RouteOptions<Body, Answer, Asked>,
): EventHandler & { access: Access } {
  const handler = defineEventHandler(async event => {
    setResponseHeader(event, 'Cache-Control', 'no-store')
    try {
      if (event.method !== 'GET') checkOrigin(event)
      const most = options.upload ?? LARGEST_BODY
      if (Number(getHeader(event, 'content-length') ?? 0) > most) throw tooLarge(event, most)
      const context = await authorise(event, options)
      const sent = await readSent(event, options)
      // `authorise` found what a route of its kind is about, or refused.
      return (
        (await options.handle({ ...context, ...sent } as unknown as Context<Body, Asked['to']>)) ?? {
          ok: true,
        }
      )
    } catch (error) {
      return answerProblem(event, error)
    }
  })
  return Object.assign(handler, { access: options.access })
}

/**
 * Pages of other sites cannot act in a person's name: browsers say on every changing request where it comes
 * from.
 */
function checkOrigin(event: H3Event): void {
  const origin = getHeader(event, 'origin')
  const host = origin && URL.canParse(origin) ? new URL(origin).host : undefined
  if (host !== getRequestHost(event, { xForwardedHost: false }))
    throw new Refusal(403, 'other-origin', 'This request does not come from a page of this site.')
}

async function authorise(
  event: H3Event,
  { access, namesPerson = false }: { readonly access: Access; readonly namesPerson?: boolean },
): Promise<Partial<Omit<Context<never>, 'body'>>> {
  const params = getRouterParams(event)
  for (const [name, value] of Object.entries(params))
    if (name.endsWith('Id') && !Id.safeParse(value).success) throw notFound()
  const db = database()
  const base = { event, db, now: new Date(), params }
  if (access.to === 'anyone') return base
  const person = await personOf(event, db, base.now)
  if (!person) throw new Refusal(401, 'signed-out', 'Sign in to go on.')
  event.context.personId = person.id
  checkPerson(event, person, namesPerson)
  if (access.to === 'person') return { ...base, person }
  const handIn = params.handInId ? await findHandIn(db, params.handInId) : undefined
  if (params.handInId && !handIn) throw notFound()
  const exerciseId = handIn?.exerciseId ?? params.exerciseId
  const found = exerciseId ? await findExerciseFor(db, exerciseId, person.id) : undefined
  if (exerciseId && !found) throw notFound()
  const exercise = found?.exercise
  const courseId = exercise?.courseId ?? params.courseId
  const role = found ? found.role : await roleIn(db, courseId, person)
  // A draft is not there for students, whatever the route: else a refusal would tell that it exists.
  if (!role || (role === 'student' && exercise?.state === 'draft')) throw notFound()
  if (access.to === 'own') {
    if (handIn?.personId !== person.id) throw notFound()
  } else if (!access.allow.includes(role)) {
    throw forbidden()
  }
  return {
    ...base,
    person,
    role,
    courseId: courseId!,
    ...(exercise ? { exercise } : {}),
    ...(handIn ? { handIn } : {}),
  }
}

async function roleIn(db: Db, courseId: string | undefined, person: Person): Promise<Role | undefined> {
  return courseId ? findRole(db, courseId, person.id) : undefined
}

/** A page belongs to one person. In the same browser somebody else may have signed in since it was opened. */
function checkPerson(event: H3Event, person: Person, isNeeded: boolean): void {
  const named = getHeader(event, PERSON_HEADER)
  if (named === undefined && isNeeded)
    throw new Refusal(400, 'person-not-named', 'The request does not say whose it is: reload the page.')
  if (named !== undefined && named !== person.id)
    throw new Refusal(
      409,
      'another-person',
      `${person.name} is signed in in this browser now: this page is somebody else’s.`,
      { name: person.name },
    )
}

/**
 * The body, read no further than is allowed, whatever is said of its length: routes that want none refuse one
 * that is too large as well.
 */
async function readBytes(event: H3Event, most = LARGEST_BODY): Promise<Buffer> {
  const request = event.node.req
  const chunks: Buffer[] = []
  let length = 0
  for await (const chunk of request) {
    length += (chunk as Buffer).length
    if (length > most) throw tooLarge(event, most)
    chunks.push(chunk as Buffer)
  }
  return Buffer.concat(chunks)
}

const NOTHING = new Uint8Array()

/** What a route asks for. A body that none asked for is passed over. */
async function readSent<Body, Answer, Asked extends Access>(
  event: H3Event,
  { body, upload }: RouteOptions<Body, Answer, Asked>,
): Promise<{ readonly body: Body; readonly file: Uint8Array }> {
  if (upload !== undefined && body) return readForm(event, body, upload)
  if (body) return { body: parseBody((await readBytes(event)).toString('utf8'), body), file: NOTHING }
  if (event.method !== 'GET') await readBytes(event)
  return { body: undefined as Body, file: NOTHING }
}

/** A form with a file (RFC 7578), as the platform reads it. */
async function readForm<Body>(
  event: H3Event,
  schema: z.ZodType<Body>,
  most: number,
): Promise<{ readonly body: Body; readonly file: Uint8Array }> {
  const bytes = await readBytes(event, most)
  const type = getHeader(event, 'content-type') ?? ''
  const form = await new Response(new Uint8Array(bytes), { headers: { 'content-type': type } })
    .formData()
    .catch(() => {
      throw new Refusal(400, 'no-form', 'The request is not a form with a file.')
    })
  const [file, asked] = [form.get('file'), form.get('asked')]
  if (file === null || typeof file === 'string')
    throw new Refusal(400, 'no-form', 'The request is not a form with a file.')
  return {
    body: parseBody(typeof asked === 'string' ? asked : '{}', schema),
    file: new Uint8Array(await file.arrayBuffer()),
  }
}

/** What is still on its way is not waited for: the connection is closed. */
function tooLarge(event: H3Event, most: number): Refusal {
  setResponseHeader(event, 'Connection', 'close')
  return new Refusal(413, 'too-large', `This is too large: ${most / 1_000_000} million bytes at most.`)
}

function parseBody<Body>(text: string, schema: z.ZodType<Body>): Body {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    throw new Refusal(400, 'not-json', 'The request is not JSON.')
  }
  refuseBadSigns(value)
  const parsed = schema.safeParse(value)
  if (!parsed.success)
    throw new Refusal(422, 'invalid', 'Something in this is not as it must be.', documentFaults(parsed.error))
  return parsed.data
}

/** What the client can do something about, as a refusal; undefined for a fault of ours. */
function refusalOf(error: unknown): Refusal | undefined {
  if (error instanceof Refusal) return error
  if (error instanceof TooMuch)
    return new Refusal(
      422,
      'too-much',
      `This is too much to work out at once. ${error.message} Take parts out, and try again.`,
    )
  if (error instanceof Busy || isPassing(error))
    return new Refusal(503, 'busy', 'The server is busy just now. Nothing is lost; try again in a moment.')
  return undefined
}

function answerProblem(event: H3Event, error: unknown): Problem {
  const refusal = refusalOf(error)
  if (!(error instanceof Refusal))
    logFault('request', error, { method: event.method, path: event.path.split('?')[0] })
  if (refusal?.status === 503) setResponseHeader(event, 'Retry-After', 5)
  return sendProblem(
    event,
    refusal ??
      new Refusal(
        500,
        'fault',
        'Something went wrong on our side. Nothing that was saved is lost; try again.',
      ),
  )
}
