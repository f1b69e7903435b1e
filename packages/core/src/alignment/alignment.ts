/** Why two things were paired; the words are made by `pairReasonInWords`. */
export type PairReason =
  | 'same-name'
  | 'like-name'
  | 'bare-number'
  | 'glossary'
  | 'same-columns'
  | 'same-references'
  | 'same-type'
  | 'same-shape'
  | 'only-one-left'
  | 'given'
  | 'pinned'
  | 'inside'
  | 'split'
  | 'name-elsewhere'
  | 'other-references'
  | 'rival'

/**
 * sure: one may rely on it · likely, weak: doubtful, shown as open where a rule needs it. What is below weak
 * is not paired.
 */
export type Confidence = 'sure' | 'likely' | 'weak'

/** The lowest confidence of some pairs; sure where there are none. */
export function lowestConfidence(pairs: readonly { readonly confidence: Confidence }[]): Confidence {
  return (
    (['weak', 'likely'] as const).find(wanted => pairs.some(({ confidence }) => confidence === wanted)) ??
    'sure'
  )
}

export interface Pair {
  readonly confidence: Confidence
  /** 0 to 1, for ordering only: what is shown is the word. */
  readonly score: number
  readonly reasons: readonly PairReason[]
}

/**
 * An entity of the world found in a table of the answer. `inside` names the entity with whose rows its facts
 * are written: that of a role which leads to it (a merge), or with none one whose rows carry what tells its
 * own apart (a relationship folded into one of its ends, or left in a table that leads to the same); `parts`
 * are further tables that hold facts of the same objects, row for row (a split).
 */
export interface EntityPlacement extends Pair {
  readonly entity: string
  readonly table: string
  readonly inside: { readonly entity: string; readonly role: string | null } | null
  readonly parts: readonly Part[]
}

/**
 * A further table of a split entity; the step goes along the reference between it and the first table,
 * whichever way that leads.
 */
export interface Part {
  readonly table: string
  readonly step: Step
}

/** Where an attribute stands. An attribute may stand in several places: see `copies`. */
export interface AttributePlacement extends Pair {
  readonly entity: string
  readonly attribute: string
  readonly table: string
  readonly column: string
}

/**
 * A fact of one entity written again in the table of another, reached from there by a path of roles
 * (denormalisation).
 */
export interface Copy extends Pair {
  readonly host: string
  readonly path: readonly string[]
  readonly entity: string
  readonly attribute: string
  readonly table: string
  readonly column: string
}

/**
 * An entity whose facts stand in several columns of its owner's table (phone_1, phone_2), or as a list in
 * one.
 */
export interface Repetition {
  readonly entity: string
  readonly owner: string
  readonly table: string
  readonly columns: readonly string[]
  readonly as: 'numbered columns' | 'a list'
}

/** The steps by which a row of the answer leads to another: pairs of columns, from and to. */
export interface Step {
  readonly fromTable: string
  readonly toTable: string
  readonly columns: readonly (readonly [from: string, to: string])[]
}

/**
 * How a role is laid out. forward: the entity's own table refers to the target's (declared or only implied by
 * its columns); backward: the target's table refers to the entity's; via: a table between refers to both;
 * inside: both in one table; columns: the entity's table has the columns, the target has no table.
 */
export type RoleLayout =
  | { readonly kind: 'forward'; readonly step: Step }
  | { readonly kind: 'backward'; readonly step: Step }
  | { readonly kind: 'via'; readonly table: string; readonly toEntity: Step; readonly toTarget: Step }
  | { readonly kind: 'inside'; readonly table: string }
  | { readonly kind: 'columns'; readonly table: string; readonly columns: readonly string[] }

export interface RolePlacement extends Pair {
  readonly entity: string
  readonly role: string
  readonly layout: RoleLayout
}

export interface Alignment {
  readonly entities: readonly EntityPlacement[]
  readonly attributes: readonly AttributePlacement[]
  readonly roles: readonly RolePlacement[]
  readonly copies: readonly Copy[]
  readonly repetitions: readonly Repetition[]
  /**
   * Other pairings that are nearly as good, or may be meant: each is one pin that replaces a doubtful pair.
   * At most five.
   */
  readonly rivals: readonly Pin[]
  /** What has no pair, though something is left over that may be meant. */
  readonly open: readonly OpenElement[]
  /** Tables and columns of the answer that stand for nothing in the world. They never lower a verdict. */
  readonly surplus: readonly { readonly table: string; readonly column: string | null }[]
}

/** An element and the places, in the form of pins, where it may stand; the likeliest first. */
export interface OpenElement {
  readonly element: string
  readonly places: readonly string[]
  /** Columns that stand for nothing and are a key together: the element may be written in parts there. */
  readonly parts?: readonly string[]
}

/** Names that the instructor accepts: element is `entity`, `entity.attribute` or `entity.role`. */
export interface GlossaryEntry {
  readonly element: string
  readonly names: readonly string[]
}

/**
 * A pairing made by hand. `to` names tables for an entity (the second and later ones are parts),
 * `table.column` for an attribute, and `table.column+column` or a table between for a role. Empty: the
 * element stands nowhere in the answer.
 */
export interface Pin {
  readonly element: string
  readonly to: readonly string[]
}
