import { createServer, type Server } from 'node:http'
import type { AddressInfo } from 'node:net'
import { createApp, createRouter, toNodeListener, type EventHandler } from 'h3'
import { bundleSandbox } from '../../../bin/support/bundle.mjs'
import type { Access } from '../../../server/auth/route'
import { PERSON_HEADER } from '#shared/requests'
import { database, rowsOf, type Db } from '../../../server/repositories/database'

/** Every route of the application, found by file name as the application finds them. */
const modules = import.meta.glob<{ default: EventHandler & { access: Access } }>(
  ['../../../server/api/**/*.ts', '!../../../server/api/[[]...].ts'],
  { eager: true },
)

export interface RouteFile {
  readonly method: 'get' | 'post' | 'put' | 'delete'
  readonly path: string
  readonly handler: EventHandler & { access: Access }
}

export const ROUTES: readonly RouteFile[] = Object.entries(modules).map(([file, module]) => {
  const [, path = '', method] = /server\/api(.*?)\.(get|post|put|delete)\.ts$/.exec(file) ?? []
  return {
    method: method as RouteFile['method'],
    path: `/api${path.replace(/\/index$/, '')}`,
    handler: module.default,
  }
})

/** Takes every row away, and every job that waits. Connections, threads and queue are the file's, not the test's. */
async function empty(db: Db): Promise<void> {
  const tables = await rowsOf<{ name: string }>(
    db,
    `SELECT schemaname || '.' || tablename AS name FROM pg_tables
      WHERE schemaname = 'public' AND tablename NOT LIKE 'migrations%' OR (schemaname, tablename) = ('jobs', 'job')`,
  )
  await db.raw(`TRUNCATE ${tables.map(({ name }) => name).join(', ')}`)
}

/** The same with one engine that scripts are run on. */
export async function startServerWithEngine(): ReturnType<typeof startServer> {
  process.env.NOMENKLATURA_SANDBOX = await bundleSandbox()
  process.env.NOMENKLATURA_ENGINES = '1'
  const server = await startServer()
  return {
    ...server,
    stop: () => {
      delete process.env.NOMENKLATURA_SANDBOX
      return server.stop()
    },
  }
}

/** The routes on a free port of loopback, over the database of this file, emptied first. */
export async function startServer(): Promise<{ origin: string; db: Db; stop: () => Promise<void> }> {
  process.env.NUXT_SESSION_PASSWORD ??= 'a-password-for-the-tests-of-32-chars-or-more'
  const db = database()
  await empty(db)
  const app = createApp()
  const router = createRouter()
  for (const { method, path, handler } of ROUTES) router[method](path.replace(/\[(\w+)\]/g, ':$1'), handler)
  app.use(router)
  const server: Server = createServer(toNodeListener(app))
  await new Promise<void>(resolve => server.listen(0, '127.0.0.1', resolve))
  const origin = `http://127.0.0.1:${(server.address() as AddressInfo).port}`
  return {
    origin,
    db,
    stop: async () => {
      server.closeAllConnections()
      await new Promise(resolve => server.close(resolve))
    },
  }
}

/** A person at a browser: keeps the cookie, says where requests come from. */
export class Visitor {
  private cookie = ''
  /** Who is signed in: pages say so with each request. */
  personId: string | undefined

  constructor(private readonly origin: string) {}

  async ask(
    method: string,
    path: string,
    body?: unknown,
    headers: Record<string, string> = {},
  ): Promise<{ status: number; body: Record<string, unknown> & { code?: string } }> {
    const response = await fetch(`${this.origin}${path}`, {
      method: method.toUpperCase(),
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      headers: {
        'Content-Type': 'application/json',
        'Origin': this.origin,
        ...(this.cookie ? { Cookie: this.cookie } : {}),
        ...(this.personId ? { [PERSON_HEADER]: this.personId } : {}),
        ...headers,
      },
    })
    for (const cookie of response.headers.getSetCookie()) this.cookie = cookie.split(';')[0]!
    const text = await response.text()
    const isJson = response.headers.get('content-type')?.includes('json') ?? false
    return { status: response.status, body: text && isJson ? JSON.parse(text) : {} }
  }

  /** Sends a form with a file, as a page does. */
  async upload(path: string, file: Uint8Array, asked: unknown = {}): ReturnType<Visitor['ask']> {
    const form = new FormData()
    form.set('file', new Blob([new Uint8Array(file)]), 'files.zip')
    form.set('asked', JSON.stringify(asked))
    const response = await fetch(`${this.origin}${path}`, {
      method: 'POST',
      body: form,
      headers: {
        Origin: this.origin,
        Cookie: this.cookie,
        ...(this.personId ? { [PERSON_HEADER]: this.personId } : {}),
      },
    })
    return { status: response.status, body: (await response.json()) as Record<string, unknown> }
  }

  /** A file that is there to be saved. */
  async download(path: string): Promise<{ status: number; type: string; bytes: Buffer }> {
    const response = await fetch(`${this.origin}${path}`, { headers: { Cookie: this.cookie } })
    return {
      status: response.status,
      type: response.headers.get('content-type') ?? '',
      bytes: Buffer.from(await response.arrayBuffer()),
    }
  }

  /** What a thief would have. */
  cookies(): string {
    return this.cookie
  }

  async signIn(email: string, password: string): Promise<this> {
    const { status, body } = await this.ask('POST', '/api/session', { email, password })
    if (status !== 200) throw new Error(`sign-in failed with ${status}`)
    this.personId = body.id as string
    return this
  }
}
