import { readFileSync, readdirSync } from 'node:fs'
import { loadModule, parse } from 'libpg-query'
import { beforeAll, describe, expect, it } from 'vitest'
import { readScript, reviewScript } from '@nomenklatura/core/sql'
import type { Schema } from '@nomenklatura/core/schema'
import { EXCHANGE_HAND_INS, PAIR_HAND_INS } from '../../db/demo/plan'

/**
 * Our parser against PostgreSQL's own (libpg-query): where that reads a script, both must see the same
 * tables, columns, keys and references.
 */
interface Node {
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the tree of another program
  readonly [key: string]: any
}
const frozen = readdirSync('tests/reference/frozen')
  .filter(name => name.endsWith('.sql'))
  .map(name => [name, readFileSync(`tests/reference/frozen/${name}`, 'utf8')] as const)
const scripts = [
  ...frozen,
  ...[...PAIR_HAND_INS, ...EXCHANGE_HAND_INS].map(
    ({ student, note, script }) => [`${student}: ${note}`, script] as const,
  ),
]

beforeAll(() => loadModule())

interface Seen {
  name: string
  columns: string[]
  required: string[]
  key: string[]
  uniques: string[]
  references: string[]
  checks: number
}

function fromPostgres(tree: Node): Seen[] {
  const tables = new Map<string, Seen>()
  for (const { stmt } of tree.stmts ?? []) {
    if (stmt.CreateStmt) {
      const table: Seen = {
        name: stmt.CreateStmt.relation.relname,
        columns: [],
        required: [],
        key: [],
        uniques: [],
        references: [],
        checks: 0,
      }
      tables.set(table.name, table)
      for (const element of stmt.CreateStmt.tableElts ?? []) addElement(table, element)
    }
    if (stmt.AlterTableStmt) {
      const table = tables.get(stmt.AlterTableStmt.relation.relname)
      for (const { AlterTableCmd: command } of table ? stmt.AlterTableStmt.cmds : []) {
        if (command.def) addElement(table!, command.def)
        if (command.subtype === 'AT_SetNotNull') table!.required.push(command.name)
      }
    }
  }
  return [...tables.values()].map(table => ({
    ...table,
    required: [...new Set([...table.required, ...table.key])].sort(),
    uniques: table.uniques.sort(),
    references: table.references.sort(),
  }))
}

function addElement(table: Seen, element: Node): void {
  if (element.ColumnDef) {
    const { colname, constraints = [], typeName } = element.ColumnDef
    table.columns.push(colname)
    if (typeName.names.some((name: Node) => /serial/.test(name.String.sval))) table.required.push(colname)
    for (const { Constraint } of constraints) addConstraint(table, Constraint, [colname])
  }
  if (element.Constraint) addConstraint(table, element.Constraint, [])
}

const strings = (list: Node[] | undefined): string[] => (list ?? []).map(item => item.String.sval)

function addConstraint(table: Seen, constraint: Node, own: string[]): void {
  const keys = constraint.keys ? strings(constraint.keys) : own
  switch (constraint.contype) {
    case 'CONSTR_PRIMARY':
      table.key = keys
      break
    case 'CONSTR_UNIQUE':
      table.uniques.push(keys.join())
      break
    case 'CONSTR_NOTNULL':
    case 'CONSTR_IDENTITY':
      table.required.push(...own)
      break
    case 'CONSTR_CHECK':
      table.checks++
      break
    case 'CONSTR_FOREIGN':
      table.references.push(
        `${(constraint.fk_attrs ? strings(constraint.fk_attrs) : own).join()} -> ${constraint.pktable.relname} ${constraint.fk_del_action}${constraint.fk_upd_action}`,
      )
      break
  }
}

const ACTION = {
  'no action': 'a',
  'restrict': 'r',
  'cascade': 'c',
  'set null': 'n',
  'set default': 'd',
} as const
const fold = (names: readonly string[]): string[] => names.map(name => name.toLowerCase())

function fromOurs({ tables }: Schema): Seen[] {
  return tables.map(table => ({
    name: table.name.toLowerCase(),
    columns: fold(table.columns.map(({ name }) => name)),
    required: [
      ...new Set(
        fold([
          ...table.columns.filter(({ notNull }) => notNull).map(({ name }) => name),
          ...(table.primaryKey?.columns ?? []),
        ]),
      ),
    ].sort(),
    key: fold(table.primaryKey?.columns ?? []),
    uniques: table.uniques.map(({ columns }) => fold(columns).join()).sort(),
    references: table.references
      .map(
        ({ columns, table: target, onDelete, onUpdate }) =>
          `${fold(columns).join()} -> ${target.toLowerCase()} ${ACTION[onDelete]}${ACTION[onUpdate]}`,
      )
      .sort(),
    checks: table.checks.length,
  }))
}

function lower(seen: Seen[]): Seen[] {
  return JSON.parse(
    JSON.stringify(seen)
      .replace(/"(name|columns|required|key|uniques|references|checks)":/g, key => key.toUpperCase())
      .toLowerCase(),
  ) as Seen[]
}

function treeOf(script: string): Node | undefined {
  try {
    return parse(script) as unknown as Promise<Node> & Node
  } catch {
    return undefined
  }
}

describe('PostgreSQL’s own parser', () => {
  it('agrees on every script that it reads, at least twenty', async () => {
    let read = 0
    for (const [name, script] of scripts) {
      const tree = await Promise.resolve(treeOf(script)).catch(() => undefined)
      if (!tree) continue
      read++
      expect(fromOurs(readScript(script).schema), name).toEqual(lower(fromPostgres(tree)))
    }
    expect(read).toBeGreaterThanOrEqual(20)
  })

  it('refuses exactly the scripts in which we find an error of syntax, or the spelling of another dialect', async () => {
    for (const [name, script] of scripts) {
      const isRefused = await Promise.resolve()
        .then(() => treeOf(script))
        .then(
          tree => tree === undefined,
          () => true,
        )
      const { findings } = reviewScript(script)
      const isFaulty = findings.some(
        ({ code, severity }) =>
          code.startsWith('syntax.') &&
          (severity === 'error' || code === 'syntax.other-dialect' || code === 'syntax.unknown-statement'),
      )
      expect(isFaulty, name).toBe(isRefused)
    }
  })
})
