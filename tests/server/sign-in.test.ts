import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { hashPassword, makeFirstPerson, signIn, verifyPassword } from '../../server/services/people'
import { Visitor, startServer } from './support/server'

let server: Awaited<ReturnType<typeof startServer>>
beforeAll(async () => { server = await startServer() })
afterAll(() => server.stop())

const ADA = { name: 'Ada Brandvold', email: 'ada@skarholm.example', password: 'cold store 1908' }

describe('people', () => {
  it('a hash verifies its own password only, and no two hashes are alike', async () => {
    const [one, two] = await Promise.all([hashPassword('seeds'), hashPassword('seeds')])
    expect(one).not.toBe(two)
    expect(await verifyPassword('seeds', one)).toBe(true)
    expect(await verifyPassword('Seeds', one)).toBe(false)
    expect(await verifyPassword('seeds', 'nonsense')).toBe(false)
  })

  it('the first person may be made once, also when two try at the same moment', async () => {
    const tries = await Promise.allSettled([makeFirstPerson(server.db, ADA), makeFirstPerson(server.db, { ...ADA, email: 'bo@skarholm.example' })])
    expect(tries.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected'])
    const [person] = await server.db('people').select('email')
    await server.db('people').update({ email: ADA.email }).where({ email: person.email })
  })

  it('after eight wrong tries even the right password waits ten minutes', async () => {
    const at = new Date()
    const attempt = (password: string, now: Date) => signIn(server.db, { email: ADA.email, password, from: '127.0.0.9' }, now).then(() => 'in', error => error.code as string)
    for (let i = 0; i < 8; i++) expect(await attempt('wrong', at)).toBe('wrong-password')
    expect(await attempt(ADA.password, at)).toBe('too-many-tries')
    expect(await attempt('wrong', new Date(at.getTime() + 60_000))).toBe('too-many-tries')
    const other = (now: Date) => signIn(server.db, { email: 'somebody.else@skarholm.example', password: 'x', from: '127.0.0.9' }, now).then(() => 'in', error => error.code as string)
    expect(await other(at)).toBe('wrong-password')
  })

  it('a place waits after a hundred wrong tries, since a class may sign in from behind one address', async () => {
    const at = new Date()
    await server.db('sign_in_failures').insert(Array.from({ length: 100 }, () => ({ subject: 'place 127.0.0.8', at })))
    const attempt = signIn(server.db, { email: 'anybody@skarholm.example', password: 'x', from: '127.0.0.8' }, at).then(() => 'in', error => error.code as string)
    expect(await attempt).toBe('too-many-tries')
  })

  it('the cookie is sealed, kept from scripts, and ends with the session', async () => {
    await server.db('sign_in_failures').delete()
    await server.db('people').update({ password_hash: await hashPassword(ADA.password) })
    const response = await fetch(`${server.origin}/api/session`, {
      method: 'POST', body: JSON.stringify({ email: ADA.email, password: ADA.password }), headers: { 'Content-Type': 'application/json', 'Origin': server.origin },
    })
    const [cookie] = response.headers.getSetCookie()
    expect(cookie).toMatch(/HttpOnly/i)
    expect(cookie).toMatch(/SameSite=Lax/i)
    expect(cookie).not.toContain((await response.json() as { id: string }).id)
    const visitor = await new Visitor(server.origin).signIn(ADA.email, ADA.password)
    expect((await visitor.ask('GET', '/api/courses')).status).toBe(200)
    await visitor.ask('DELETE', '/api/session')
    expect((await visitor.ask('GET', '/api/courses')).status).toBe(401)
  })

  it('a forged cookie is nobody', async () => {
    const visitor = new Visitor(server.origin)
    expect((await visitor.ask('GET', '/api/courses', undefined, { Cookie: 'nomenklatura=Fe26.2**abc*def' })).status).toBe(401)
  })

  it('bad input says where and why, in the problem shape', async () => {
    const visitor = new Visitor(server.origin)
    const { status, body } = await visitor.ask('POST', '/api/session', { email: 'x' })
    expect(status).toBe(422)
    expect(body).toMatchObject({ code: 'invalid', status: 422, faults: [expect.stringContaining('email'), expect.stringContaining('password')] })
    expect((await visitor.ask('POST', '/api/session', '{broken')).body.code).toBe('not-json')
    expect((await visitor.ask('POST', '/api/session', JSON.stringify({ email: 'x'.repeat(2_100_000) }))).status).toBe(413)
  })
})
