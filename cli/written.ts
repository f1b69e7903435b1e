import type { WrittenScript } from '@nomenklatura/core/sql'

/** The script on standard output, and each sentence about what it could not keep on standard error. */
export function printWritten({ text, losses }: WrittenScript): void {
  process.stdout.write(text)
  for (const loss of losses) console.error(loss)
}
