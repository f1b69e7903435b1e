import type { ScryptOptions } from 'node:crypto'
import { afterAll, vi } from 'vitest'
import { SCHEMA_TEMPLATE, copyOf } from '../../support/databases'

/** Each file of tests has a database of its own: files may run beside each other, and find nothing of another. */
const { url, drop } = await copyOf(SCHEMA_TEMPLATE)
process.env.DATABASE_URL = url
afterAll(async () => {
  const { closeQueue } = await import('../../../server/jobs/queue')
  const { closePool } = await import('../../../server/pool/compute')
  const { closeEngines } = await import('../../../server/pool/engines')
  const { closeDatabase } = await import('../../../server/repositories/database')
  await closeQueue()
  await closePool()
  await closeEngines()
  await closeDatabase()
  await drop()
})

/** Passwords are made to take long, and tests sign in hundreds of times. Other measures than today's are left as they are. */
const TODAYS_P = 3
vi.mock('node:crypto', async original => {
  const crypto = await original<typeof import('node:crypto')>()
  return {
    ...crypto,
    scrypt: (
      password: string,
      salt: Buffer,
      length: number,
      options: ScryptOptions,
      done: (error: Error | null, key: Buffer) => void,
    ) => crypto.scrypt(password, salt, length, options.p === TODAYS_P ? { ...options, N: 2 } : options, done),
  }
})
