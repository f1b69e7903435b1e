import { execFileSync } from 'node:child_process'

/** A script as SQLite's own program writes it down after running it. */
export function sqliteDump(script: string): string {
  return execFileSync('sqlite3', ['-batch', '-bail', ':memory:'], {
    input: `PRAGMA foreign_keys=OFF;\n${script}\n;\n.dump\n`,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'pipe'],
    maxBuffer: 1e9,
  })
}

/**
 * Runs a script in an empty SQLite database and then a question; the rows of its answer as objects. Throws
 * with the program's message.
 */
export function sqlite(script: string, question: string): Record<string, string | number | null>[] {
  const text = execFileSync('sqlite3', ['-batch', '-bail', ':memory:'], {
    input: `PRAGMA foreign_keys=OFF;\n${script}\n;\n.mode json\n.headers on\n.print @@\n${question}\n`,
    encoding: 'utf8',
    stdio: ['pipe', 'pipe', 'pipe'],
    maxBuffer: 1e9,
  })
  const answer = text.slice(text.lastIndexOf('@@') + 2).trim()
  return answer === ''
    ? []
    : (JSON.parse(answer.replaceAll(/\]\s*\[/g, ',')) as Record<string, string | number | null>[])
}
