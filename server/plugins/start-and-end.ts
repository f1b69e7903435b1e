import { defineNitroPlugin } from 'nitropack/runtime'
import { newFirstWord } from '../auth/token'
import { closeQueue } from '../jobs/queue'
import { closePool, warmThreads } from '../pool/compute'
import { closeEngines, warmEngines } from '../pool/engines'
import { closeDatabase, database } from '../repositories/database'
import { logFault } from '../services/log'
import { offerFirstWord } from '../services/people'

const AGAIN_MS = 5000

/**
 * A fresh installation prints the word that the first person must give; the end of the process ends what it
 * began.
 */
export default defineNitroPlugin(nitro => {
  process.on('unhandledRejection', error => logFault('process', error))
  let timer: NodeJS.Timeout | undefined
  const offer = async (): Promise<void> => {
    const word = newFirstWord()
    try {
      if (await offerFirstWord(database(), word))
        console.log(`Nobody is here yet. The first person needs this word: ${word}`)
    } catch {
      timer = setTimeout(() => void offer(), AGAIN_MS) // the database is away, or not migrated yet
    }
  }
  void offer()
  warmThreads()
  void warmEngines()
  nitro.hooks.hook('close', async () => {
    clearTimeout(timer)
    await closeQueue()
    await Promise.all([closePool(), closeEngines()])
    await closeDatabase()
  })
})
