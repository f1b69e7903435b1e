import { PGlite } from '@electric-sql/pglite'
import { SANDBOX_LIMITS, type SandboxReport, type SandboxWork } from '@nomenklatura/core/instances'
import type { TrialReport, TrialWork } from '@nomenklatura/core/row-trial'
import { BoundedMemory } from './bounded-memory'
import { fetchUnpacked } from './fetch-unpacked'
import { pgliteSession } from './pglite-session'
import { remember, runWork } from './run-work'
import type { Session } from './session'
import { TrialRoom } from './trial-room'

/** What the page asks of its engine: to be ready, to show a row trial, or to run what a verdict is judged by. */
export type BrowserAsk =
  | { readonly ask: 'start' }
  | { readonly ask: 'show'; readonly work: TrialWork }
  | { readonly ask: 'run'; readonly work: SandboxWork }

/** What the engine tells the page. */
export type BrowserTold =
  | { readonly told: 'progress'; readonly loaded: number; readonly of: number }
  | { readonly told: 'ready' }
  | { readonly told: 'report'; readonly report: TrialReport }
  | { readonly told: 'run'; readonly report: SandboxReport }
  | { readonly told: 'failed'; readonly reason: string }

const memory = new BoundedMemory()
let engine: Promise<Engine> | undefined

interface Engine {
  readonly session: Session
  readonly room: TrialRoom
}

/** Packed with gzip, under a name by which no server packs them again, or takes them for packed on the way. */
const FILES = ['pglite.wasm.gz.bin', 'pglite.data.gz.bin', 'image.tar.gz.bin'] as const

/** Starts the engine from what lies beside this file. */
async function start(): Promise<Engine> {
  const loaded = FILES.map(() => ({ done: 0, of: 0 }))
  const files = await Promise.all(
    FILES.map((name, i) =>
      fetchUnpacked(new URL(name, self.location.href), (done, of) => {
        loaded[i] = { done, of }
        const sum = (part: 'done' | 'of'): number => loaded.reduce((all, file) => all + file[part], 0)
        if (loaded.every(file => file.of > 0)) tell({ told: 'progress', loaded: sum('done'), of: sum('of') })
      }),
    ),
  )
  const [wasm, data, image] = files as [ArrayBuffer, ArrayBuffer, ArrayBuffer]
  memory.forNewEngine()
  const database = await PGlite.create({
    pgliteWasmModule: await WebAssembly.compile(wasm),
    fsBundle: new Blob([data]),
    loadDataDir: new Blob([image]),
  })
  memory.allowMore(SANDBOX_LIMITS.memoryMb * 2 ** 20)
  const session = pgliteSession(database)
  await remember(session)
  return { session, room: new TrialRoom(session) }
}

const tell = (told: BrowserTold): void => postMessage(told)

async function answer(asked: BrowserAsk): Promise<BrowserTold> {
  engine ??= start()
  const { session, room } = await engine
  switch (asked.ask) {
    case 'start':
      return { told: 'ready' }
    case 'show':
      return { told: 'report', report: await room.show(asked.work) }
    case 'run':
      await room.leave()
      return { told: 'run', report: await runWork(session, asked.work) }
  }
}

const failed = (error: unknown): BrowserTold => ({
  told: 'failed',
  reason: error instanceof Error ? error.message : String(error),
})

/** One after the other. */
let last = Promise.resolve()
addEventListener('message', ({ data }: MessageEvent<BrowserAsk>) => {
  last = last.then(async () => tell(await answer(data).catch(failed)))
})
