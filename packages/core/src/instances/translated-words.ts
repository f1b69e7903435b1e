import { DIALECT } from '../schema'
import type { Translated } from './runnable'

/** That a script was translated to be run, from what, and what was lost by it. */
export function translatedInWords({ from, losses }: Translated): string {
  const begin = `Written for ${DIALECT[from].name}, and translated to PostgreSQL to be run.`
  return [begin, ...losses].join(' ')
}
