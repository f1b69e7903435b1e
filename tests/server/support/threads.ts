import { bundleThread } from '../../../bin/support/bundle.mjs'

/** The worker threads are bundled once, before the tests of the server. */
export default async function prepare(): Promise<void> {
  process.env.NOMENKLATURA_THREAD = await bundleThread()
}
