/**
 * Scripts of real applications for the tests of the SQL reader: Debian packages whose database scripts are
 * read and run. They are fetched, unpacked into a folder that git ignores and never committed; a folder that
 * is complete is left as it is.
 */
import { execFileSync } from 'node:child_process'
import { existsSync, mkdirSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { ROOT } from './bundle.mjs'

export const PACKAGES = [
  'freeradius-config',
  'roundcube-core',
  'ejabberd',
  'gammu-smsd',
  'icinga2-ido-pgsql',
  'pdns-backend-mysql',
  'pdns-backend-pgsql',
  'pdns-backend-sqlite3',
  'kamailio-mysql-modules',
  'zabbix-server-mysql',
  'zabbix-server-pgsql',
]
export const CORPUS = join(ROOT, '.data/corpus')

export function fetchCorpus(say = () => {}) {
  const stamp = join(CORPUS, `complete-${PACKAGES.length}`)
  if (existsSync(stamp)) return
  say('Fetching scripts of real applications (apt-get download) …')
  rmSync(CORPUS, { recursive: true, force: true })
  const debs = join(CORPUS, 'debs')
  mkdirSync(debs, { recursive: true })
  execFileSync('apt-get', ['download', ...PACKAGES], { cwd: debs, stdio: 'ignore' })
  for (const file of readdirSync(debs)) {
    const folder = join(CORPUS, file.split('_')[0])
    mkdirSync(folder)
    execFileSync('dpkg-deb', ['-x', join(debs, file), folder])
  }
  rmSync(debs, { recursive: true })
  writeFileSync(stamp, '')
}

if (process.argv[1]?.endsWith('corpus.mjs')) fetchCorpus(console.error)
