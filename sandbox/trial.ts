import { Worker } from 'node:worker_threads'
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs'

/**
 * A trial, not the product: two PostgreSQL engines in WebAssembly, each in a worker thread, started from one
 * saved image; a five-table script with 80 trial inserts in a single DO block. It measures time and memory,
 * so that later aims rest on figures.
 */
const IMAGE = '.build/sandbox-image.tar'

const WORKER = `
import { parentPort, workerData } from 'node:worker_threads'
import { readFileSync } from 'node:fs'
const begun = performance.now()
const { PGlite } = await import('@electric-sql/pglite')
const db = await PGlite.create(workerData.image ? { loadDataDir: new Blob([readFileSync(workerData.image)]) } : {})
await db.query('SELECT 1')
if (!workerData.image) {
  const dump = await db.dumpDataDir('none')
  parentPort.postMessage({ image: Buffer.from(await dump.arrayBuffer()) })
}
parentPort.postMessage({ readyMs: performance.now() - begun })
parentPort.on('message', async ({ ddl, trials }) => {
  const at = performance.now()
  await db.exec('BEGIN')
  await db.exec(ddl)
  const ddlMs = performance.now() - at
  const found = []
  await db.exec(trials, { onNotice: notice => found.push(notice.message) })
  await db.exec('ROLLBACK')
  parentPort.postMessage({ ddlMs, totalMs: performance.now() - at, outcomes: found })
})
`

interface Said {
  readonly image?: Buffer
  readonly readyMs?: number
  readonly ddlMs?: number
  readonly totalMs?: number
  readonly outcomes?: string[]
}

function engine(image: string | null): { worker: Worker; next: () => Promise<Said> } {
  const file = new URL(`file://${process.cwd()}/.build/sandbox-trial-worker.mjs`)
  writeFileSync(file, WORKER)
  const worker = new Worker(file, { workerData: { image } })
  const said: Said[] = []
  const waiting: ((value: Said) => void)[] = []
  worker.on('message', (message: Said) => {
    const first = waiting.shift()
    if (first) first(message)
    else said.push(message)
  })
  worker.on('error', error => console.error(error))
  return {
    worker,
    next: () => new Promise(resolve => (said.length > 0 ? resolve(said.shift()!) : waiting.push(resolve))),
  }
}

/** 80 inserts, each tried on its own and put back, in one DO block that tells each outcome by a notice. */
function trialBlock(): string {
  const statements = Array.from({ length: 20 }, (_, i) => [
    `INSERT INTO trip VALUES (${i}, DATE '2025-05-04')`,
    `INSERT INTO trip VALUES (${i}, NULL)`,
    `INSERT INTO accession VALUES ('SKV-${String(i).padStart(5, '0')}', 'Silene', NULL)`,
    `INSERT INTO dispatch VALUES (${i}, 'NONE', DATE '2025-09-02')`,
  ]).flat()
  const tries = statements.map(
    (
      statement,
      i,
    ) => `BEGIN ${statement}; RAISE NOTICE '${i} accepted'; RAISE EXCEPTION USING ERRCODE = 'P0002';
    EXCEPTION WHEN no_data_found THEN NULL; WHEN OTHERS THEN RAISE NOTICE '${i} %', SQLSTATE; END;`,
  )
  return `DO $do$ BEGIN ${tries.join('\n')} END $do$;`
}

export async function runTrial(report: (what: string, text: string) => void): Promise<void> {
  mkdirSync('.build', { recursive: true })
  const memory = (): number => process.memoryUsage().rss / 2 ** 20
  if (!existsSync(IMAGE)) {
    const first = engine(null)
    const { image } = await first.next()
    const { readyMs } = await first.next()
    writeFileSync(IMAGE, image!)
    report(
      'engine: plain start, once, to make the image',
      `${(readyMs! / 1000).toFixed(1)} s, image ${(image!.length / 2 ** 20).toFixed(1)} MB`,
    )
    await first.worker.terminate()
  }
  const ddl = (
    JSON.parse(readFileSync('db/demo/exercises/exchange-with-partner-gardens.json', 'utf8')) as {
      models: { script: string }[]
    }
  ).models[0]!.script
  const before = memory()
  const engines = [engine(IMAGE), engine(IMAGE)]
  const ready = await Promise.all(engines.map(({ next }) => next()))
  report(
    'two engines from the image, together',
    `ready after ${ready.map(({ readyMs }) => `${(readyMs! / 1000).toFixed(2)} s`).join(' and ')}; ${Math.round((memory() - before) / 2)} MB each`,
  )
  const trials = trialBlock()
  const runs: Said[] = []
  for (let i = 0; i < 30; i++) {
    for (const { worker } of engines) worker.postMessage({ ddl, trials })
    runs.push(...(await Promise.all(engines.map(({ next }) => next()))))
  }
  const median = (values: number[]): number => values.sort((a, b) => a - b)[values.length >> 1]!
  report(
    'five tables and 80 trial inserts in one DO block',
    `${median(runs.map(({ totalMs }) => totalMs!)).toFixed(1)} ms median, of which DDL ${median(runs.map(({ ddlMs }) => ddlMs!)).toFixed(1)} ms; ${runs.length / 2} runs each, ${Math.round(memory() - before)} MB in all afterwards`,
  )
  const { outcomes } = runs[0]!
  report(
    '  outcomes',
    `${outcomes!.length} told, ${outcomes!.filter(text => text.endsWith('accepted')).length} accepted, the others by ${[...new Set(outcomes!.filter(text => !text.endsWith('accepted')).map(text => text.split(' ')[1]))].join(', ')}`,
  )
  const begun = performance.now()
  await Promise.all(engines.map(({ worker }) => worker.terminate()))
  report('  both ended', `${(performance.now() - begun).toFixed(0)} ms`)
}
