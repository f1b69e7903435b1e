/** An answer with something changed, and what was changed, in a sentence. */
export interface Change<Content> {
  readonly said: string
  readonly content: Content
}

/**
 * A kind of typical mistake, or of change that does no harm: all the places where it can be made in an answer, and what
 * comes of it there.
 */
export interface Kind<Content, Made = Content> {
  /** Stable: it is told to programs. */
  readonly id: string
  /** What it is called, for who sets exercises. */
  readonly title: string
  readonly make: (content: Content) => readonly Change<Made>[]
}

/** A kind of harmless change after which every place of an answer stands as it did: a mistake can be made there too. */
export interface HarmlessKind<Content, Made = Content> extends Kind<Content, Made> {
  readonly keepsPlaces?: boolean
}

/** The kind of harmless change that gives things other names: rules about names are not held against it. */
export const OTHER_NAMES = 'other-names'

/** The most changes of one kind in one answer; and the fewest of a mistake that can be made at all. */
export const MOST_OF_A_KIND = 8
export const FEWEST_OF_A_KIND = 4

/** At most so many of them, taken evenly from first to last, none twice. */
export function evenly<T>(all: readonly T[], most = MOST_OF_A_KIND): readonly T[] {
  if (all.length <= most) return all
  return Array.from({ length: most }, (_, i) => all[Math.floor((i * all.length) / most)]!)
}
