import { closeDatabase } from '../repositories/database'
import { startWorker } from './queue'

const worker = await startWorker()
console.log('worker: ready')

for (const signal of ['SIGINT', 'SIGTERM'] as const) {
  process.once(signal, () => {
    void worker.stop().then(closeDatabase).finally(() => process.exit(0))
  })
}
