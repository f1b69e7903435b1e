import { spawn, type ChildProcess } from 'node:child_process'
import { once } from 'node:events'
import { afterEach, expect, it } from 'vitest'
import { freePort } from '../../bin/support/cluster.mjs'
import { DEMO_TEMPLATE, copyOf } from '../support/databases'

let child: ChildProcess | undefined
let drop: (() => Promise<void>) | undefined
afterEach(async () => {
  if (child?.exitCode === null) {
    child.kill('SIGTERM')
    await once(child, 'exit')
  }
  await drop?.()
})

/** The answer once there is one that is well; what the program said where there is none in time. */
async function answerOf(url: string, said: () => string): Promise<string> {
  const end = Date.now() + 150_000
  for (;;) {
    const response = await fetch(url).catch(() => undefined)
    if (response?.ok) return response.text()
    if (Date.now() > end || child!.exitCode !== null)
      throw new Error(`${url} gives no answer. The program said:\n${said().slice(-3000)}`)
    await new Promise(done => setTimeout(done, 500))
  }
}

it('npm run dev serves the pages with their entry, and the routes', async () => {
  const copy = await copyOf(DEMO_TEMPLATE)
  drop = copy.drop
  const port = await freePort()
  let said = ''
  child = spawn(process.execPath, ['bin/support/dev.mjs'], {
    env: { ...process.env, DATABASE_URL: copy.url, PORT: String(port) },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  for (const stream of [child.stdout!, child.stderr!])
    stream.on('data', (chunk: Buffer) => {
      said += chunk.toString()
    })
  const origin = `http://127.0.0.1:${port}`
  const page = await answerOf(`${origin}/sign-in`, () => said)
  const [, entry] = /<script type="module" src="([^"]*entry[^"]*)"/.exec(page) ?? []
  expect(entry, page.slice(0, 2000)).toBeDefined()
  expect(await answerOf(`${origin}${entry}`, () => said)).toContain('import')
  expect(JSON.parse(await answerOf(`${origin}/api/session`, () => said))).toMatchObject({ person: null })
}, 240_000)
