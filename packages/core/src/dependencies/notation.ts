import { CATALOGUE, type Finding, type FindingCode, type Params, type Span } from '../findings'
import { nearest, nearestByParts, shorten } from '../language'
import type { Dependency, Multivalued, Universe } from './universe'

/** A dependency as it was read, with the place of its line and of each side. */
export interface WrittenDependency {
  readonly dependency: Dependency | Multivalued
  readonly place: Span
}

/** A set of attributes as it was read. */
export interface WrittenSet {
  readonly names: readonly string[]
  readonly place: Span
}

export interface ReadNotation<T> {
  readonly items: readonly T[]
  readonly findings: readonly Finding[]
}

/** Longer text is not read: what is claimed about a relation fits many times. */
export const LONGEST_NOTATION = 20_000

/** Makes a finding about one field of the Dependencies sheet; the severity is the catalogue's. */
export function claimFinding(
  code: FindingCode,
  field: string,
  place: Span,
  params: Params = {},
  fix?: Finding['fix'],
): Finding {
  return {
    code,
    severity: CATALOGUE[code].severity,
    sheet: 'dependencies',
    field,
    place,
    params,
    ...(fix ? { fix } : {}),
  }
}

const ARROW = /-{1,2}>>?|={1,2}>>?|[→⇒⟶](?:\s*[→⇒⟶])?|↠/g
const isMulti = (arrow: string): boolean =>
  arrow.includes('>>') || arrow === '↠' || /[→⇒⟶]\s*[→⇒⟶]/.test(arrow)

/**
 * Reads dependencies, one to a line (or between semicolons): `a, b -> c`, with arrows `->`, `→`, `=>`, or
 * `->>`, `→→` for multivalued ones, names between commas or blanks, braces passed over, `#` before a remark.
 * What cannot be read is a finding with its place, and the rest is read. Never throws; linear in the text but
 * for the search for what a misspelt name may mean.
 */
export function readDependencies(
  text: string,
  universe: Universe,
  field = 'dependencies',
): ReadNotation<WrittenDependency> {
  const reader = new Names(universe, field)
  const items = lines(text).flatMap(line => readLine(line, reader, universe))
  return { items, findings: reader.findings }
}

function readLine(line: Line, reader: Names, universe: Universe): WrittenDependency[] {
  const arrows = [...line.text.matchAll(ARROW)]
  if (arrows.length === 0) {
    reader.report('dependencies.no-arrow', line.place, { written: shorten(line.text.trim(), 40) })
    return []
  }
  const bounds = [
    0,
    ...arrows.flatMap(arrow => [arrow.index, arrow.index + arrow[0].length]),
    line.text.length,
  ]
  const sides = arrows
    .map((_, i) => bounds[2 * i]!)
    .concat(bounds.at(-2)!)
    .map((start, i) => ({ start, end: bounds[2 * i + 1]! }))
  const sets = sides.map(({ start, end }) =>
    reader.read({ text: line.text.slice(start, end), at: line.at + start }),
  )
  return arrows.flatMap((arrow, i) => {
    const [from, to] = [sets[i]!, sets[i + 1]!]
    if (to.names.length === 0) {
      if (to.isClean)
        reader.report('dependencies.side-empty', {
          start: line.at + arrow.index,
          end: line.at + arrow.index + arrow[0].length,
        })
      return []
    }
    if (!from.isClean) return []
    const dependency = isMulti(arrow[0])
      ? universe.multivalued(from.names, to.names)
      : universe.dependency(from.names, to.names)
    return [{ dependency, place: line.place }]
  })
}

/**
 * Reads sets of attributes, one to a line (or between semicolons, or each in braces): keys, prime attributes,
 * a closure.
 */
export function readSets(text: string, universe: Universe, field: string): ReadNotation<WrittenSet> {
  const reader = new Names(universe, field)
  const items = lines(text).flatMap(line => {
    const groups = [...line.text.matchAll(/\{([^{}]*)\}/g)]
    const pieces =
      groups.length > 0
        ? groups.map(group => ({ text: group[1]!, at: line.at + group.index + 1 }))
        : [{ text: line.text, at: line.at }]
    return pieces.flatMap(piece => {
      const { names, isClean } = reader.read(piece)
      return isClean && (names.length > 0 || groups.length > 0) ? [{ names, place: spanOf(piece) }] : []
    })
  })
  return { items, findings: reader.findings }
}

/** More parts than this are not read. */
const MOST_PARTS = 40

export interface WrittenPart extends WrittenSet {
  /** Empty where the part has none. */
  readonly title: string
  readonly keys: readonly WrittenSet[]
}

/**
 * Reads the parts of a split, one to a line: `trip: trip_no, site key trip_no`; `trip(trip_no, site)` is read
 * as well, and further keys follow `or`.
 */
export function readParts(text: string, universe: Universe, field = 'split'): ReadNotation<WrittenPart> {
  const reader = new Names(universe, field)
  const all = lines(text)
  if (all.length > MOST_PARTS)
    reader.report('dependencies.too-many-parts', all[MOST_PARTS]!.place, { most: String(MOST_PARTS) })
  const items = all.slice(0, MOST_PARTS).flatMap(line => {
    const title = titleBefore(line.text)
    const bodyAt = title === undefined ? 0 : line.text.search(/[:(]/) + 1
    const keyAt = [...line.text.matchAll(/(?<![\p{L}\p{N}_])keys?(?![\p{L}\p{N}_])/giu)].find(
      ({ index }) => index >= bodyAt && !universe.names.some(name => name.toLowerCase() === 'key'),
    )
    const { names, isClean } = reader.read({
      text: line.text.slice(bodyAt, keyAt?.index).replace(/[()]/g, ' '),
      at: line.at + bodyAt,
    })
    if (!isClean || names.length === 0) return []
    return [
      {
        title: title ?? '',
        names,
        place: line.place,
        keys: keyAt ? readKeys(line, keyAt.index + keyAt[0].length, reader) : [],
      },
    ]
  })
  return { items, findings: reader.findings }
}

/** The words before the first colon or bracket; undefined where there are none. */
function titleBefore(text: string): string | undefined {
  const title = text.slice(0, Math.max(0, text.search(/[:(]/))).trim()
  return /^[\p{L}_][\p{L}\p{N}_ ]*$/u.test(title) ? title : undefined
}

/** A part as `readParts` reads it. */
export function partInText({
  title,
  names,
  keys,
}: {
  readonly title: string
  readonly names: readonly string[]
  readonly keys: readonly { readonly names: readonly string[] }[]
}): string {
  const named = keys.filter(key => key.names.length > 0).map(key => key.names.join(', '))
  return `${title ? `${title}: ` : ''}${names.join(', ')}${named.length > 0 ? ` key ${named.join(' or ')}` : ''}`
}

function readKeys(line: Line, start: number, reader: Names): WrittenSet[] {
  const separators = [...line.text.slice(start).matchAll(/(?<![\p{L}\p{N}_])or(?![\p{L}\p{N}_])/giu)]
  const cuts = [start, ...separators.map(({ index }) => start + index + 2)]
  return cuts.flatMap((cut, i) => {
    const end = separators[i] ? start + separators[i].index : line.text.length
    const piece = { text: line.text.slice(cut, end).replace(/[():]/g, ' '), at: line.at + cut }
    const { names, isClean } = reader.read(piece)
    return isClean && names.length > 0 ? [{ names, place: spanOf(piece) }] : []
  })
}

interface Piece {
  readonly text: string
  readonly at: number
}
interface Line extends Piece {
  readonly place: Span
}

const spanOf = ({ text, at }: Piece): Span => {
  const start = at + text.length - text.trimStart().length
  return { start, end: Math.max(start, at + text.trimEnd().length) }
}

function lines(text: string): Line[] {
  return [...text.slice(0, LONGEST_NOTATION).matchAll(/[^\n;]+/g)].flatMap(match => {
    const written = match[0].replace(/#.*$/, remark => ' '.repeat(remark.length))
    const piece = { text: written, at: match.index }
    return written.trim() === '' ? [] : [{ ...piece, place: spanOf(piece) }]
  })
}

/** Reads names of attributes: in any case, with what is misspelt reported and the nearest name offered. */
class Names {
  readonly findings: Finding[] = []
  private readonly known: ReadonlyMap<string, string>
  private readonly isLetters: boolean

  constructor(
    { names }: Universe,
    private readonly field: string,
  ) {
    this.known = new Map(names.map(name => [name.toLowerCase(), name]))
    this.isLetters = names.every(name => [...name].length === 1)
  }

  report(code: FindingCode, place: Span, params: Params = {}, fix?: Finding['fix']): void {
    if (this.findings.length < 200) this.findings.push(claimFinding(code, this.field, place, params, fix))
  }

  /** `isClean` is false where a name is not known: nothing is then said about the set. */
  read({ text, at }: Piece): { names: string[]; isClean: boolean } {
    const found = new Set<string>()
    let isClean = true
    for (const match of text.matchAll(/[^\s,{}∪+&∅]+/gu)) {
      const meant = this.meant(match[0])
      if (meant) for (const name of meant) found.add(name)
      else {
        isClean = false
        this.unknown(match[0], { start: at + match.index, end: at + match.index + match[0].length })
      }
    }
    return { names: [...found], isClean }
  }

  private meant(word: string): string[] | undefined {
    const whole = this.known.get(word.toLowerCase())
    if (whole !== undefined) return [whole]
    if (!this.isLetters) return undefined
    const letters = [...word].map(letter => this.known.get(letter.toLowerCase()))
    return letters.every(name => name !== undefined) ? letters : undefined
  }

  private unknown(written: string, place: Span): void {
    const known = [...this.known.values()]
    const near = nearest(written, known) ?? nearestByParts(written, known)
    this.report(
      'dependencies.unknown-attribute',
      place,
      { written: shorten(written.trim(), 40), ...(near ? { near } : {}) },
      near ? { span: place, text: near, label: `Write ${near}` } : undefined,
    )
  }
}
