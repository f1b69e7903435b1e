import { existsSync } from 'node:fs'

/** Debian's Chromium without windows, which takes a sixth less of the processor; the whole one where that is not there. */
const SHELL = '/usr/bin/chromium-headless-shell'

/** The browser that tests and measurements drive: CHROMIUM names another. */
export function chromium() {
  return process.env.CHROMIUM ?? (existsSync(SHELL) ? SHELL : '/usr/bin/chromium')
}
