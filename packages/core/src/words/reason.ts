/** The sentence of a reason, from its names. */
export type Sentence<P> = (params: P) => string

type Before<P> = ((params: P) => string | null) | null

/** What is read by whom. */
export interface ReasonWords<P> {
  /** By the instructor, and on marked work by the student where nothing else is said. */
  readonly full: Sentence<P>
  /** By the student: never a name of the model answer. */
  readonly told: Sentence<P>
  /**
   * By the student while the work goes on and answers are not supplied; null where nothing is said.
   * @defaultValue as told
   */
  readonly before?: Before<P>
}

/** Names only what is the answer's own: a student reads the same. */
export const own = <P>(full: Sentence<P>): ReasonWords<P> => ({ full, told: full })

/** Names elements of the model answer, or may: a student reads a sentence without them. */
export const guarded = <P>(full: Sentence<P>, told: Sentence<P>): ReasonWords<P> => ({ full, told })

/** Gives the answer to a question away: until that may be, a student reads another sentence, or none. */
export const later = <P>(full: Sentence<P>, before: Before<P>): ReasonWords<P> => ({
  full,
  told: full,
  before,
})
