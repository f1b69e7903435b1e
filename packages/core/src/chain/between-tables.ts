import {
  align,
  worldFromSchema,
  type Alignment,
  type EntityPlacement,
  type RolePlacement,
  type World,
  type WorldEntity,
  type WorldRole,
} from '../alignment'
import type { Finding, FindingCode, Params, Span } from '../findings'
import {
  declaredKeys,
  findColumn,
  findTable,
  foldName,
  isRequired,
  sameColumns,
  sameName,
  soundPart,
  typesMatch,
  type Column,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import { chainFinding, type ChainSheet } from './sheet'

/**
 * What the later of two sheets does not have of the earlier one, has besides, or has otherwise. They are
 * paired as an answer is with the model, so other names and other layouts of the same are nothing to tell.
 */
export function betweenTables(earlier: ChainSheet, later: ChainSheet): Finding[] {
  const isDrawn = ({ schema }: ChainSheet): boolean => schema.tables.some(({ given }) => !given)
  if (!isDrawn(earlier) || !isDrawn(later)) return []
  const before = soundPart(earlier.schema)
  const way = new Way(earlier, later, before, worldFromSchema(before))
  return [
    ...way.entities.flatMap(entity => {
      const placement = way.placement(entity.name)
      return placement && !isFolded(way, entity, placement)
        ? [
            ...factFindings(way, entity, placement),
            ...keyFindings(way, entity, placement),
            ...lineFindings(way, entity),
          ]
        : missingTable(way, entity)
    }),
    ...moreTables(way),
    ...moreFacts(way),
    ...moreLines(way),
  ]
}

/** Two sheets paired: the earlier one is the world, the later one the answer. */
class Way {
  readonly alignment: Alignment
  readonly now: Schema
  /** What the student described, not what the exercise gives. */
  readonly entities: readonly WorldEntity[]

  constructor(
    readonly earlier: ChainSheet,
    private readonly later: ChainSheet,
    private readonly before: Schema,
    world: World,
  ) {
    this.now = soundPart(later.schema)
    this.alignment = align(world, this.now)
    this.entities = world.entities.filter(({ name }) => !this.was(name).given)
  }

  placement(entity: string): EntityPlacement | undefined {
    return this.alignment.entities.find(placed => placed.entity === entity)
  }

  role(entity: string, role: string): RolePlacement | undefined {
    return this.alignment.roles.find(placed => placed.entity === entity && placed.role === role)
  }

  was(entity: string): Table {
    return findTable(this.before, entity)!
  }

  table(name: string): Table {
    return findTable(this.now, name)!
  }

  /** What an entity is called now, or was where it is no more. */
  called(entity: string): string {
    return this.placement(entity)?.table ?? findTable(this.before, entity)?.name ?? entity
  }

  /** Where something that has no pair may stand all the same, in words; empty where nothing is left over. */
  perhaps(element: string): string {
    const places = this.alignment.open.find(open => open.element === element)?.places ?? []
    return places.slice(0, 3).join(', ')
  }

  isPerhaps(place: string): boolean {
    return this.alignment.open.some(({ places }) => places.some(other => sameName(other, place)))
  }

  /** The columns that an entity's own table has for some of its attributes and roles; nothing where one is elsewhere. */
  columns(entity: string, members: readonly string[]): string[] | undefined {
    const table = this.placement(entity)?.table ?? ''
    const all = members.map(member => {
      const fact = this.alignment.attributes.find(
        placed => placed.entity === entity && placed.attribute === member && sameName(placed.table, table),
      )
      if (fact) return [fact.column]
      const layout = this.role(entity, member)?.layout
      return layout?.kind === 'forward' && sameName(layout.step.fromTable, table)
        ? layout.step.columns.map(([column]) => column)
        : undefined
    })
    return all.every(columns => columns !== undefined) ? all.flat() : undefined
  }

  say(code: FindingCode, span: Span | null, params: Params): Finding {
    return chainFinding(this.later, code, span, { ...params, sheet: this.earlier.name })
  }

  /**
   * Whether one sheet says that a value must be there, and the other that it may be missing. A script says so
   * by saying nothing; a line says so at every level, a fact where that is asked.
   */
  isTurned(was: Table, before: Column, now: Table, column: Column, isLine: boolean): boolean {
    if (!isLine && !(this.earlier.saysRequired && this.later.saysRequired)) return false
    const [must, still] = [isRequired(was, before.name), isRequired(now, column.name)]
    return must === still ? false : must ? mayLack(this.later, column) : mayLack(this.earlier, before)
  }
}

const mayLack = ({ name }: ChainSheet, { saysNull }: Column): boolean =>
  name === 'script' || saysNull !== undefined

/** The two ends of a table that holds nothing but pairs. */
function endsOf(table: Table): readonly [string, string] | undefined {
  const [a, b, ...more] = table.references
  const isOfReference = (column: string): boolean =>
    table.references.some(({ columns }) => columns.some(other => sameName(other, column)))
  return a && b && more.length === 0 && table.columns.every(({ name }) => isOfReference(name))
    ? [a.table, b.table]
    : undefined
}

/** Pairs that have no table of their own any more. */
function isFolded(way: Way, { name }: WorldEntity, { inside }: EntityPlacement): boolean {
  return inside !== null && endsOf(way.was(name)) !== undefined
}

function missingTable(way: Way, { name }: WorldEntity): Finding[] {
  if (way.alignment.repetitions.some(({ entity }) => entity === name)) return []
  const table = way.was(name)
  const ends = endsOf(table)
  // Where an end is missing itself, that is what there is to say.
  if (ends && !ends.every(end => way.placement(foldName(end)))) return []
  if (ends) return [way.say('chain.link-missing', null, { a: way.called(ends[0]), b: way.called(ends[1]) })]
  return [way.say('chain.table-missing', null, { table: table.name, perhaps: way.perhaps(name) })]
}

function factFindings(way: Way, entity: WorldEntity, placement: EntityPlacement): Finding[] {
  const was = way.was(entity.name)
  const now = way.table(placement.table)
  const { attributes, copies, repetitions } = way.alignment
  return entity.attributes
    .filter(({ name }) => !isOwnNumber(was, name))
    .flatMap(attribute => {
      const isIt = (other: { entity: string; attribute: string }): boolean =>
        other.entity === entity.name && other.attribute === attribute.name
      const placed = attributes.find(isIt)
      const column = findColumn(was, attribute.name)!
      if (!placed)
        return copies.some(isIt) || repetitions.some(({ owner }) => owner === entity.name)
          ? []
          : [
              way.say('chain.column-missing', now.nameSpan, {
                table: now.name,
                column: column.name,
                perhaps: way.perhaps(`${entity.name}.${attribute.name}`),
              }),
            ]
      return sameName(placed.table, now.name) ? changed(way, was, column.name, now, placed.column) : []
    })
}

function changed(way: Way, was: Table, before: string, now: Table, name: string): Finding[] {
  const [old, column] = [findColumn(was, before)!, findColumn(now, name)!]
  const params = { table: now.name, column: column.name }
  const isKnown = old.type.family !== 'other' && column.type.family !== 'other'
  if (isKnown && typesMatch(old.type, column.type) === 'not')
    return [
      way.say('chain.type-changed', column.span, { ...params, was: old.type.text, is: column.type.text }),
    ]
  return way.isTurned(was, old, now, column, false)
    ? [
        way.say('chain.required-changed', column.span, {
          ...params,
          was: isRequired(was, before) ? 'must be there' : 'may be missing',
        }),
      ]
    : []
}

/** A number that a table makes up for its rows is nothing that anybody described. */
const isOwnNumber = (table: Table, column: string): boolean => {
  const { numbering = null } = findColumn(table, column) ?? {}
  return numbering !== null && declaredKeys(table).some(({ columns }) => sameColumns(columns, [column]))
}

/** The identifier and the other keys: each must still be one. */
function keyFindings(way: Way, entity: WorldEntity, placement: EntityPlacement): Finding[] {
  if (placement.inside) return []
  const now = way.table(placement.table)
  const declared = declaredKeys(now)
  return entity.keys.flatMap(members => {
    if (members.every(member => isOwnNumber(way.was(entity.name), member))) return []
    const columns = way.columns(entity.name, members)
    if (!columns || declared.some(key => sameColumns(key.columns, columns))) return []
    const isFirst = sameColumns(members, entity.identifier)
    const [primary] = declared
    const params = { table: now.name, was: members.join(', ') }
    return isFirst
      ? [
          way.say('chain.key-changed', primary?.span ?? now.nameSpan, {
            ...params,
            is: primary ? primary.columns.join(', ') : 'nothing',
          }),
        ]
      : declared.some(key => key.columns.every(column => columns.includes(column)))
        ? []
        : [way.say('chain.unique-missing', now.nameSpan, params)]
  })
}

function lineFindings(way: Way, entity: WorldEntity): Finding[] {
  return entity.roles.flatMap(role => {
    if (!way.placement(role.target)) return []
    const placed = way.role(entity.name, role.name)
    const names = { table: way.called(entity.name), target: way.called(role.target) }
    const now = findTable(way.now, names.table)
    if (!placed) return [way.say('chain.reference-missing', now?.nameSpan ?? null, names)]
    return otherwise(way, entity, role, placed, names)
  })
}

/** What a line has become that is there in another form, or with other amounts. */
function otherwise(
  way: Way,
  entity: WorldEntity,
  role: WorldRole,
  { layout }: RolePlacement,
  names: { readonly table: string; readonly target: string },
): Finding[] {
  if (layout.kind === 'via') {
    const between = way.table(layout.table)
    const own = layout.toEntity.columns.map(([column]) => column)
    return declaredKeys(between).some(({ columns }) => columns.every(column => own.includes(column)))
      ? []
      : [way.say('chain.line-widened', between.nameSpan, { ...names, between: between.name })]
  }
  if (layout.kind !== 'forward') return []
  const now = way.table(layout.step.fromTable)
  const columns = layout.step.columns.map(([column]) => column)
  if (!now.references.some(reference => sameColumns(reference.columns, columns)))
    return [way.say('chain.reference-missing', findColumn(now, columns[0]!)?.span ?? now.nameSpan, names)]
  const was = way.was(entity.name)
  const before = findColumn(was, role.columns[0]!)
  const column = findColumn(now, columns[0]!)
  return before && column && !isWeak(entity, role) && way.isTurned(was, before, now, column, true)
    ? [
        way.say('chain.required-changed', column.span, {
          table: now.name,
          column: column.name,
          was: role.required ? 'must be there' : 'may be missing',
        }),
      ]
    : []
}

/** Whether a line belongs to what tells apart: that it must be there is said with the key. */
const isWeak = ({ identifier }: WorldEntity, { name }: WorldRole): boolean => identifier.includes(name)

function moreTables(way: Way): Finding[] {
  return way.alignment.surplus.flatMap(({ table: name, column }) => {
    if (column !== null || way.isPerhaps(name)) return []
    const table = way.table(name)
    const ends = endsOf(table)
    return ends
      ? [way.say('chain.link-more', table.nameSpan, { table: name, a: ends[0], b: ends[1] })]
      : [way.say('chain.table-more', table.nameSpan, { table: name })]
  })
}

function moreFacts(way: Way): Finding[] {
  return way.alignment.surplus.flatMap(({ table: name, column }) => {
    if (column === null || way.isPerhaps(`${name}.${column}`)) return []
    const table = way.table(name)
    const isOfReference = table.references.some(({ columns }) =>
      columns.some(other => sameName(other, column)),
    )
    return isOfReference
      ? []
      : [way.say('chain.column-more', findColumn(table, column)!.nameSpan, { table: name, column })]
  })
}

/** References between tables that are paired, and that no line was. */
function moreLines(way: Way): Finding[] {
  const { entities, roles } = way.alignment
  const paired = (name: string): boolean => entities.some(({ table }) => sameName(table, name))
  const steps = [
    ...roles.flatMap(({ layout }) =>
      layout.kind === 'via' ? [layout.toEntity, layout.toTarget] : 'step' in layout ? [layout.step] : [],
    ),
    ...entities.flatMap(({ parts }) => parts.map(({ step }) => step)),
  ]
  const isMeant = (table: Table, { columns, table: target }: Reference): boolean =>
    steps.some(step => {
      const [own, other] = [step.columns.map(([from]) => from), step.columns.map(([, to]) => to)]
      return (
        (sameName(step.fromTable, table.name) && sameColumns(own, columns)) ||
        (sameName(step.toTable, table.name) &&
          sameName(step.fromTable, target) &&
          sameColumns(other, columns))
      )
    })
  return way.now.tables
    .filter(({ name, given }) => !given && paired(name))
    .flatMap(table =>
      table.references
        .filter(reference => paired(reference.table) && !isMeant(table, reference))
        .map(reference =>
          way.say('chain.reference-more', reference.span, { table: table.name, target: reference.table }),
        ),
    )
}
