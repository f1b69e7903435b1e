import { execFileSync, spawn } from 'node:child_process'
import { existsSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** A private MariaDB server on a socket of its own, stopped and removed at the end. */
export interface MariaDb {
  /**
   * Runs statements in a database; rows as texts by tabulators. Throws with the server's message, or goes on
   * after statements that are refused.
   */
  readonly run: (sql: string, database?: string, options?: { readonly goOn?: boolean }) => string[][]
  /** A database as the server's own tool writes it down, without its rows. */
  readonly dump: (database: string) => string
  readonly stop: () => void
}

export async function startMariaDb(): Promise<MariaDb> {
  const folder = mkdtempSync(join(process.getuid?.() === 0 ? '/var/tmp' : tmpdir(), 'nomenklatura-maria-'))
  const asUser = process.getuid?.() === 0 ? ['runuser', '-u', 'mysql', '--'] : []
  if (asUser.length > 0) execFileSync('chown', ['mysql:mysql', folder])
  const command = (program: string, args: string[]): [string, string[]] =>
    asUser.length > 0 ? [asUser[0]!, [...asUser.slice(1), program, ...args]] : [program, args]
  const [init, initArgs] = command('mariadb-install-db', [
    '--no-defaults',
    `--datadir=${folder}/data`,
    '--auth-root-authentication-method=normal',
    '--skip-test-db',
  ])
  execFileSync(init, initArgs, { stdio: 'ignore', cwd: '/' })
  const socket = `${folder}/s.sock`
  const [daemon, daemonArgs] = command('/usr/sbin/mariadbd', [
    '--no-defaults',
    `--datadir=${folder}/data`,
    `--socket=${socket}`,
    '--skip-networking',
    `--pid-file=${folder}/pid`,
    '--innodb-flush-log-at-trx-commit=0',
    '--sync-binlog=0',
    '--skip-log-bin',
  ])
  const server = spawn(daemon, daemonArgs, { stdio: 'ignore', cwd: '/' })
  const run: MariaDb['run'] = (sql, database, { goOn = false } = {}) => {
    const text = execFileSync(
      'mariadb',
      [
        '--no-defaults',
        '-u',
        'root',
        '-S',
        socket,
        '-N',
        '-B',
        ...(goOn ? ['--force'] : []),
        '--default-character-set=utf8mb4',
        ...(database === undefined ? [] : [database]),
      ],
      { input: sql, encoding: 'utf8', stdio: ['pipe', 'pipe', 'pipe'], maxBuffer: 1e9 },
    )
    return text === ''
      ? []
      : text
          .replace(/\n$/, '')
          .split('\n')
          .map(line => line.split('\t'))
  }
  for (let tries = 0; ; tries++) {
    try {
      run('SELECT 1')
      break
    } catch (error) {
      if (tries > 150) throw error
      await new Promise(done => setTimeout(done, 200))
    }
  }
  return {
    run,
    dump: database =>
      execFileSync('mariadb-dump', ['--no-defaults', '-u', 'root', '-S', socket, '--no-data', database], {
        encoding: 'utf8',
        maxBuffer: 1e9,
      }),
    stop: () => {
      try {
        run('SHUTDOWN')
      } catch {
        server.kill('SIGKILL')
      }
      if (existsSync(folder)) setTimeout(() => rmSync(folder, { recursive: true, force: true }), 1500)
    },
  }
}
