import { execFileSync } from 'node:child_process'
import { join } from 'node:path'
import pg from 'pg'
import { foldName } from '@nomenklatura/core/schema'
import { binaries } from '../../../bin/support/cluster.mjs'
import type { MariaDb } from './mariadb'
import { sqlite } from './sqlite'
import { columnWords, referenceWords, typeOf, type Summary } from './summary'

const byName = (a: Summary, b: Summary): number => (a.name < b.name ? -1 : 1)
const ACTIONS: Readonly<Record<string, string>> = {
  a: 'no action',
  r: 'restrict',
  c: 'cascade',
  n: 'set null',
  d: 'set default',
}

const PG_CATALOG = `
  SELECT c.relname AS name,
    (SELECT coalesce(json_agg(json_build_object('name', a.attname, 'type', CASE y.typtype WHEN 'e' THEN 'ENUM:' || (SELECT string_agg(e.enumlabel, '|' ORDER BY e.enumsortorder) FROM pg_enum e WHERE e.enumtypid = y.oid)
         WHEN 'd' THEN format_type(y.typbasetype, y.typtypmod) ELSE format_type(a.atttypid, a.atttypmod) END, 'required', a.attnotnull OR y.typnotnull,
       'numbers', a.attidentity <> '' OR coalesce(pg_get_expr(d.adbin, d.adrelid), '') LIKE 'nextval(%') ORDER BY a.attnum), '[]')
       FROM pg_attribute a JOIN pg_type y ON y.oid = a.atttypid LEFT JOIN pg_attrdef d ON d.adrelid = a.attrelid AND d.adnum = a.attnum WHERE a.attrelid = c.oid AND a.attnum > 0 AND NOT a.attisdropped) AS columns,
    (SELECT coalesce(json_agg(json_build_object('kind', k.contype, 'target', t.relname, 'del', k.confdeltype, 'upd', k.confupdtype,
       'columns', (SELECT json_agg(a.attname ORDER BY o.i) FROM unnest(k.conkey) WITH ORDINALITY o(n, i) JOIN pg_attribute a ON a.attrelid = k.conrelid AND a.attnum = o.n),
       'targets', (SELECT json_agg(a.attname ORDER BY o.i) FROM unnest(k.confkey) WITH ORDINALITY o(n, i) JOIN pg_attribute a ON a.attrelid = k.confrelid AND a.attnum = o.n))), '[]')
       FROM pg_constraint k LEFT JOIN pg_class t ON t.oid = k.confrelid WHERE k.conrelid = c.oid) AS constraints,
    (SELECT coalesce(json_agg((SELECT json_agg(a.attname ORDER BY o.i) FROM unnest(i.indkey::int2[]) WITH ORDINALITY o(n, i) JOIN pg_attribute a ON a.attrelid = c.oid AND a.attnum = o.n)), '[]')
       FROM pg_index i WHERE i.indrelid = c.oid AND i.indisunique AND NOT i.indisprimary AND i.indpred IS NULL AND i.indexprs IS NULL) AS uniques
  FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace WHERE c.relkind IN ('r', 'p') AND n.nspname NOT IN ('pg_catalog', 'information_schema', 'pg_toast')`

interface PgConstraint {
  readonly kind: string
  readonly columns: string[]
  readonly target: string
  readonly targets: string[]
  readonly del: string
  readonly upd: string
}
interface PgTable {
  readonly name: string
  readonly columns: { name: string; type: string; required: boolean; numbers: boolean }[]
  readonly constraints: PgConstraint[]
  readonly uniques: string[][]
}

/**
 * Runs a script in a database of its own and reads PostgreSQL's catalog. Throws what the server says where it
 * refuses.
 */
export function postgresCatalog(script: string): Promise<Summary[]> {
  return inDatabase(script, readCatalog)
}

/** The same, with the script as the server's own tool writes it down afterwards. */
export function postgresDump(script: string): Promise<{ kept: Summary[]; dump: string }> {
  return inDatabase(script, async (client, url) => ({
    kept: await readCatalog(client),
    dump: execFileSync(join(binaries(), 'pg_dump'), ['--schema-only', url], {
      encoding: 'utf8',
      maxBuffer: 1e9,
    }),
  }))
}

async function readCatalog(client: pg.Client): Promise<Summary[]> {
  const { rows } = await client.query<PgTable>(PG_CATALOG)
  return rows.map(pgSummary).sort(byName)
}

async function inDatabase<Answer>(
  script: string,
  ask: (client: pg.Client, url: string) => Promise<Answer>,
): Promise<Answer> {
  const url = process.env['DATABASE_URL']!
  const admin = new pg.Client({ connectionString: url })
  await admin.connect()
  const name = `trial_${process.pid}_${Math.floor(performance.now() * 1000)}`
  await admin.query(`CREATE DATABASE ${name}`)
  const own = new URL(url)
  own.pathname = `/${name}`
  const client = new pg.Client({ connectionString: own.href })
  try {
    await client.connect()
    await client.query(script)
    return await ask(client, own.href)
  } finally {
    await client.end().catch(() => undefined)
    await admin.query(`DROP DATABASE ${name} WITH (FORCE)`)
    await admin.end()
  }
}

function pgSummary({ name, columns, constraints, uniques }: PgTable): Summary {
  const of = (kind: string): PgConstraint[] => constraints.filter(constraint => constraint.kind === kind)
  return {
    name: foldName(name),
    columns: columns.map(column =>
      columnWords({
        ...column,
        type: column.type.startsWith('ENUM:')
          ? `enum ${column.type.slice(5)}`
          : typeOf(column.type, 'postgresql'),
      }),
    ),
    key: (of('p')[0]?.columns ?? []).map(foldName).join(','),
    uniques: [...new Set(uniques.map(list => list.map(foldName).join(',')))].sort(),
    references: of('f')
      .map(({ columns: own, target, targets, del, upd }) =>
        referenceWords(own, target, targets, ACTIONS[del]!, ACTIONS[upd]!),
      )
      .sort(),
    checks: of('c').length,
  }
}

/** The server calls "no action" what it takes as "restrict", as it was written or not. */
const oneWord = (action: string): string => (action === 'NO ACTION' ? 'restrict' : action.toLowerCase())

/** Runs a script in a database of its own and reads MariaDB's catalog. */
export function mariaCatalog(maria: MariaDb, script: string): Summary[] {
  maria.run('DROP DATABASE IF EXISTS trial; CREATE DATABASE trial CHARACTER SET utf8mb4;')
  maria.run(script, 'trial')
  const where = "WHERE TABLE_SCHEMA = 'trial'"
  const columns = maria.run(
    `SELECT TABLE_NAME, COLUMN_NAME, COLUMN_TYPE, IS_NULLABLE, EXTRA FROM information_schema.COLUMNS ${where} ORDER BY TABLE_NAME, ORDINAL_POSITION`,
  )
  const keys = maria.run(
    `SELECT TABLE_NAME, INDEX_NAME, GROUP_CONCAT(COLUMN_NAME ORDER BY SEQ_IN_INDEX), MAX(NON_UNIQUE) FROM information_schema.STATISTICS ${where} GROUP BY TABLE_NAME, INDEX_NAME`,
  )
  const references =
    maria.run(`SELECT k.TABLE_NAME, GROUP_CONCAT(k.COLUMN_NAME ORDER BY k.ORDINAL_POSITION), k.REFERENCED_TABLE_NAME, GROUP_CONCAT(k.REFERENCED_COLUMN_NAME ORDER BY k.ORDINAL_POSITION), r.DELETE_RULE, r.UPDATE_RULE
    FROM information_schema.KEY_COLUMN_USAGE k JOIN information_schema.REFERENTIAL_CONSTRAINTS r ON r.CONSTRAINT_SCHEMA = k.CONSTRAINT_SCHEMA AND r.CONSTRAINT_NAME = k.CONSTRAINT_NAME AND r.TABLE_NAME = k.TABLE_NAME
    WHERE k.TABLE_SCHEMA = 'trial' AND k.REFERENCED_TABLE_NAME IS NOT NULL GROUP BY k.TABLE_NAME, k.CONSTRAINT_NAME, k.REFERENCED_TABLE_NAME, r.DELETE_RULE, r.UPDATE_RULE`)
  const checks = maria.run(
    "SELECT TABLE_NAME, COUNT(*) FROM information_schema.CHECK_CONSTRAINTS WHERE CONSTRAINT_SCHEMA = 'trial' AND CHECK_CLAUSE NOT LIKE 'json_valid(%' GROUP BY TABLE_NAME",
  )
  return [...new Set(columns.map(([table]) => table!))]
    .map((table): Summary => ({
      name: foldName(table),
      columns: columns
        .filter(([owner]) => owner === table)
        .map(([, name, type, nullable, extra]) =>
          columnWords({
            name: name!,
            type: typeOf(type!, 'mysql'),
            required: nullable === 'NO',
            numbers: /auto_increment/.test(extra!),
          }),
        ),
      key: (keys.find(([owner, name]) => owner === table && name === 'PRIMARY')?.[2] ?? '').toLowerCase(),
      uniques: [
        ...new Set(
          keys
            .filter(
              ([owner, name, , nonUnique]) => owner === table && name !== 'PRIMARY' && nonUnique === '0',
            )
            .map(([, , list]) => list!.toLowerCase()),
        ),
      ].sort(),
      references: references
        .filter(([owner]) => owner === table)
        .map(([, own, target, targets, onDelete, onUpdate]) =>
          referenceWords(
            own!.split(','),
            target!,
            targets!.split(','),
            oneWord(onDelete!),
            oneWord(onUpdate!),
          ),
        )
        .sort(),
      checks: Number(checks.find(([owner]) => owner === table)?.[1] ?? 0),
    }))
    .sort(byName)
}

const LITE_QUESTION = `
  SELECT t.name AS tab, 'column' AS kind, c.name AS a, c.type AS b, c."notnull" AS c, c.pk AS d, CASE WHEN t.sql LIKE '%AUTOINCREMENT%' THEN 1 ELSE 0 END AS e, c.cid AS i FROM sqlite_master t, pragma_table_xinfo(t.name) c WHERE t.type = 'table' AND t.name NOT LIKE 'sqlite_%'
  UNION ALL SELECT t.name, 'unique', (SELECT group_concat(name) FROM (SELECT name FROM pragma_index_info(x.name) ORDER BY seqno)), x.origin, x."partial", 0, 0, x.seq FROM sqlite_master t, pragma_index_list(t.name) x WHERE t.type = 'table' AND x."unique" = 1 AND t.name NOT LIKE 'sqlite_%'
  UNION ALL SELECT t.name, 'reference', f."from", f."table", f."to", f.on_delete, f.on_update, f.id * 1000 + f.seq FROM sqlite_master t, pragma_foreign_key_list(t.name) f WHERE t.type = 'table' AND t.name NOT LIKE 'sqlite_%';`

/**
 * Runs a script in an empty database and reads SQLite's own account of it. What it does not keep apart
 * (checks) is left at nought.
 */
export function sqliteCatalog(script: string): Summary[] {
  const rows = sqlite(script, LITE_QUESTION)
  const keyOf = (table: string): string[] =>
    rows
      .filter(
        ({ tab, kind, d }) => foldName(String(tab)) === foldName(table) && kind === 'column' && Number(d) > 0,
      )
      .sort((a, b) => Number(a['d']) - Number(b['d']))
      .map(({ a }) => String(a))
  return [...new Set(rows.map(({ tab }) => String(tab)))]
    .map((table): Summary => {
      const own = rows.filter(({ tab }) => tab === table)
      const columns = own
        .filter(({ kind }) => kind === 'column')
        .sort((a, b) => Number(a['i']) - Number(b['i']))
      const key = keyOf(table)
      return {
        name: foldName(table),
        columns: columns.map(({ a, b, c, e }) =>
          columnWords({
            name: String(a),
            type: typeOf(String(b), 'sqlite'),
            required: Number(c) === 1 || key.includes(String(a)),
            numbers: Number(e) === 1 && key.length === 1 && key[0] === a,
          }),
        ),
        key: key.map(foldName).join(','),
        uniques: [
          ...new Set(
            own
              .filter(({ kind, b, c }) => kind === 'unique' && b !== 'pk' && Number(c) === 0)
              .map(({ a }) => String(a).toLowerCase()),
          ),
        ].sort(),
        references: liteReferences(
          own.filter(({ kind }) => kind === 'reference'),
          keyOf,
        ),
        checks: 0,
      }
    })
    .sort(byName)
}

/** A reference without columns means the primary key of its target; the server keeps it as it was written. */
function liteReferences(
  rows: readonly Record<string, string | number | null>[],
  keyOf: (table: string) => readonly string[],
): string[] {
  const groups = new Map<number, (typeof rows)[number][]>()
  for (const row of [...rows].sort((a, b) => Number(a['i']) - Number(b['i'])))
    groups.set(Math.floor(Number(row['i']) / 1000), [
      ...(groups.get(Math.floor(Number(row['i']) / 1000)) ?? []),
      row,
    ])
  return [...groups.values()]
    .map(group => {
      const target = String(group[0]!['b'])
      const targets = group.every(({ c }) => c === null) ? keyOf(target) : group.map(({ c }) => String(c))
      return referenceWords(
        group.map(({ a }) => String(a)),
        target,
        targets,
        String(group[0]!['d']).toLowerCase(),
        String(group[0]!['e']).toLowerCase(),
      )
    })
    .sort()
}
