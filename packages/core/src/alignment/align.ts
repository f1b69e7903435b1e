import type { Schema } from '../schema'
import type { Alignment, GlossaryEntry, Pin } from './alignment'
import { AlignmentDraft } from './draft'
import { NameComparer } from './likeness'
import { openElements } from './open'
import { pairNamedLines } from './pair-lines'
import { placeGuests } from './pair-guests'
import { pairColumns, pairLeftColumns, pairPinnedColumns, surplusOf } from './pair-columns'
import { placeCopies, placeInside, placeParts, placeRepetitions } from './pair-layouts'
import { pairDetours, pairImpliedRoles, pairPinnedRoles, pairReferences } from './pair-roles'
import { confirmTables, pairTables } from './pair-tables'
import type { World, WorldEntity } from './world'

export interface AlignOptions {
  readonly glossary?: readonly GlossaryEntry[]
  readonly pins?: readonly Pin[]
}

/**
 * Pairs one answer with a world, under different pins: what does not depend on them, how alike all names
 * are, is worked out once.
 */
export class Aligner {
  private readonly comparer: NameComparer
  private readonly pins: readonly Pin[]

  constructor(
    private readonly world: World,
    private readonly schema: Schema,
    { glossary = [], pins = [] }: AlignOptions = {},
  ) {
    this.comparer = new NameComparer(glossary)
    this.pins = pins
  }

  /**
   * Which tables, columns and references of the answer stand for which entities, attributes and roles of the
   * world (semantics, section 1). Tables first, by optimal assignment refined over the references; then
   * references, columns, what no reference declares; then other layouts: splits, merges, references from the
   * other side, tables between, entities in the rows of others, copies; then what is left, and repeated
   * columns. Pins go before all. What stays below the threshold is left unpaired. Deterministic; time
   * O((entities + tables)³ + entities · tables · columns²).
   */
  align(more: readonly Pin[] = []): Alignment {
    const draft = new AlignmentDraft(this.world, this.schema, this.comparer, [...this.pins, ...more])
    const eachTable = (
      pair: (
        draft: AlignmentDraft,
        entity: WorldEntity,
        table: NonNullable<ReturnType<AlignmentDraft['tableOf']>>,
      ) => void,
    ): void => {
      for (const entity of this.world.entities) {
        const table = draft.tableOf(entity.name)
        if (table) pair(draft, entity, table)
      }
    }
    pairTables(draft)
    pairPinnedRoles(draft)
    pairPinnedColumns(draft)
    pairNamedLines(draft)
    eachTable(pairReferences)
    eachTable(pairColumns)
    eachTable(pairImpliedRoles)
    placeParts(draft)
    confirmTables(draft)
    placeInside(draft)
    pairDetours(draft)
    placeGuests(draft)
    placeCopies(draft)
    eachTable(pairLeftColumns)
    placeRepetitions(draft)
    return draft.finish({ surplus: surplusOf(draft), open: openElements(draft) })
  }

  /**
   * The alignment and, where pairs are doubtful, the others that may be meant: each with one doubtful pair
   * replaced by its rival, the rest paired anew around it. The first is the best; at most six.
   */
  candidates(): Alignment[] {
    const first = this.align()
    return [first, ...first.rivals.map(rival => this.align([rival]))]
  }
}

/** The best alignment of one answer: see `Aligner`. */
export function align(world: World, schema: Schema, options: AlignOptions = {}): Alignment {
  return new Aligner(world, schema, options).align()
}
