import type { Diagram, DiagramAttribute, DiagramEntity, DiagramRelationship } from '../document'
import type { CardReference } from '../references'
import { ownersOf } from '../document'

/** One line of a card, as it is drawn. */
export interface CardLine {
  readonly id: string
  /** An attribute's name, or the target of a reference. */
  readonly text: string
  readonly isReference: boolean
  readonly identifies: boolean
  /** May be missing: a small ring follows. */
  readonly mayLack: boolean
  /** What else there is to say in words: several, worked out, its parts. */
  readonly marks: string
  /** Type and size, from the level that asks for them. */
  readonly type: string
}

export interface Box {
  readonly x: number
  readonly y: number
  readonly width: number
  readonly height: number
}

export const HEAD = 34
export const LINE = 21
const FOOT = 9
/** A name of sixty letters stands there whole. */
const WIDEST = 580
const SIGNS = { sans: 7, serif: 8.6, mono: 7.3 } as const

/**
 * The lines of a card by its level: what identifies first, then the others; references from the logical level
 * on.
 */
export function cardLines(
  { level }: Pick<Diagram, 'level'>,
  { attributes, uniques = [] }: Pick<DiagramEntity, 'attributes'> & Partial<Pick<DiagramEntity, 'uniques'>>,
  references: readonly CardReference[] = [],
): CardLine[] {
  const shown = level === 'conceptual' ? [] : references.map(reference => referenceLine(level, reference))
  const all = [
    ...shown,
    ...attributes.map(attribute =>
      attributeLine(
        level,
        attribute,
        uniques.some(set => set.length === 1 && set[0] === attribute.id),
      ),
    ),
  ]
  return [...all.filter(({ identifies }) => identifies), ...all.filter(({ identifies }) => !identifies)]
}

function attributeLine(
  level: Diagram['level'],
  { id, name, identifies, several, derived, parts, required, type, size }: DiagramAttribute,
  isAlone: boolean,
): CardLine {
  const marks = [
    isAlone && !identifies ? 'no two alike' : '',
    several ? 'several' : '',
    derived ? 'worked out' : '',
    parts.length > 0 ? parts.join(' + ') : '',
  ]
    .filter(mark => mark !== '')
    .join(', ')
  const sized = level === 'physical' && size.trim() !== '' ? `${type} ${size}` : type
  const written = level === 'conceptual' ? '' : sized
  return {
    id,
    text: name,
    isReference: false,
    identifies,
    mayLack: required === false && !identifies,
    marks,
    type: written.trim(),
  }
}

function referenceLine(
  level: Diagram['level'],
  { relationship, target, role, identifies, required, columns, types }: CardReference,
): CardLine {
  return {
    id: relationship,
    text: level === 'physical' ? columns.join(', ') : role || target,
    isReference: true,
    identifies,
    mayLack: !required && !identifies,
    marks: level === 'physical' ? `→ ${role || target}` : '',
    type: level === 'physical' && types.length === 1 ? types[0]! : '',
  }
}

/** How large a card is; widths are estimated from the number of signs, so that a picture needs no screen. */
export function cardSize(
  name: string,
  lines: readonly CardLine[],
): { readonly width: number; readonly height: number } {
  const lineWidth = ({ text, marks, type, isReference }: CardLine): number =>
    (text.length + (isReference ? 2 : 0)) * SIGNS.sans +
    (marks.length > 0 ? marks.length * 6 + 10 : 0) +
    (type.length > 0 ? type.length * SIGNS.mono + 26 : 0)
  const widest = Math.max(name.length * SIGNS.serif + 26, ...lines.map(lineWidth))
  return {
    width: Math.round(Math.min(WIDEST, Math.max(150, widest + 30))),
    height: HEAD + Math.max(1, lines.length) * LINE + FOOT,
  }
}

export function isWeak(diagram: Diagram, entity: string): boolean {
  return ownersOf(diagram, entity).length > 0
}

/** Where three and more meet: a slip with the name. */
export function slipSize({ name }: Pick<DiagramRelationship, 'name'>): {
  readonly width: number
  readonly height: number
} {
  return { width: Math.round(Math.max(70, name.length * 7.5 + 28)), height: 30 }
}
