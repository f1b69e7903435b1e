import { isDemanded } from './amounts'
import {
  foldName,
  type Column,
  type Key,
  type LineNames,
  type Reference,
  type Schema,
  type Table,
} from '../schema'
import { defaultFrom, readType } from '../dictionary'
import { referenceWritten } from './reference-written'
import {
  findEntityById,
  ownersOf,
  type Diagram,
  type DiagramAttribute,
  type DiagramEnd,
  type DiagramEntity,
  type DiagramRelationship,
} from './document'

/**
 * Which step of the mapping made what, in words. Numbers and order: Elmasri & Navathe, Fundamentals of
 * Database Systems, chapter on mapping (from memory).
 */
export interface MappingStep {
  readonly step: 1 | 2 | 3 | 4 | 5 | 6 | 7 | 8
  readonly element: string
  readonly sentence: string
}

export interface MappedDiagram {
  readonly schema: Schema
  readonly steps: readonly MappingStep[]
  /** The elements that places of the schema speak of: a place begins at the position of its element. */
  readonly elements: readonly string[]
  /** Which end of which relationship a reference came from. */
  readonly links: readonly Link[]
}

/** A reference made of an end: the columns of the table refer to the end's entity. */
export interface Link {
  readonly table: string
  readonly columns: readonly string[]
  readonly relationship: string
  readonly end: number
  /** Whether the table stands between, and is no entity's own. */
  readonly isBetween: boolean
}

/**
 * A diagram as a relational schema, by the textbook's steps: strong entities, weak ones, one-to-one,
 * one-to-many, many-to-many, attributes with several values, relationships of three and more ends, kinds (a
 * table for each special kind, keyed by the general one). What is not answered is taken as many and optional.
 * An identifier that leads round in a circle is cut where it closes. Linear in the elements, for each entity.
 */
export function schemaFromDiagram(
  diagram: Diagram,
  { withSurrogates = false }: MappingOptions = {},
): MappedDiagram {
  return new Mapping(diagram, withSurrogates).result()
}

export interface MappingOptions {
  /**
   * For evaluation: an entity that nothing tells apart gets a number of its own, and a fact is required
   * unless it is said that it may lack.
   */
  readonly withSurrogates?: boolean
}

interface Draft {
  readonly isBetween: boolean
  readonly element: string
  readonly name: string
  readonly columns: Column[]
  key: string[]
  readonly uniques: string[][]
  readonly references: Reference[]
  readonly given: boolean
  /** Facts of the card that are references, folded, and whether the line demands them. */
  readonly written: Map<string, boolean>
}

/**
 * The widest key that is carried on: of cards told apart within each other by two lines each, the columns
 * would double with each card. No server takes an index of more than 32.
 */
const WIDEST_KEY = 32
/** The longest name that a reference takes from the key that it refers to. */
const LONGEST_NAME = 100

/** Names grow with each step of a chain: a long one is cut, and told apart by its place in the key. */
function withinLength(name: string, at: number): string {
  return name.length > LONGEST_NAME ? `${name.slice(0, LONGEST_NAME)}_${at + 1}` : name
}

/** A column of a key as it is taken elsewhere: what it is, not how it is filled, and whether it may be empty is said there. */
function asTaken({ saysNull: _, comment: __, ...column }: Column): Column {
  return { ...column, default: null, numbering: null }
}

/** A column of a key with the type it must have wherever it is referred to. */
interface KeyPart {
  readonly name: string
  readonly column: Column
}

class Mapping {
  private readonly steps: MappingStep[] = []
  private readonly elements: string[] = []
  private readonly drafts = new Map<string, Draft>()
  private readonly between: Draft[] = []
  private readonly opening = new Set<string>()
  private readonly links: Link[] = []

  constructor(
    private readonly diagram: Diagram,
    private readonly withSurrogates: boolean,
  ) {}

  result(): MappedDiagram {
    for (const entity of this.diagram.entities) this.table(entity)
    for (const { general, special } of this.diagram.kinds)
      for (const id of special) this.specialise(general, id)
    for (const relationship of this.diagram.relationships) this.relate(relationship)
    for (const entity of this.diagram.entities)
      for (const attribute of entity.attributes)
        if (attribute.several && !attribute.derived) this.valuesOf(entity, attribute)
    for (const entity of this.diagram.entities) this.keepApart(entity)
    return {
      schema: { tables: [...this.drafts.values(), ...this.between].map(draft => this.toTable(draft)) },
      steps: this.steps,
      elements: this.elements,
      links: this.links,
    }
  }

  private say(step: MappingStep['step'], element: string, sentence: string): void {
    this.steps.push({ step, element, sentence })
  }

  private place(element: string): { start: number; end: number } {
    const known = this.elements.indexOf(element)
    const start = known >= 0 ? known : this.elements.push(element) - 1
    return { start, end: start + 1 }
  }

  /**
   * The table of an entity: its plain attributes, with what it is told apart within. Made when it is first
   * needed.
   */
  private table(entity: DiagramEntity): Draft {
    const known = this.drafts.get(entity.id)
    if (known) return known
    const draft: Draft = {
      isBetween: false,
      element: entity.id,
      name: entity.name.trim() || entity.id,
      columns: [],
      key: [],
      uniques: [],
      references: [],
      given: entity.given ?? false,
      written: new Map(),
    }
    this.drafts.set(entity.id, draft)
    this.opening.add(entity.id)
    const owners = ownersOf(this.diagram, entity.id)
    for (const { end, relationship } of owners)
      draft.key.push(...this.refer(draft, end, relationship, { isRequired: true, asKey: true }))
    for (const attribute of entity.attributes) draft.key.push(...this.store(draft, attribute))
    draft.key = [...new Set(draft.key)]
    this.opening.delete(entity.id)
    if (this.withSurrogates && draft.key.length === 0 && !this.isSpecial(entity.id))
      this.number(draft, entity)
    this.say(
      owners.length > 0 ? 2 : 1,
      entity.id,
      owners.length > 0
        ? `${draft.name} is weak: its key takes in the key of ${owners.map(({ end }) => this.nameOf(end.entity)).join(' and ')}.`
        : `${draft.name} becomes a table with its plain attributes; what tells it apart is the key.`,
    )
    return draft
  }

  private isSpecial(id: string): boolean {
    return this.diagram.kinds.some(({ special }) => special.includes(id))
  }

  /** A number that numbers itself, in front. */
  private number(draft: Draft, { id, name }: DiagramEntity): void {
    const span = this.place(id)
    const column: Column = {
      name: `${plain(name) || id}_number`,
      type: readType('integer', '').type,
      notNull: true,
      default: null,
      numbering: { start: '1', step: '1' },
      generated: false,
      span,
      nameSpan: span,
    }
    if (draft.columns.some(other => foldName(other.name) === column.name)) return
    draft.columns.unshift(column)
    draft.key = [column.name]
  }

  /** The further sets that no two share: facts, and what relationships lead to. */
  private keepApart({ id, attributes, uniques }: DiagramEntity): void {
    const draft = this.drafts.get(id)!
    const columnsOf = (member: string): readonly string[] => [
      ...attributes.filter(attribute => attribute.id === member).flatMap(columnNames),
      ...(this.links.find(link => link.relationship === member && link.table === draft.name)?.columns ?? []),
    ]
    const sets = uniques
      .map(set => set.map(columnsOf))
      .filter(set => set.every(columns => columns.length > 0))
    draft.uniques.unshift(...sets.map(set => [...new Set(set.flat())]))
  }

  /** Stores a plain attribute, a composite one by its parts; answers the columns that are part of the key. */
  private store(draft: Draft, attribute: DiagramAttribute): string[] {
    if (attribute.several || attribute.derived) return []
    const names = columnNames(attribute)
    for (const name of names) draft.columns.push(this.asReference(this.column(attribute, name), draft))
    return attribute.identifies ? names : []
  }

  private column(attribute: DiagramAttribute, name: string): Column {
    const span = this.place(attribute.id)
    const { numbering, note } = attribute
    const { type } = readType(attribute.type, attribute.size)
    const notNull = attribute.required === true || attribute.identifies || this.isTakenAsRequired(attribute)
    return {
      name,
      type,
      notNull,
      ...(attribute.required === false ? { saysNull: span } : {}),
      default: defaultFrom(attribute.default ?? '', type),
      numbering: numbering ? { start: String(numbering.start), step: String(numbering.step) } : null,
      ...(note ? { comment: note } : {}),
      generated: false,
      span,
      nameSpan: span,
    }
  }

  /**
   * Below the physical level nobody is asked whether a fact may be missing: where what leads to it is
   * evaluated, one that is not said may not.
   */
  private isTakenAsRequired({ required }: DiagramAttribute): boolean {
    return this.withSurrogates && this.diagram.level !== 'physical' && required === null
  }

  /**
   * The key of an entity's table, as others refer to it. Inside a circle of identifiers: what is known of it
   * so far.
   */
  private keyOf(entity: string): KeyPart[] {
    const found = findEntityById(this.diagram, entity)
    if (!found) return []
    const draft = this.opening.has(entity) ? this.drafts.get(entity)! : this.table(found)
    const columns = new Map(draft.columns.map(column => [column.name, column]))
    return draft.key.slice(0, WIDEST_KEY).flatMap(name => {
      const column = columns.get(name)
      return column ? [{ name, column }] : []
    })
  }

  /** Columns of the table that refer to the entity of an end; answers their names. */
  private refer(
    draft: Draft,
    end: DiagramEnd,
    relationship: DiagramRelationship,
    { isRequired, asKey = false }: { isRequired: boolean; asKey?: boolean },
  ): string[] {
    const key = this.keyOf(end.entity)
    const target = this.nameOf(end.entity)
    if (key.length === 0) return []
    const span = this.place(relationship.id)
    const written = this.writtenReference(draft, end, relationship, key)
    const taken = new Set(draft.columns.map(({ name }) => foldName(name)))
    const names =
      written ??
      key.map(({ name }, i) =>
        end.columns?.length === key.length
          ? end.columns[i]!
          : withinLength(this.referenceName(draft, end, target, name), i),
      )
    const fresh = new Set(written ?? names.filter(name => !taken.has(foldName(name))))
    for (const [i, name] of names.entries()) {
      if (written) this.demand(draft, name, isRequired, key[i]!.column)
      else if (fresh.has(name))
        draft.columns.push({
          ...asTaken(key[i]!.column),
          name,
          notNull: isRequired,
          ...(end.least === 0 && !isRequired ? { saysNull: span } : {}),
          span,
          nameSpan: span,
        })
    }
    draft.references.push({
      name: null,
      columns: names,
      table: target,
      targetColumns: key.map(({ name }) => name),
      onDelete: end.onDelete ?? 'no action',
      onUpdate: end.onUpdate ?? 'no action',
      deferrable: false,
      span,
      line: lineNames(relationship, end),
    })
    this.links.push({
      table: draft.name,
      columns: names,
      relationship: relationship.id,
      end: relationship.ends.indexOf(end),
      isBetween: draft.isBetween,
    })
    return asKey ? [...fresh] : names
  }

  /**
   * `trip_no` stays what it is; `code` of a garden becomes `garden_code`; a role goes in front. What is a part of
   * another reference is shared, unless that leads to the same.
   */
  private referenceName(
    { columns, references }: Draft,
    { role }: DiagramEnd,
    target: string,
    key: string,
  ): string {
    const stem = plain(role || target)
    const speaks = role === '' && plain(key).includes(plain(target).replace(/s$/, ''))
    const isTaken = (name: string): boolean =>
      columns.some(column => foldName(column.name) === foldName(name)) &&
      (!speaks ||
        references.some(reference => reference.table === target && reference.columns.includes(name)))
    const names = [speaks ? key : `${stem}_${key}`, `${stem}_${plain(target)}_${key}`]
    return (
      names.find(name => !isTaken(name)) ??
      Array.from({ length: columns.length + 1 }, (_, i) => `${names[0]}_${i + 2}`).find(
        name => !isTaken(name),
      )!
    )
  }

  /**
   * The facts of a card that are the columns of a reference, as textbooks draw the logical level: one for each
   * column of the key that the line leads to.
   */
  private writtenReference(
    draft: Draft,
    end: DiagramEnd,
    relationship: DiagramRelationship,
    key: readonly KeyPart[],
  ): string[] | undefined {
    const card = draft.isBetween ? undefined : findEntityById(this.diagram, draft.element)
    if (!card || end.columns?.length === key.length) return undefined
    return referenceWritten(this.diagram, card, relationship, end, {
      key: key.map(({ name }) => name),
      target: this.nameOf(end.entity),
      isTaken: name =>
        draft.references.some(
          ({ columns, table }) => table === this.nameOf(end.entity) && columns.includes(name),
        ),
    })
  }

  /** A fact that is a reference is there where the line says so, and is of the type that it refers to. */
  private demand(draft: Draft, name: string, isRequired: boolean, key: Column): void {
    draft.written.set(foldName(name), isRequired)
    const at = draft.columns.findIndex(column => column.name === name)
    if (at >= 0) draft.columns[at] = this.asReference(draft.columns[at]!, draft, key)
  }

  private asReference(column: Column, { written, key }: Draft, target?: Column): Column {
    const isRequired = written.get(foldName(column.name))
    if (isRequired === undefined) return column
    const hasType = !column.type.text.startsWith('no type')
    return {
      ...column,
      notNull: isRequired || key.includes(column.name),
      type: hasType || !target ? column.type : target.type,
    }
  }

  private nameOf(entity: string): string {
    return findEntityById(this.diagram, entity)?.name.trim() || entity
  }

  private specialise(general: string, special: string): void {
    const entity = findEntityById(this.diagram, special)
    const draft = entity && this.table(entity)
    const key = this.keyOf(general)
    if (!draft || key.length === 0) return
    const span = this.place(special)
    for (const { name, column } of key)
      if (!draft.columns.some(other => foldName(other.name) === foldName(name)))
        draft.columns.unshift({ ...asTaken(column), notNull: true, span, nameSpan: span })
    if (draft.key.length === 0) draft.key = key.map(({ name }) => name)
    draft.references.push({
      name: null,
      columns: key.map(({ name }) => name),
      table: this.nameOf(general),
      targetColumns: key.map(({ name }) => name),
      onDelete: 'no action',
      onUpdate: 'no action',
      deferrable: false,
      span,
    })
    this.say(
      8,
      special,
      `${draft.name} is a kind of ${this.nameOf(general)}: its table has the same key, which refers there.`,
    )
  }

  private relate(relationship: DiagramRelationship): void {
    const { ends } = relationship
    if (ends.some(({ entity }) => !findEntityById(this.diagram, entity))) return
    const [a, b] = ends as [DiagramEnd, DiagramEnd]
    if (ends.length > 2) return this.meet(relationship)
    if (a.identifies || b.identifies) return this.carry(relationship, a.identifies ? b.entity : a.entity)
    if (a.most === 'one' && b.most === 'one') return this.oneToOne(relationship)
    if (a.most === 'one') return this.oneToMany(relationship, a, b)
    if (b.most === 'one') return this.oneToMany(relationship, b, a)
    return this.meet(relationship)
  }

  /** Own attributes of a relationship that has no table of its own stand with the end that refers. */
  private carry({ attributes }: DiagramRelationship, entity: string): void {
    const draft = this.drafts.get(entity)!
    for (const attribute of attributes) this.store(draft, attribute)
  }

  /**
   * The reference stands at the end that must take part, so that it is never empty; unique, so that it stays
   * one to one.
   */
  private oneToOne(relationship: DiagramRelationship): void {
    const [a, b] = relationship.ends as [DiagramEnd, DiagramEnd]
    const [target, own] = isDemanded(b) && !isDemanded(a) ? [b, a] : [a, b]
    const draft = this.drafts.get(own.entity)!
    const names = this.refer(draft, target, relationship, { isRequired: isDemanded(target) })
    if (names.length > 0) draft.uniques.push(names)
    this.carry(relationship, own.entity)
    this.say(
      3,
      relationship.id,
      `One to one: ${draft.name} refers to ${this.nameOf(target.entity)}, and no two to the same.`,
    )
  }

  private oneToMany(relationship: DiagramRelationship, one: DiagramEnd, many: DiagramEnd): void {
    const draft = this.drafts.get(many.entity)!
    this.refer(draft, one, relationship, { isRequired: isDemanded(one) })
    this.carry(relationship, many.entity)
    this.say(
      4,
      relationship.id,
      `One to many: the reference stands on the many side, in ${draft.name}${isDemanded(one) ? '' : ', and may be empty'}.`,
    )
  }

  /**
   * A table between: many to many, or three and more ends. Where there is at most one of an end for the
   * others, the others are a key; else all are.
   */
  private meet(relationship: DiagramRelationship): void {
    const { ends, attributes, id } = relationship
    const draft: Draft = {
      isBetween: true,
      element: id,
      name: relationship.table?.trim() || this.betweenName(relationship),
      columns: [],
      key: [],
      uniques: [],
      references: [],
      given: relationship.given ?? false,
      written: new Map(),
    }
    const referring = ends.map(end => ({
      end,
      names: this.refer(draft, end, relationship, { isRequired: true }),
    }))
    const all = referring.flatMap(({ names }) => names)
    const keys = referring
      .filter(({ end }) => end.most === 'one')
      .map(({ end }) => referring.filter(other => other.end !== end).flatMap(({ names }) => names))
    const stored = attributes.flatMap(attribute => this.store(draft, attribute))
    const [first = all, ...further] = keys.map(key => [...new Set([...key, ...stored])])
    draft.key = [...new Set([...first, ...stored])]
    draft.uniques.push(...further)
    this.between.push(draft)
    this.say(
      ends.length > 2 ? 7 : 5,
      id,
      ends.length > 2
        ? `${ends.length} ends meet in a table of their own, ${draft.name}, that refers to each.`
        : `Many each way: a table between, ${draft.name}, refers to both, and the two references together are its key.`,
    )
  }

  private betweenName({ ends, name }: DiagramRelationship): string {
    return ends.length > 2 && name.trim() !== ''
      ? plain(name)
      : ends.map(({ entity, role }) => plain(role || this.nameOf(entity))).join('_')
  }

  private valuesOf(entity: DiagramEntity, attribute: DiagramAttribute): void {
    const key = this.keyOf(entity.id)
    const span = this.place(attribute.id)
    const own = this.nameOf(entity.id)
    const names = key.map(({ name }) =>
      plain(name).includes(plain(own).replace(/s$/, '')) ? name : `${plain(own)}_${name}`,
    )
    const values = columnNames(attribute).map(name => this.column({ ...attribute, required: true }, name))
    this.between.push({
      isBetween: true,
      element: attribute.id,
      name: `${plain(own)}_${plain(attribute.name)}`,
      columns: [
        ...key.map(({ column }, i) => ({
          ...asTaken(column),
          name: names[i]!,
          notNull: true,
          span,
          nameSpan: span,
        })),
        ...values,
      ],
      key: [...names, ...values.map(({ name }) => name)],
      uniques: [],
      given: false,
      written: new Map(),
      references:
        key.length > 0
          ? [
              {
                name: null,
                columns: names,
                table: own,
                targetColumns: key.map(({ name }) => name),
                onDelete: 'no action',
                onUpdate: 'no action',
                deferrable: false,
                span,
              },
            ]
          : [],
    })
    this.say(6, attribute.id, `${attribute.name} has several values: each gets a row of its own.`)
  }

  private toTable({ element, name, columns, key, uniques, references, given }: Draft): Table {
    const span = this.place(element)
    const toKey = (names: readonly string[]): Key => ({
      name: null,
      columns: names,
      nullsNotDistinct: false,
      span,
    })
    return {
      name,
      namespace: null,
      columns,
      primaryKey: key.length > 0 ? toKey(key) : null,
      uniques: uniques.map(toKey),
      references,
      checks: [],
      unmodelled: [],
      span,
      nameSpan: span,
      given,
    }
  }
}

/** The names of the line, as seen from the table that refers to the end. */
function lineNames({ ends, name, back }: DiagramRelationship, target: DiagramEnd): LineNames {
  const at = ends.indexOf(target)
  const own = ends.length === 2 ? ends[1 - at]! : undefined
  const [verb, other] = at === 1 ? [name, back] : [back, name]
  return { own: own?.role ?? '', target: target.role, verb, back: other }
}

const columnNames = ({ name, parts }: DiagramAttribute): string[] =>
  (parts.length > 0 ? parts : [name]).map(part => part.trim()).filter(part => part !== '')
const plain = (name: string): string =>
  foldName(name.trim())
    .replace(/[^\p{L}\p{N}]+/gu, '_')
    .replace(/^_+|_+$/g, '')
