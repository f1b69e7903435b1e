import type { Knex } from 'knex'
import { EXCHANGE_HAND_INS } from '../../db/demo/plan'
import { PERSON_HEADER } from '../../shared/requests'

/**
 * Many people at work without a browser, for tests in which something is taken away beneath them. What a
 * request that fails acknowledged is nothing.
 */
export class Person {
  private cookie = ''
  private id = ''

  constructor(
    readonly email: string,
    private readonly port: number,
  ) {}

  async signIn(): Promise<this> {
    const { body, headers } = (await this.ask('POST', '/session', {
      email: this.email,
      password: 'vault-demo-pass',
    }))!
    this.cookie = headers.getSetCookie()[0]!.split(';')[0]!
    this.id = body.id as string
    return this
  }

  async ask(
    method: string,
    path: string,
    body?: unknown,
  ): Promise<{ body: Record<string, unknown>; headers: Headers } | undefined> {
    const origin = `http://127.0.0.1:${this.port}`
    const headers = {
      'Content-Type': 'application/json',
      'Origin': origin,
      'Cookie': this.cookie,
      ...(this.id ? { [PERSON_HEADER]: this.id } : {}),
    }
    try {
      const response = await fetch(`${origin}/api${path}`, {
        method,
        headers,
        ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      })
      return response.ok
        ? { body: (await response.json()) as Record<string, unknown>, headers: response.headers }
        : undefined
    } catch {
      return undefined
    }
  }
}

export const pause = (ms: number): Promise<void> => new Promise(done => setTimeout(done, ms))

/** A few at a time: a password is made to take long. */
export async function signInAll(names: readonly string[], port: number): Promise<Person[]> {
  const people: Person[] = []
  for (let i = 0; i < names.length; i += 8)
    people.push(
      ...(await Promise.all(
        names.slice(i, i + 8).map(name => new Person(`${name}@skarholm.example`, port).signIn()),
      )),
    )
  return people
}

/**
 * The exercise that they work at, with as many attempts as they like, and more students than the demo has,
 * all with its password: their ids, `student.0` first.
 */
export async function enrol(
  db: Knex,
  students: number,
): Promise<{ exerciseId: string; revisionId: string; people: string[] }> {
  const revision = await db('exercise_revisions')
    .whereRaw("document->>'title' = ?", ['Exchange with partner gardens'])
    .first()
  const exerciseId: string = revision!.exercise_id
  await db('exercises').where({ id: exerciseId }).update({ attempts: 99 })
  const { course_id: courseId } = (await db('exercises').where({ id: exerciseId }).first('course_id'))!
  const { password_hash: hash } = (await db('people').first('password_hash'))!
  const made = await db('people')
    .insert(
      Array.from({ length: students }, (_, i) => ({
        email: `student.${i}@skarholm.example`,
        name: `Student ${i}`,
        password_hash: hash,
      })),
    )
    .returning('id')
  const people = made.map(({ id }) => id as string)
  await db('memberships').insert(people.map(id => ({ course_id: courseId, person_id: id, role: 'student' })))
  return { exerciseId, revisionId: revision!.id, people }
}

/** What was acknowledged. */
export interface Acknowledged {
  readonly saves: {
    readonly email: string
    readonly number: number
    readonly content: string
    readonly at: number
  }[]
  readonly handIns: string[]
}

/** Writes on, and hands in now and then; after a failure it looks first at what is saved, as a page does. */
export async function study(
  person: Person,
  exerciseId: string,
  until: number,
  { saves, handIns }: Acknowledged,
): Promise<void> {
  const { email } = person
  let base: number | undefined
  for (let i = 0; Date.now() < until; i++) {
    if (base === undefined) {
      await person.ask('POST', `/exercises/${exerciseId}/worksheet`)
      const sheet = await person.ask('GET', `/exercises/${exerciseId}/worksheet`)
      base = (sheet?.body.sheets as { script: { number: number } } | undefined)?.script.number
      if (base === undefined) await pause(300)
      continue
    }
    const content = `${EXCHANGE_HAND_INS[i % EXCHANGE_HAND_INS.length]!.script}-- ${email} ${i}\n`
    const saved = await person.ask('PUT', `/exercises/${exerciseId}/sheets/script`, { content, base })
    base = saved?.body.number as number | undefined
    if (base !== undefined) saves.push({ email, number: base, content, at: Date.now() })
    if (base !== undefined && i % 12 === 11) {
      const receipt = await person.ask('POST', `/exercises/${exerciseId}/hand-ins`, {
        bases: { script: base },
      })
      if (receipt) handIns.push(receipt.body.id as string)
    }
    await pause(150)
  }
}

/** What was acknowledged and is not stored. */
export async function lostOf(
  db: Knex,
  exerciseId: string,
  { saves, handIns }: Acknowledged,
): Promise<{ saves: number; handIns: number }> {
  const kept = await db('worksheet_revisions as r')
    .join('worksheets as w', 'w.id', 'r.worksheet_id')
    .join('people as p', 'p.id', 'w.person_id')
    .where({ 'w.exercise_id': exerciseId, 'r.sheet': 'script' })
    .select('p.email', 'r.number', 'r.content')
  const contents = new Map(kept.map(({ email, number, content }) => [`${email} ${number}`, content]))
  const stored = new Set<string>(await db('hand_ins').pluck('id'))
  return {
    saves: saves.filter(({ email, number, content }) => contents.get(`${email} ${number}`) !== content)
      .length,
    handIns: handIns.filter(id => !stored.has(id)).length,
  }
}

/** The last hand-ins without a marking, but for those that cannot be marked. */
export async function unmarkedOf(db: Knex, exerciseId: string): Promise<string[]> {
  const { rows } = await db.raw(
    `
    SELECT h.id FROM (SELECT DISTINCT ON (person_id) id, answer FROM hand_ins WHERE exercise_id = ? ORDER BY person_id, attempt DESC) h
    WHERE h.answer->>'dialect' IS DISTINCT FROM 'none' AND NOT EXISTS (SELECT FROM markings k WHERE k.hand_in_id = h.id)`,
    [exerciseId],
  )
  return (rows as { id: string }[]).map(({ id }) => id)
}
