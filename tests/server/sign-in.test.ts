import { randomBytes, scryptSync } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, it } from 'vitest'
import { hashPassword, refuseWeakPassword, verifyPassword } from '../../server/services/passwords'
import { makeFirstPerson, offerFirstWord, signIn } from '../../server/services/people'
import { Visitor, startServer } from './support/server'

let server: Awaited<ReturnType<typeof startServer>>
beforeAll(async () => {
  server = await startServer()
})
afterAll(() => server.stop())

const ADA = { name: 'Ada Brandvold', email: 'ada@skarholm.example', password: 'cold store 1908' }

describe('people', () => {
  it('a hash verifies its own password only, and no two hashes are alike', async () => {
    const [one, two] = await Promise.all([hashPassword('seeds'), hashPassword('seeds')])
    expect(one).not.toBe(two)
    expect(one).toMatch(/^scrypt:32768:8:3:/)
    expect(await verifyPassword('seeds', one)).toBe(true)
    expect(await verifyPassword('Seeds', one)).toBe(false)
    expect(await verifyPassword('seeds', 'nonsense')).toBe(false)
  })

  it('known passwords, one’s own name and one sign again and again are refused', () => {
    for (const password of [
      '1234567890',
      'qwertyuiop',
      'password12',
      'iloveyou123',
      'aaaaaaaaaaaa',
      'brandvold1',
      'ada@skarholm.example',
    ])
      expect(() => refuseWeakPassword(password, ADA), password).toThrow('first that anybody would try')
    for (const password of [ADA.password, 'vault-demo-pass', 'correct tide lamp'])
      expect(() => refuseWeakPassword(password, ADA), password).not.toThrow()
  })

  it('the first person gives the word that the start printed, once, also when two try at the same moment', async () => {
    const word = 'moss-tide-lamp-grain-10001'
    expect(await offerFirstWord(server.db, word)).toBe(true)
    const attempt = (email: string, given: string) =>
      makeFirstPerson(server.db, { ...ADA, email, word: given }).then(
        () => 'made',
        error => error.code as string,
      )
    expect(await attempt(ADA.email, 'moss-tide-lamp-grain-10002')).toBe('wrong-word')
    expect(
      (await Promise.all([attempt(ADA.email, word), attempt('bo@skarholm.example', word)])).sort(),
    ).toEqual(['made', 'people-exist'])
    await server.db('people').update({ email: ADA.email })
    expect(await server.db('first_words')).toEqual([])
    expect(await offerFirstWord(server.db, word)).toBe(false)
  })

  const attempt = (from: string, password: string, at: Date, email = ADA.email) =>
    signIn(server.db, { email, password, from }, at).then(
      () => 'in',
      error => error.code as string,
    )

  it('after eight wrong tries from a place even the right password waits ten minutes there, and is right elsewhere', async () => {
    const at = new Date()
    for (let i = 0; i < 8; i++) expect(await attempt('127.0.0.9', 'wrong', at)).toBe('wrong-password')
    expect(await attempt('127.0.0.9', ADA.password, at)).toBe('too-many-tries')
    expect(await attempt('127.0.0.9', 'wrong', new Date(at.getTime() + 60_000))).toBe('too-many-tries')
    expect(await attempt('127.0.0.9', 'x', at, 'somebody.else@skarholm.example')).toBe('wrong-password')
    expect(await attempt('127.0.0.7', ADA.password, at)).toBe('in')
    expect(await attempt('127.0.0.9', ADA.password, new Date(at.getTime() + 11 * 60_000))).toBe('in')
  })

  it('wrong tries from everywhere make every further one slow, and keep nobody out', async () => {
    await server.db('sign_in_failures').delete()
    const at = new Date()
    await server
      .db('sign_in_failures')
      .insert(Array.from({ length: 500 }, () => ({ subject: `person ${ADA.email}`, at })))
    expect(await attempt('127.0.0.6', ADA.password, at)).toBe('in')
  })

  it('many tries at one moment are many tries', async () => {
    await server.db('sign_in_failures').delete()
    const at = new Date()
    const codes = await Promise.all(Array.from({ length: 20 }, () => attempt('127.0.0.5', 'wrong', at)))
    expect(codes.filter(code => code === 'wrong-password').length).toBeLessThanOrEqual(8)
  })

  it('a place waits after a hundred wrong tries, since a class may sign in from behind one address', async () => {
    const at = new Date()
    await server
      .db('sign_in_failures')
      .insert(Array.from({ length: 100 }, () => ({ subject: 'place 127.0.0.8', at })))
    expect(await attempt('127.0.0.8', 'x', at, 'anybody@skarholm.example')).toBe('too-many-tries')
  })

  it('a hash of an older measure is made anew at the next sign-in', async () => {
    await server.db('sign_in_failures').delete()
    const salt = randomBytes(16)
    const old = scryptSync(ADA.password, salt, 32, { N: 2 ** 15, r: 8, p: 1, maxmem: 64 * 1024 * 1024 })
    await server
      .db('people')
      .update({ password_hash: `scrypt:32768:8:1:${salt.toString('base64')}:${old.toString('base64')}` })
    expect(await attempt('127.0.0.4', ADA.password, new Date())).toBe('in')
    expect((await server.db('people').first('password_hash'))!.password_hash).toMatch(/^scrypt:32768:8:3:/)
    expect(await attempt('127.0.0.4', ADA.password, new Date())).toBe('in')
  })

  it('the cookie is a secret that the database keeps a hash of, kept from scripts, and ends with the session', async () => {
    await server.db('sign_in_failures').delete()
    await server.db('people').update({ password_hash: await hashPassword(ADA.password) })
    const response = await fetch(`${server.origin}/api/session`, {
      method: 'POST',
      body: JSON.stringify({ email: ADA.email, password: ADA.password }),
      headers: { 'Content-Type': 'application/json', 'Origin': server.origin },
    })
    const [cookie] = response.headers.getSetCookie()
    expect(cookie).toMatch(/HttpOnly/i)
    expect(cookie).toMatch(/SameSite=Lax/i)
    const token = /nomenklatura=([^;]+)/.exec(cookie!)![1]!
    expect(
      (await server.db('sessions').pluck('token_hash')).some((hash: string) => hash.includes(token)),
    ).toBe(false)
    expect(cookie).not.toContain(((await response.json()) as { id: string }).id)
    const visitor = await new Visitor(server.origin).signIn(ADA.email, ADA.password)
    expect((await visitor.ask('GET', '/api/courses')).status).toBe(200)
    await visitor.ask('DELETE', '/api/session')
    expect((await visitor.ask('GET', '/api/courses')).status).toBe(401)
  })

  it('a forged cookie is nobody', async () => {
    const visitor = new Visitor(server.origin)
    expect(
      (await visitor.ask('GET', '/api/courses', undefined, { Cookie: 'nomenklatura=Fe26.2**abc*def' }))
        .status,
    ).toBe(401)
  })

  it('bad input says where and why, in the problem shape', async () => {
    const visitor = new Visitor(server.origin)
    const { status, body } = await visitor.ask('POST', '/api/session', { email: 'x' })
    expect(status).toBe(422)
    expect(body).toMatchObject({
      code: 'invalid',
      status: 422,
      faults: [expect.stringContaining('email'), expect.stringContaining('password')],
    })
    expect((await visitor.ask('POST', '/api/session', '{broken')).body.code).toBe('not-json')
    expect(
      (await visitor.ask('POST', '/api/session', JSON.stringify({ email: 'x'.repeat(2_100_000) }))).status,
    ).toBe(413)
  })
})
