import { plural } from '../../language'
import { amountInWords } from '../amounts'
import { isNotYetToldApart, type Diagram, type DiagramRelationship } from '../document'
import {
  addEntity,
  changeEnd,
  changeFacts,
  changeRelationship,
  factsOf,
  freshId,
  isSameName,
  newFact,
  relate,
} from '../edit'
import { factInWords } from '../fact-in-words'
import { writeAcross, writeTakesPart } from './across'
import { writeAlike } from './alike'
import type { NameRead } from './names'
import type { Fact, LineFault } from './read'
import { writeRemoval } from './removal'
import { writeRename } from './rename'
import { readSentence, splitAtComma, type Sentence } from './sentence'
import { writeBecomes } from './what-becomes'
import type { Written } from './written'
import { isSign, wordsOf, type Word } from './words'

/** What a line of the entry makes of a diagram, or where it cannot be read. */
export type LineRead =
  | {
      readonly ok: true
      readonly diagram: Diagram
      readonly made: readonly string[]
      readonly touched: readonly string[]
    }
  | { readonly ok: false; readonly fault: LineFault }

/**
 * Reads a line of sentences, set apart by semicolons, and makes all of them or none. The grammar is in the
 * help of the diagram. `made` says in words what the line makes; `touched` are the ids of the elements.
 * Linear in the line and the names known.
 */
export function readLine(diagram: Diagram, line: string): LineRead {
  const writer = new LineWriter(diagram)
  for (const words of sentencesOf(line)) {
    const sentence = readSentence(writer.diagram, words)
    if (!sentence.ok) return sentence
    const refusal = writer.write(sentence.value)
    if (refusal !== null)
      return { ok: false, fault: { start: words[0]!.start, end: words.at(-1)!.end, message: refusal } }
  }
  return { ok: true, diagram: writer.diagram, made: writer.made(), touched: [...writer.touched] }
}

function sentencesOf(line: string): Word[][] {
  const sentences: Word[][] = [[]]
  for (const word of wordsOf(line.replace(/[.\s]+$/, ''))) {
    if (isSign(word) && word.text === ';') sentences.push([])
    else sentences.at(-1)!.push(word)
  }
  return sentences
    .filter(words => words.length > 0)
    .flatMap(words => splitAtComma(words).map(each => [...each]))
}

class LineWriter {
  readonly touched = new Set<string>()
  private readonly said: string[] = []
  /** The relationships of two that this line speaks of. */
  private readonly spoken = new Set<string>()
  /** The relationship that it spoke of last, or else the one that was made last. */
  private last: string | undefined

  constructor(public diagram: Diagram) {
    this.last = diagram.relationships.at(-1)?.id
  }

  made(): string[] {
    return [...this.said, ...[...this.spoken].map(id => this.relationshipInWords(id))]
  }

  /** Writes one sentence; answers why not, where it cannot be. */
  write(sentence: Sentence): string | null {
    switch (sentence.kind) {
      case 'ends':
        return this.ends(sentence)
      case 'facts':
        return this.facts(sentence.of, sentence.facts)
      case 'carries':
        return this.carries(sentence.of, sentence.facts)
      case 'told':
        return this.told(sentence)
      case 'meet':
        return this.meet(sentence)
      case 'kinds':
        return this.kinds(sentence)
      case 'alike':
        return this.alike(sentence)
      case 'becomes':
        return this.take(writeBecomes(this.diagram, sentence))
      case 'across':
        return this.take(writeAcross(this.diagram, sentence))
      case 'takes part':
        return this.take(writeTakesPart(this.diagram, sentence))
      case 'rename':
        return this.take(writeRename(this.diagram, sentence))
      default:
        return this.take(writeRemoval(this.diagram, sentence))
    }
  }

  /** Takes over what a sentence made; answers why it made nothing. */
  private take(written: Written): string | null {
    if ('refusal' in written) return written.refusal
    this.diagram = written.diagram
    this.said.push(...written.said)
    for (const id of written.touched) this.touched.add(id)
    return null
  }

  /** The id of an entity that is named, made where it is new. */
  private entity({ entity, name }: NameRead): string {
    const known = entity ?? this.diagram.entities.find(other => isSameName(other.name, name))
    if (known) return known.id
    const { diagram, id } = addEntity(this.diagram, name)
    this.diagram = diagram
    this.said.push(`new entity ${name}`)
    this.touched.add(id)
    return id
  }

  private nameOf(id: string): string {
    return this.diagram.entities.find(entity => entity.id === id)?.name ?? ''
  }

  private ends({
    from,
    fromRole,
    verb,
    amount,
    to,
    toRole,
    backAmount,
  }: Extract<Sentence, { kind: 'ends' }>): string | null {
    const [a, b] = [this.entity(from), this.entity(to)]
    // As it is said aloud of a line that has no verb yet.
    const named = isSameName(verb, 'goes with') ? '' : verb
    if (a === b && fromRole === '' && toRole === '')
      return `${this.nameOf(a)} with itself needs roles: ${this.nameOf(a)} as parent … ${this.nameOf(a)} as child.`
    const found = this.questionOf(a, b, named, fromRole, toRole)
    const id = found?.id ?? this.newRelationship(a, b)
    const relationship = this.diagram.relationships.find(other => other.id === id)!
    if (relationship.given) return 'That relationship is given by the exercise.'
    const isForward = !found || found.isForward
    const [near, far] = isForward ? [0, 1] : [1, 0]
    this.diagram = changeRelationship(this.diagram, id, isForward ? { name: named } : { back: named })
    if (backAmount) this.diagram = changeEnd(this.diagram, id, near, backAmount)
    this.diagram = changeEnd(this.diagram, id, far, { ...amount, ...(toRole === '' ? {} : { role: toRole }) })
    if (fromRole !== '') this.diagram = changeEnd(this.diagram, id, near, { role: fromRole })
    this.spoken.add(id)
    this.touched.add(id)
    this.last = id
    return null
  }

  private newRelationship(a: string, b: string): string {
    const { diagram, id } = relate(this.diagram, [a, b])
    this.diagram = diagram
    return id
  }

  /**
   * Which question of which relationship a sentence answers: one that is already put in these words; else the
   * other question of one that this line speaks of; else the other question of the only one between the two
   * of which that way is not yet said. Undefined for a new one.
   */
  private questionOf(
    a: string,
    b: string,
    verb: string,
    fromRole: string,
    toRole: string,
  ): { readonly id: string; readonly isForward: boolean } | undefined {
    const between = this.diagram.relationships
      .filter(({ ends }) => ends.length === 2)
      .flatMap(relationship => {
        const [x, y] = relationship.ends
        const isSelf = x!.entity === y!.entity
        const fits = (from: typeof x, to: typeof y): boolean =>
          from!.entity === a &&
          to!.entity === b &&
          (!isSelf ||
            ((from!.role === '' || isSameName(from!.role, fromRole)) &&
              (to!.role === '' || isSameName(to!.role, toRole))))
        return [
          ...(fits(x, y) ? [{ relationship, isForward: true }] : []),
          ...(fits(y, x) ? [{ relationship, isForward: false }] : []),
        ]
      })
    const put = between.find(({ relationship, isForward }) =>
      isSameName(isForward ? relationship.name : relationship.back, verb),
    )
    const open = between.filter(({ relationship, isForward }) => isOpen(relationship, isForward))
    const own = open.find(({ relationship }) => this.spoken.has(relationship.id))
    const chosen = put ?? own ?? (open.length === 1 ? open[0] : undefined)
    return chosen && { id: chosen.relationship.id, isForward: chosen.isForward }
  }

  private facts(of: NameRead, facts: readonly Fact[]): string | null {
    const id = this.entity(of)
    return (
      this.addFacts(id, facts) ?? (this.said.push(`${this.nameOf(id)} has ${this.inWords(id, facts)}`), null)
    )
  }

  private carries(of: DiagramRelationship | null, facts: readonly Fact[]): string | null {
    const id = of?.id ?? this.last
    if (id === undefined) return 'It: which relationship? Its verb phrase stands before "carries".'
    const { name = '', back = '' } = this.diagram.relationships.find(other => other.id === id) ?? {}
    return (
      this.addFacts(id, facts) ??
      (this.said.push(`${name || back || 'it'} carries ${this.inWords(id, facts)}`), null)
    )
  }

  /** The facts as they stand now, with what tells their card apart, marks and types. */
  private inWords(owner: string, facts: readonly Fact[]): string {
    return factsOf(this.diagram, owner)
      .filter(({ name }) => facts.some(fact => isSameName(fact.name, name)))
      .map(fact => factInWords(fact, 'physical', true))
      .join(', ')
  }

  private alike({ of, by }: Extract<Sentence, { kind: 'alike' }>): string | null {
    if (of.entity?.given) return `${of.entity.name} is given by the exercise; yours begin beside it.`
    const id = this.entity(of)
    return this.take(writeAlike(this.diagram, id, by))
  }

  /** New facts are added, known ones get the marks. The first of an entity is what tells it apart. */
  private addFacts(owner: string, facts: readonly Fact[]): string | null {
    const given =
      this.diagram.entities.find(({ id }) => id === owner)?.given ??
      this.diagram.relationships.find(({ id }) => id === owner)?.given
    if (given)
      return `${this.nameOf(owner) || 'That relationship'} is given by the exercise; yours begin beside it.`
    const isEntity = this.diagram.entities.some(({ id }) => id === owner)
    for (const { name, ...marks } of facts) {
      const own = factsOf(this.diagram, owner)
      const known = own.find(fact => isSameName(fact.name, name))
      const isFirst =
        isEntity &&
        isNotYetToldApart(this.diagram, owner) &&
        !marks.several &&
        !marks.derived &&
        marks.required === undefined
      const next = known
        ? own.map(fact => (fact === known ? { ...fact, ...marks } : fact))
        : [...own, newFact({ id: owner, attributes: [...own] }, name, { identifies: isFirst, ...marks })]
      this.diagram = changeFacts(this.diagram, owner, next)
    }
    this.touched.add(owner)
    return null
  }

  private told({ of, by, within }: Extract<Sentence, { kind: 'told' }>): string | null {
    const id = this.entity(of)
    const fault = this.addFacts(
      id,
      by.map(name => ({ name, identifies: true })),
    )
    if (fault) return fault
    this.diagram = changeFacts(
      this.diagram,
      id,
      factsOf(this.diagram, id).map(fact => ({
        ...fact,
        identifies: by.some(name => isSameName(name, fact.name)),
      })),
    )
    for (const owner of within) this.weak(id, this.entity(owner))
    this.said.push(
      `${this.nameOf(id)} is identified by ${by.join(' and ') || 'nothing of its own'}${within.length > 0 ? ` within ${within.map(({ name }) => name).join(' and ')}` : ''}`,
    )
    return null
  }

  /** The owner's end identifies; there is exactly one. */
  private weak(id: string, owner: string): void {
    const found = this.diagram.relationships.find(
      ({ ends, given }) =>
        !given &&
        ends.length === 2 &&
        ends.some(end => end.entity === id) &&
        ends.some(end => end.entity === owner),
    )
    const at = found?.id ?? this.newRelationship(owner, id)
    const relationship = this.diagram.relationships.find(other => other.id === at)!
    const end = relationship.ends.findIndex(({ entity }) => entity === owner)
    this.diagram = changeEnd(this.diagram, relationship.id, end, { least: 1, most: 'one', identifies: true })
    this.touched.add(relationship.id)
  }

  private meet({ names, roles, name }: Extract<Sentence, { kind: 'meet' }>): string | null {
    const ends = names.map(other => this.entity(other))
    const { diagram, id } = relate(this.diagram, ends, { name })
    this.diagram = roles.reduce(
      (next, role, at) => (role ? changeEnd(next, id, at, { role }) : next),
      diagram,
    )
    this.said.push(`${names.map(other => other.name).join(', ')} meet in ${name}`)
    this.touched.add(id)
    this.last = id
    return null
  }

  private kinds({ of, isTotal, isDisjoint, special }: Extract<Sentence, { kind: 'kinds' }>): string | null {
    const general = this.entity(of)
    const kinds = special.map(name => this.entity(name)).filter(id => id !== general)
    if (kinds.length === 0) return 'Nothing is a kind of itself.'
    const id = freshId(this.diagram, 'k')
    this.diagram = {
      ...this.diagram,
      kinds: [...this.diagram.kinds, { id, general, special: [...new Set(kinds)], isTotal, isDisjoint }],
    }
    this.said.push(`kinds of ${this.nameOf(general)}: ${kinds.map(kind => this.nameOf(kind)).join(', ')}`)
    this.touched.add(id)
    return null
  }

  /** "Trip brings in: many accessions; the other way not yet said". */
  private relationshipInWords(id: string): string {
    const { ends, name, back } = this.diagram.relationships.find(relationship => relationship.id === id)!
    const [a, b] = ends as [(typeof ends)[0], (typeof ends)[0]]
    const way = (from: typeof a, verb: string, to: typeof a): string =>
      verb === '' && to.most === null
        ? ''
        : `${`${this.nameOf(from.entity)} ${verb}`.trim()}: ${amountInWords(to)} ${to.most === 'one' ? this.nameOf(to.entity).toLowerCase() : plural(this.nameOf(to.entity).toLowerCase())}`
    const ways = [way(a, name, b), way(b, back, a)]
    const [said] = ways.filter(text => text !== '')
    return ways.includes('') ? `${said}; the other way not yet said` : ways.join('; ')
  }
}

/**
 * Whether a question of a relationship is not worded, and not answered but by what it is told apart within.
 */
function isOpen({ name, back, ends }: DiagramRelationship, isForward: boolean): boolean {
  return (
    (isForward ? name : back).trim() === '' &&
    (ends[isForward ? 1 : 0]!.most === null || ends[isForward ? 1 : 0]!.identifies)
  )
}
