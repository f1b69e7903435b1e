/** Why two things were paired; the words are made by `reasonInWords`. */
export type PairReason = 'same-name' | 'like-name' | 'glossary' | 'same-columns' | 'same-references' | 'same-type' | 'only-one-left' | 'given' | 'pinned' | 'inside'

/** sure: one may rely on it · likely, weak: shown as open where a rule needs it */
export type Confidence = 'sure' | 'likely' | 'weak'

export interface Pair {
  readonly confidence: Confidence
  /** 0 to 1, for ordering only: what is shown is the word. */
  readonly score: number
  readonly reasons: readonly PairReason[]
}

/** An entity of the world found in a table of the answer; `inside` names the entity with whose rows its facts are written (a merge). */
export interface EntityPlacement extends Pair {
  readonly entity: string
  readonly table: string
  readonly inside: { readonly entity: string, readonly role: string } | null
}

export interface AttributePlacement extends Pair {
  readonly entity: string
  readonly attribute: string
  readonly table: string
  readonly column: string
}

/** The steps by which a row of the answer leads to another: pairs of columns, from and to. */
export interface Step {
  readonly fromTable: string
  readonly toTable: string
  readonly columns: readonly (readonly [from: string, to: string])[]
}

/**
 * How a role is laid out. forward: the entity's own table refers to the target's (declared or only implied by its columns); backward: the
 * target's table refers to the entity's; via: a table between refers to both; inside: both in one table; columns: the entity's table has the
 * columns, the target has no table.
 */
export type RoleLayout
  = | { readonly kind: 'forward', readonly step: Step }
    | { readonly kind: 'backward', readonly step: Step }
    | { readonly kind: 'via', readonly table: string, readonly toEntity: Step, readonly toTarget: Step }
    | { readonly kind: 'inside', readonly table: string }
    | { readonly kind: 'columns', readonly table: string, readonly columns: readonly string[] }

export interface RolePlacement extends Pair {
  readonly entity: string
  readonly role: string
  readonly layout: RoleLayout
}

export interface Alignment {
  readonly entities: readonly EntityPlacement[]
  readonly attributes: readonly AttributePlacement[]
  readonly roles: readonly RolePlacement[]
  /** Tables and columns of the answer that stand for nothing in the world. They never lower a verdict. */
  readonly surplus: readonly { readonly table: string, readonly column: string | null }[]
}

/** Names that the instructor accepts: element is `entity`, `entity.attribute` or `entity.role`. */
export interface GlossaryEntry {
  readonly element: string
  readonly names: readonly string[]
}
