import createKnex from 'knex'
import { mkdtempSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import puppeteer, { type Page } from 'puppeteer-core'
import { startApplication } from '../bin/support/application.mjs'
import { buildApplication } from '../bin/support/build.mjs'
import { chromium } from '../bin/support/chromium.mjs'
import { freePort, startCluster } from '../bin/support/cluster.mjs'
import { makeCourse } from './courses'

/**
 * What somebody sees of a class of 500 in a browser: until the desk can be used, from one hand-in to the next, and
 * the frames of a ledger that is scrolled: node bin/support/run.mjs bench/screens.ts. Medians of five.
 */
const RUNS = 5
const PASSWORD = 'a-long-enough-word'
const folder = mkdtempSync('/var/tmp/nomenklatura-bench-')
const cluster = await startCluster(join(folder, 'cluster'), 'screens', { port: await freePort() })
process.env.DATABASE_URL = cluster.url
buildApplication(console.error)
const { closeDatabase, database } = await import('../server/repositories/database')
const { migrate } = await import('../db/migrations')
const { hashPassword } = await import('../server/services/passwords')
await migrate(database())
const db = createKnex({ client: 'pg', connection: cluster.url })
const { personId, exerciseId } = await makeCourse(db, 500, 6)
await db('people')
  .where({ id: personId })
  .update({ email: 'bench@x.example', password_hash: await hashPassword(PASSWORD) })
await db.raw('VACUUM ANALYZE')
const port = await freePort()
const application = await startApplication({
  databaseUrl: cluster.url,
  port,
  password: 'a-password-for-the-bench-of-32-chars-or-more',
  demo: false,
})
const browser = await puppeteer.launch({
  executablePath: chromium(),
  headless: true,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-sync',
  ],
})
const page = await browser.newPage()
await page.setViewport({ width: 1280, height: 800 })
const origin = `http://127.0.0.1:${port}`

async function signIn(): Promise<void> {
  await page.goto(`${origin}/sign-in`)
  await page.waitForSelector('input[type=email]')
  await page.type('input[type=email]', 'bench@x.example')
  await page.type('input[type=password]', PASSWORD)
  await page.keyboard.press('Enter')
  await page.waitForFunction(() => location.pathname === '/')
}

const middle = (samples: number[]): number => samples.toSorted((a, b) => a - b)[samples.length >> 1]!
async function timed(run: () => Promise<unknown>): Promise<number> {
  const samples: number[] = []
  for (let i = 0; i < RUNS; i++) {
    const begun = performance.now()
    await run()
    samples.push(performance.now() - begun)
  }
  return middle(samples)
}

const openDesk = async (): Promise<void> => {
  await page.goto(`${origin}/exercises/${exerciseId}/desk`, { waitUntil: 'domcontentloaded' })
  await page.waitForSelector('.desk [data-rule]')
}
const shownName = (): Promise<string> =>
  page.evaluate(() => document.querySelector('.queue [aria-current=true] .name')?.textContent ?? '')
async function nextHandIn(): Promise<void> {
  const before = await shownName()
  await page.keyboard.press('j')
  await page.waitForFunction(
    was => {
      const name = document.querySelector('.queue [aria-current=true] .name')?.textContent ?? ''
      return name !== was && (document.querySelector('.centre h2')?.textContent ?? '').includes(name)
    },
    { polling: 'raf' },
    before,
  )
}

/** The time between frames while a list is scrolled by its own height each quarter of a second. */
async function framesOf(view: Page): Promise<number[]> {
  return view.evaluate(
    () =>
      new Promise<number[]>(done => {
        const grid = document.querySelector('.grid')!
        const frames: number[] = []
        let last = performance.now()
        const step = (now: number): void => {
          frames.push(now - last)
          last = now
          grid.scrollTop += 30
          if (frames.length < 240) requestAnimationFrame(step)
          else done(frames.slice(5))
        }
        requestAnimationFrame(step)
      }),
  )
}

await signIn()
console.log(`desk with 500, from the address to the first rule: ${(await timed(openDesk)).toFixed(0)} ms`)
const openFromLedger = async (): Promise<void> => {
  await page.goto(`${origin}/exercises/${exerciseId}/ledger`)
  await page.waitForSelector('.grid tbody th')
  await page.waitForFunction(() => document.querySelectorAll('.grid tbody td').length > 0)
}
const within: number[] = []
for (let i = 0; i < RUNS; i++) {
  await openFromLedger()
  const begun = performance.now()
  await page.evaluate(() =>
    [...document.querySelectorAll('a')].find(({ textContent }) => textContent === 'Marking desk')!.click(),
  )
  await page.waitForSelector('.desk [data-rule]')
  within.push(performance.now() - begun)
}
console.log(`desk with 500, from the ledger by its link: ${middle(within).toFixed(0)} ms`)
console.log(`the next hand-in by J: ${(await timed(nextHandIn)).toFixed(0)} ms`)
await openFromLedger()
await page.bringToFront()
const ledger = await framesOf(page)
tell('ledger of 500 scrolled', ledger)
// The same cells as plain text, without an application: what this machine can draw at all.
const [rows, columns] = await page.evaluate(() => [
  Number(document.querySelector('.grid')!.scrollHeight / 30),
  document.querySelectorAll('.grid thead th').length,
])
const plain = await browser.newPage()
await plain.setViewport({ width: 1280, height: 800 })
await plain.setContent(plainTable(Math.round(rows!), columns!))
await plain.bringToFront()
const reference = await framesOf(plain)
tell('as many plain cells scrolled', reference)
console.log(`the ledger takes ${(mean(ledger) / mean(reference)).toFixed(2)} times as long for a frame`)

function mean(frames: readonly number[]): number {
  return frames.reduce((a, b) => a + b) / frames.length
}
function tell(what: string, frames: readonly number[]): void {
  const share = frames.filter(ms => ms < 20).length / frames.length
  console.log(
    `${what}: ${(1000 / mean(frames)).toFixed(1)} frames a second, ${Math.round(100 * share)} % of them within 20 ms, the longest ${Math.max(...frames).toFixed(0)} ms`,
  )
}
function plainTable(height: number, width: number): string {
  const row = `<tr style="height: 30px"><th>A name of somebody</th>${'<td>\u2713</td>'.repeat(width)}</tr>`
  return `<div class="grid" style="height: 700px; overflow: auto"><table>${row.repeat(height)}</table></div>`
}

await browser.close()
await application.stop()
await db.destroy()
await closeDatabase()
cluster.stop()
cluster.remove()
rmSync(folder, { recursive: true, force: true })
