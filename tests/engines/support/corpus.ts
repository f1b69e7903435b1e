import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { join } from 'node:path'
import { gunzipSync } from 'node:zlib'
import type { Dialect } from '@nomenklatura/core/schema'

export interface CorpusScript {
  readonly name: string
  readonly dialect: Dialect
  readonly text: string
}

const ROOT = '.data/corpus'

/**
 * The database scripts of the packages that bin/support/corpus.mjs unpacked, by where they lie: what makes a
 * schema from nothing.
 */
export function corpus(): CorpusScript[] {
  if (!existsSync(ROOT)) throw new Error('The corpus is missing: node bin/support/corpus.mjs fetches it.')
  return walk(ROOT)
    .filter(isSchema)
    .sort()
    .map(path => ({ name: path.slice(ROOT.length + 1), dialect: dialectOf(path), text: readText(path) }))
}

function walk(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap(entry => {
    if (entry.isDirectory()) return walk(join(folder, entry.name))
    if (entry.isFile()) return [join(folder, entry.name)]
    return []
  })
}

/** Schemas only: not what upgrades an older one, nor procedures for a schema of another file. */
function isSchema(path: string): boolean {
  if (
    /upgrade|old-to-new|_to_|procedure|process-|setup|ndb|legacy|enable-foreign|\/SQL\/\w+\/\d|extras|x86_64-linux-gnu/.test(
      path,
    )
  )
    return false
  return /\.sql$|schema\.sql\.gz$/.test(path)
}

function dialectOf(path: string): Dialect {
  if (/mssql/.test(path)) return 'sqlserver'
  if (/oracle/.test(path)) return 'oracle'
  if (/sqlite|\/lite\./.test(path)) return 'sqlite'
  return /mysql/.test(path) ? 'mysql' : 'postgresql'
}

function readText(path: string): string {
  const bytes = readFileSync(path)
  return (path.endsWith('.gz') ? gunzipSync(bytes) : bytes).toString('utf8')
}
