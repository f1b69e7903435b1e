import { bundleSandbox } from '../../bin/support/bundle.mjs'

/** Once, before the tests of the sandbox: what engines start from is put together. */
export default async function prepare(): Promise<void> {
  process.env.NOMENKLATURA_SANDBOX = await bundleSandbox()
}
