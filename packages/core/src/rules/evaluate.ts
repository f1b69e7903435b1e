import { assertUnreachable } from '../findings'
import { declaredKeys, findColumn, fit, isRequired, sameName, type Table } from '../schema'
import { becauseOf, keyInWords, listInWords } from './because'
import { OccurrenceTree, type ColumnAt, type Implication, type Occurrence, type Origin } from './occurrences'
import type { Reading } from './reading'
import type { Rule } from './rule'
import type { Because, Evaluation, Verdict, Witness } from './verdict'
import { deletionWitness, emptyCellWitness, orphanWitness, twoRowWitness, valueWitness } from './witness'

/**
 * The static verdict of one rule on an answer (semantics, sections 2 and 3): every rule becomes a question of implication that must hold
 * or must not, over the dependencies made from the answer's keys and references along the paths that the alignment gives.
 */
export function evaluate(reading: Reading, rule: Rule): Evaluation {
  const result = evaluateKind(reading, rule)
  return { ...result, open: restsOnOpenPair(reading, rule) }
}

type Result = Omit<Evaluation, 'open'>

function evaluateKind(reading: Reading, rule: Rule): Result {
  const placement = reading.placement(rule.entity)
  if (!placement) return absent('entity-absent', { entity: rule.entity })
  switch (rule.kind) {
    case 'identifies': return identifies(reading, rule)
    case 'pairOnce': return pairOnce(reading, rule)
    case 'pairMayRepeat': return pairMayRepeat(reading, rule)
    case 'determines': return determines(reading, rule)
    case 'atMostOne': return atMostOne(reading, rule)
    case 'manyAllowed': return manyAllowed(reading, rule)
    case 'mustHave': case 'mayLack': return participation(reading, rule)
    case 'mayHaveNone': return mayHaveNone(reading, rule)
    case 'refersTo': return refersTo(reading, rule)
    case 'stores': return stores(reading, rule)
    case 'onDelete': return onDelete(reading, rule)
    default: return assertUnreachable(rule)
  }
}

type Of<K extends Rule['kind']> = Extract<Rule, { kind: K }>

function absent(code: Because['code'], params: Because['params']): Result {
  return { verdict: 'not shown', because: [{ code, params }], witness: null, tables: [] }
}

function says(verdict: Verdict, because: readonly Because[], tables: readonly (Table | string)[], witness: Witness | null = null): Result {
  return { verdict, because, witness, tables: [...new Set(tables.map(table => typeof table === 'string' ? table : table.name))] }
}

function tablesOf(tree: OccurrenceTree): Table[] {
  return tree.occurrences.map(({ table }) => table)
}

/** The row of the entity, or where it has no table of its own the other facts that are written about it. */
function rowGoal(reading: Reading, at: Occurrence, entity: string, members: readonly string[]): { row: Occurrence } | { columns: ColumnAt[] } {
  if (!reading.placement(entity)?.inside) return { row: at }
  const columns = reading.alignment.attributes
    .filter(other => sameName(other.entity, entity) && !members.includes(other.attribute))
    .map(({ column }) => ({ at, column }))
  return { columns }
}

function reaches(implication: Implication, goal: { row: Occurrence } | { columns: readonly ColumnAt[] }): boolean {
  return 'row' in goal ? implication.reachesRow(goal.row) : goal.columns.every(column => implication.reachesColumn(column))
}

function identifies(reading: Reading, { entity, by }: Of<'identifies'>): Result {
  const tree = new OccurrenceTree(reading.schema)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, by)
  if (!left) return absent('identifier-absent', { entity, members: listInWords(by) })
  const goal = rowGoal(reading, at, entity, by)
  const implication = tree.ask(left)
  const { table } = at
  if (!reaches(implication, goal)) {
    return says('broken', whyNotReached(tree, implication, left, goal), [table], twoRowWitness(reading, tree, left, implication, null))
  }
  const optional = optionalColumn(reading, at, entity, by)
  if (optional && isFirstIdentifier(reading, entity, by)) {
    return says('broken', [becauseOf('nullable-key', { table: table.name, column: optional }, table)], [table], emptyCellWitness(reading, table, [optional], 'accepted', null))
  }
  const suffices = by.length > 1 ? by.map(part => by.filter(other => other !== part)).find(part => isImpliedBy(reading, entity, part)) : undefined
  if (suffices) return tooStrictPart(reading, entity, suffices)
  return says('upheld', describe(implication.derivation(goal), left, goal), [table])
}

function isImpliedBy(reading: Reading, entity: string, part: readonly string[]): boolean {
  const tree = new OccurrenceTree(reading.schema)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, part)
  return left !== undefined && reaches(tree.ask(left), rowGoal(reading, at, entity, part))
}

function tooStrictPart(reading: Reading, entity: string, part: readonly string[]): Result {
  const tree = new OccurrenceTree(reading.schema)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, part)!
  const implication = tree.ask(left)
  const key = lastKey(implication.derivation(rowGoal(reading, at, entity, part)))
  const because = [becauseOf('part-suffices', { table: at.table.name, columns: columnsInWords(left), key: key ? keyInWords(at.table, key.key) : '' }, key?.key)]
  return says('too strict', because, [at.table], twoRowWitness(reading, tree, left, implication, key))
}

function isFirstIdentifier(reading: Reading, entity: string, by: readonly string[]): boolean {
  const first = reading.entity(entity)?.identifier ?? []
  return first.length === by.length && first.every(member => by.includes(member))
}

/** A column of the identifier that may be empty. */
function optionalColumn(reading: Reading, at: Occurrence, entity: string, by: readonly string[]): string | undefined {
  return by.flatMap((member) => {
    const placed = reading.attribute(entity, member)
    if (placed) return [placed.column]
    const layout = reading.rolePlacement(entity, member)?.layout
    return layout?.kind === 'forward' ? layout.step.columns.map(([column]) => column) : layout?.kind === 'columns' ? layout.columns : []
  }).find(column => !isRequired(at.table, column))
}

function pairOnce(reading: Reading, { entity, by }: Of<'pairOnce'>): Result {
  return rowQuestion(reading, entity, by, true)
}

function pairMayRepeat(reading: Reading, { entity, by }: Of<'pairMayRepeat'>): Result {
  return rowQuestion(reading, entity, by, false)
}

/** Whether `by` fixes the row of the entity: it must, or it must not. */
function rowQuestion(reading: Reading, entity: string, by: readonly string[], must: boolean): Result {
  const tree = new OccurrenceTree(reading.schema)
  const at = tree.root(reading.placement(entity)!.table)
  const left = reading.columns(tree, at, entity, by)
  if (!left) return absent('identifier-absent', { entity, members: listInWords(by) })
  const goal = rowGoal(reading, at, entity, by)
  const implication = tree.ask(left)
  if (reaches(implication, goal)) {
    const derivation = implication.derivation(goal)
    const key = lastKey(derivation)
    return must
      ? says('upheld', describe(derivation, left, goal), [at.table])
      : says('too strict', [heldBack(at.table, key)], [at.table], twoRowWitness(reading, tree, left, implication, key))
  }
  return must
    ? says('broken', whyNotReached(tree, implication, left, goal), [at.table], twoRowWitness(reading, tree, left, implication, null))
    : says('upheld', [becauseOf('not-held-back', { table: at.table.name, columns: columnsInWords(left) }, at.table)], [at.table])
}

function determines(reading: Reading, { entity, from, to }: Of<'determines'>): Result {
  const tree = new OccurrenceTree(reading.schema)
  const at = tree.root(reading.placement(entity)!.table)
  const paths = [...from, ...to].map(path => reading.path(tree, at, entity, path))
  const missing = paths.findIndex(path => !path)
  if (missing >= 0) return absent('attribute-absent', { entity, attribute: [...from, ...to][missing]! })
  const left = paths.slice(0, from.length).flatMap(path => path!)
  const goal = { columns: paths.slice(from.length).flatMap(path => path!) }
  return mustReach(reading, tree, left, goal)
}

function mustReach(reading: Reading, tree: OccurrenceTree, left: readonly ColumnAt[], goal: { columns: ColumnAt[] }): Result {
  const implication = tree.ask(left)
  return reaches(implication, goal)
    ? says('upheld', describe(implication.derivation(goal), left, goal), tablesOf(tree))
    : says('broken', whyNotReached(tree, implication, left, goal), tablesOf(tree), twoRowWitness(reading, tree, left, implication, null))
}

function atMostOne(reading: Reading, { entity, role }: Of<'atMostOne'>): Result {
  if (!reading.rolePlacement(entity, role)) return absent('role-absent', { entity, role })
  const tree = new OccurrenceTree(reading.schema)
  const at = tree.root(reading.placement(entity)!.table)
  const identifier = reading.entity(entity)?.identifier ?? []
  const left = reading.columns(tree, at, entity, identifier)
  if (!left || left.length === 0) return absent('identifier-absent', { entity, members: listInWords(identifier) })
  const goal = reading.columns(tree, at, entity, [role])
  if (!goal) return absent('role-absent', { entity, role })
  return mustReach(reading, tree, left, { columns: goal })
}

function manyAllowed(reading: Reading, { entity, role }: Of<'manyAllowed'>): Result {
  const placed = reading.rolePlacement(entity, role)
  const target = reading.role(entity, role)?.target
  if (!placed || target === undefined) return absent('role-absent', { entity, role })
  const tree = new OccurrenceTree(reading.schema)
  const { layout } = placed
  if (layout.kind === 'columns') {
    const at = tree.root(layout.table)
    return mustNotReachRow(reading, tree, layout.columns.map(column => ({ at, column })), at)
  }
  const host = reading.placement(target)
  if (!host) return absent('entity-absent', { entity: target })
  const from = tree.root(host.table)
  const row = reading.followBack(tree, from, entity, role)
  const identifier = reading.entity(target)?.identifier ?? []
  const left = reading.columns(tree, from, target, identifier)
    ?? (layout.kind === 'forward' ? layout.step.columns.map(([, column]) => ({ at: from, column })) : undefined)
  if (!row || !left || left.length === 0) return absent('identifier-absent', { entity: target, members: listInWords(identifier) })
  return mustNotReachRow(reading, tree, left, row)
}

function mustNotReachRow(reading: Reading, tree: OccurrenceTree, left: readonly ColumnAt[], row: Occurrence): Result {
  const implication = tree.ask(left)
  if (!implication.reachesRow(row)) {
    return says('upheld', [becauseOf('not-held-back', { table: row.table.name, columns: columnsInWords(left) }, row.table)], tablesOf(tree))
  }
  const key = lastKey(implication.derivation({ row }))
  return says('too strict', [heldBack(row.table, key)], tablesOf(tree), twoRowWitness(reading, tree, left, implication, key, row))
}

function heldBack(table: Table, key: KeyOrigin | undefined): Because {
  const at = key?.at.table ?? table
  return becauseOf('held-back-by-key', { table: at.name, key: key ? keyInWords(at, key.key) : 'its layout' }, key?.key ?? table)
}

/** Must have, may lack: whether the path to the fact or the other entity is total. */
function participation(reading: Reading, { kind, entity, path }: Of<'mustHave' | 'mayLack'>): Result {
  const must = kind === 'mustHave'
  if (reading.role(entity, path)) return roleParticipation(reading, entity, path, must)
  const placed = reading.attribute(entity, path)
  if (!placed) return absent('attribute-absent', { entity, attribute: path })
  const table = reading.table(placed.table)
  return columnsParticipation(reading, table, [placed.column], must)
}

function roleParticipation(reading: Reading, entity: string, role: string, must: boolean): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  if (!layout) return absent('role-absent', { entity, role })
  const table = reading.table(reading.placement(entity)!.table)
  switch (layout.kind) {
    case 'forward': return columnsParticipation(reading, table, layout.step.columns.map(([column]) => column), must)
    case 'columns': return columnsParticipation(reading, table, layout.columns, must)
    case 'inside': {
      const target = reading.role(entity, role)!.target
      const identifier = reading.entity(target)!.identifier.flatMap(member => reading.attribute(target, member)?.column ?? [])
      return columnsParticipation(reading, table, identifier, must)
    }
    case 'backward': case 'via': {
      const between = layout.kind === 'via' ? layout.table : layout.step.fromTable
      const because = [becauseOf('detour-optional', { table: table.name, between }, reading.table(between))]
      return must
        ? says('broken', because, [table, between], emptyCellWitness(reading, table, [], 'accepted', null))
        : says('upheld', because, [table, between])
    }
    default: return assertUnreachable(layout)
  }
}

function columnsParticipation(reading: Reading, table: Table, columns: readonly string[], must: boolean): Result {
  const optional = columns.filter(column => !isRequired(table, column))
  const named = listInWords(columns)
  const place = findColumn(table, columns[0]!) ?? table
  if (optional.length === 0) {
    const because = [becauseOf('required', { table: table.name, columns: named }, place)]
    return must ? says('upheld', because, [table]) : says('too strict', because, [table], emptyCellWitness(reading, table, columns, 'refused', requiredBy(table, columns[0]!)))
  }
  const because = [becauseOf('optional', { table: table.name, columns: listInWords(optional) }, findColumn(table, optional[0]!) ?? table)]
  return must ? says('broken', because, [table], emptyCellWitness(reading, table, optional, 'accepted', null)) : says('upheld', because, [table])
}

function requiredBy(table: Table, column: string): string {
  return table.primaryKey?.columns.some(name => sameName(name, column)) ? `the primary key of ${table.name}` : `NOT NULL of ${column}`
}

function mayHaveNone(reading: Reading, { entity, role }: Of<'mayHaveNone'>): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  const target = reading.role(entity, role)?.target
  if (!layout || target === undefined) return absent('role-absent', { entity, role })
  const table = reading.table(reading.placement(entity)!.table)
  switch (layout.kind) {
    case 'columns': return absent('entity-absent', { entity: target })
    case 'inside': return says('too strict', [becauseOf('far-side-inside', { table: table.name, target }, table)], [table])
    case 'backward': {
      const far = reading.table(layout.step.fromTable)
      const columns = layout.step.columns.map(([column]) => column)
      if (!reading.isStepRequired(layout.step)) return says('upheld', [becauseOf('far-side-free', { table: far.name, near: table.name }, far)], [far, table])
      return says('too strict', [becauseOf('far-side-required', { table: far.name, columns: listInWords(columns) }, far)], [far, table],
        emptyCellWitness(reading, far, columns, 'refused', requiredBy(far, columns[0]!)))
    }
    case 'forward': case 'via': {
      const far = reading.table(layout.kind === 'via' ? layout.toTarget.toTable : layout.step.toTable)
      return says('upheld', [becauseOf('far-side-free', { table: far.name, near: table.name }, far)], [far, table])
    }
    default: return assertUnreachable(layout)
  }
}

function refersTo(reading: Reading, { entity, role }: Of<'refersTo'>): Result {
  const layout = reading.rolePlacement(entity, role)?.layout
  if (!layout) return absent('role-absent', { entity, role })
  const table = reading.table(reading.placement(entity)!.table)
  switch (layout.kind) {
    case 'inside': return says('upheld', [becauseOf('by-layout', { table: table.name }, table)], [table])
    case 'backward': return says('upheld', [becauseOf('by-layout', { table: layout.step.fromTable }, reading.table(layout.step.fromTable))], [layout.step.fromTable, table])
    case 'columns': {
      const because = [becauseOf('reference-missing', { table: table.name, columns: listInWords(layout.columns), target: reading.role(entity, role)!.target }, findColumn(table, layout.columns[0]!) ?? table)]
      return says('broken', because, [table], orphanWitness(reading, table, layout.columns, null))
    }
    case 'forward': case 'via': {
      const step = layout.kind === 'via' ? layout.toTarget : layout.step
      const columns = step.columns.map(([column]) => column)
      const reference = reading.declared(step)
      const from = reading.table(step.fromTable)
      if (reference) return says('upheld', [becauseOf('reference-declared', { table: from.name, columns: listInWords(columns), target: step.toTable }, reference)], [from, step.toTable])
      const because = [becauseOf('reference-missing', { table: from.name, columns: listInWords(columns), target: step.toTable }, findColumn(from, columns[0]!) ?? from)]
      return says('broken', because, [from, step.toTable], orphanWitness(reading, from, columns, step))
    }
    default: return assertUnreachable(layout)
  }
}

function stores(reading: Reading, { entity, attribute, values }: Of<'stores'>): Result {
  const placed = reading.attribute(entity, attribute)
  if (!placed) return absent('attribute-absent', { entity, attribute })
  const table = reading.table(placed.table)
  const column = findColumn(table, placed.column)!
  const fits = values.map(value => ({ value, fit: fit(value, column.type) }))
  const because = (code: Because['code'], value: string): Because =>
    becauseOf(code, { table: table.name, column: column.name, type: column.type.text, value }, column)
  const changed = fits.find(other => other.fit === 'changed')
  if (changed) return says('broken', [because('value-changed', changed.value)], [table], valueWitness(table, column, changed.value, 'accepted'))
  const refused = fits.find(other => other.fit === 'refused')
  if (refused) return says('too strict', [because('value-refused', refused.value)], [table], valueWitness(table, column, refused.value, 'refused'))
  const unknown = fits.find(other => other.fit === 'unknown')
  if (unknown) return says('cannot tell', [because('value-unknown', unknown.value)], [table])
  return says('upheld', [because('value-kept', values[0]!)], [table])
}

const DELETE_CODES = { refused: 'delete-refused', gone: 'delete-gone', unlinked: 'delete-unlinked', dangling: 'delete-dangling' } as const
type Outcome = keyof typeof DELETE_CODES

function onDelete(reading: Reading, { entity, role, outcome: wanted }: Of<'onDelete'>): Result {
  const placed = reading.rolePlacement(entity, role)
  if (!placed || placed.layout.kind === 'columns') return absent('role-absent', { entity, role })
  const { layout } = placed
  const table = reading.table(reading.placement(entity)!.table)
  const step = layout.kind === 'via' ? layout.toTarget : layout.kind === 'forward' ? layout.step : undefined
  const reference = step && reading.declared(step)
  const actual: Outcome = layout.kind === 'inside' ? 'gone' : layout.kind === 'backward' ? 'unlinked' : outcomeOf(reference?.onDelete, layout.kind === 'via')
  const target = step?.toTable ?? (layout.kind === 'backward' ? layout.step.fromTable : table.name)
  const because = [becauseOf(DELETE_CODES[actual], { table: step?.fromTable ?? table.name, target, action: reference ? reference.onDelete.toUpperCase() : '' }, reference ?? table)]
  const tables = [table, target]
  if (actual === wanted) return says('upheld', because, tables)
  const verdict = actual === 'refused' ? 'too strict' : 'broken'
  return says(verdict, because, tables, step ? deletionWitness(reading, step, actual === 'refused' ? 'refused' : 'accepted') : null)
}

function outcomeOf(action: string | undefined, isBetween: boolean): Outcome {
  if (action === undefined) return 'dangling'
  if (action === 'cascade') return isBetween ? 'unlinked' : 'gone'
  return action === 'set null' || action === 'set default' ? 'unlinked' : 'refused'
}

type KeyOrigin = Extract<Origin, { kind: 'key' }>

function lastKey(origins: readonly Origin[]): KeyOrigin | undefined {
  return origins.filter(origin => origin.kind === 'key').at(-1)
}

function columnsInWords(columns: readonly ColumnAt[]): string {
  return listInWords([...new Set(columns.map(({ at, column }) => `${at.table.name}.${column}`))])
}

/** The derivation as sentences; a derivation that needs no step says that it is the same column. */
function describe(origins: readonly Origin[], left: readonly ColumnAt[], goal: { row: Occurrence } | { columns: readonly ColumnAt[] }): Because[] {
  const steps = origins.filter(({ kind }) => kind === 'key' || kind === 'row').map((origin) => {
    if (origin.kind === 'key') return becauseOf('key-leads-to-row', { table: origin.at.table.name, key: keyInWords(origin.at.table, origin.key) }, origin.key)
    const { from, to } = origin as Extract<Origin, { kind: 'row' }>
    return becauseOf('reference-leads-to-row', { table: from.table.name, target: to.table.name }, from.table)
  })
  const to = 'row' in goal ? `one row of ${goal.row.table.name}` : `one value of ${columnsInWords(goal.columns)}`
  return [...steps, { code: 'all-reached', params: { from: columnsInWords(left), to } }]
}

/** What is not reached, and the keys of the first table on the way whose row is not. */
function whyNotReached(tree: OccurrenceTree, implication: Implication, left: readonly ColumnAt[], goal: { row: Occurrence } | { columns: readonly ColumnAt[] }): Because[] {
  const missed = 'row' in goal ? `one row of ${goal.row.table.name}` : `one value of ${columnsInWords(goal.columns.filter(column => !implication.reachesColumn(column)))}`
  const stuck = (tree.occurrences.find(at => !implication.reachesRow(at)) ?? tree.occurrences[0]!).table
  const keys = declaredKeys(stuck)
  const first = becauseOf('not-reached', { from: columnsInWords(left), to: missed }, stuck)
  const second = keys.length === 0
    ? becauseOf('no-key-of', { table: stuck.name }, stuck)
    : becauseOf('key-part-missing', { table: stuck.name, keys: keys.map(key => keyInWords(stuck, key)).join('; ') }, keys[0])
  return [first, second]
}

/** Whether a pairing that the rule rests on is weak. */
function restsOnOpenPair(reading: Reading, rule: Rule): boolean {
  return reading.placement(rule.entity)?.confidence === 'weak'
    || reading.alignment.roles.some(role => sameName(role.entity, rule.entity) && 'role' in rule && role.role === rule.role && role.confidence === 'weak')
    || reading.alignment.attributes.some(other => sameName(other.entity, rule.entity) && other.confidence === 'weak'
      && (('path' in rule && rule.path === other.attribute) || ('attribute' in rule && rule.attribute === other.attribute) || ('by' in rule && rule.by.includes(other.attribute))))
}
