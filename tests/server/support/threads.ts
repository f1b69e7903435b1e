import { bundleThread } from '../../../bin/support/bundle.mjs'

/** The worker threads are bundled once, before the tests of the server. */
export default async function prepare(): Promise<void> {
  process.env.NOMENKLATURA_LOG_LEVEL ??= 'silent' // faults that tests bring about are not told
  process.env.NOMENKLATURA_THREAD = await bundleThread()
}
