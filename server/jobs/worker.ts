import { closeDatabase } from '../repositories/database'
import { logFault } from '../services/log'
import { startWorker } from './work'

/** What nobody waits for must not end the process: the next sweep finds what is missing. */
process.on('unhandledRejection', error => logFault('worker', error))

const worker = startWorker()

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    // The database may be away as well: what does not end by itself is ended.
    setTimeout(() => process.exit(1), 10_000).unref()
    void worker
      .stop()
      .then(closeDatabase)
      .finally(() => process.exit(0))
  })
}
