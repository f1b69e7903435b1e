/**
 * Every number by which parts of an answer are held against parts of the model. None has a published source.
 * What stands beside each is what it does and, from memory, why it is so. Whoever changes one runs the
 * labelled designs of `tests/reference/alignment`, the frozen answers and the listing of all marks.
 */

/** How alike two words are, where they are not the same. */
export const WORD = {
  /** The one begins the other: "acc" for "accession". Nearly always meant so. */
  prefix: 0.85,
  /** The one ends the other, as the chief word of a compound does: "phone" of "telephone". */
  ending: 0.75,
  /** A slip of the pen or two: less sure than a beginning, since short words are near to many. */
  misspelt: 0.8,
  /** The first letter and the consonants of the other, in order: "gdn" for "garden". */
  abbreviated: 0.7,
  /** The first two consonants of a short word, or of its plural: "nm" for "name", "wks" for "weeks". */
  twoLetters: 0.62,
  /** The first letters of a table and a word for a number in one: "fno" for "ferry_no". */
  gluedNumber: 0.8,
} as const

/** Two whole names. */
export const NAME = {
  /** The same but for rounding. */
  same: 0.99,
  /** A name of the glossary counts a hair less than the model's own, so that of two exact ones that wins. */
  inGlossary: 0.998,
  /** An exact name of the glossary, after that. */
  exactInGlossary: 0.99,
  /** Read with the table's own name before it, or without: a later reading must win clearly. */
  otherReading: 0.02,
  /**
   * Nothing but a word for a number on both sides ("no", "id", "code"): every table has one, so that it says
   * little of the table, and something of a column in a table that is paired.
   */
  bareNumber: 0.75,
  /** A column called like its table that is the whole key of it. */
  keyLikeTable: 0.62,
  /** So like that it speaks for this pairing wherever it stands. */
  speaks: 0.9,
} as const

/** What each kind of evidence weighs in the score of an entity and a table; together one. */
export const TABLE = {
  /** The very same name, letter by letter: enough to turn a draw between names of the same words. */
  exactName: 0.02,
  /** A name alone is not enough to be likely, whatever else is there. */
  name: 0.42,
  /** What stands in it says nearly as much: names of tables differ more than those of their facts. */
  columns: 0.36,
  /** Besides, where every fact of the entity is there by its very name, two at least: as much as half a name. */
  allColumns: 0.2,
  /** Least: a model and an answer often differ in how they are joined. */
  references: 0.22,
  /** Below it a table is none: about one of the three kinds of evidence, and little of another. */
  least: 0.34,
  /** Another table that is nearer than this is a rival. */
  margin: 0.08,
  sure: 0.62,
  likely: 0.45,
  /** A name, or the columns, that may be given as a reason. */
  reason: 0.5,
  /** What of the weight of references must be there to be given as a reason. */
  referencesReason: 0.6,
  /** What of it, where there is less, says that the table leads elsewhere. */
  referencesElsewhere: 0.2,
  /** When neighbours are known, their references are counted again by half: enough to turn a draw. */
  again: 0.5,
} as const

/** What speaks neither for nor against: there is nothing to compare. */
export const NEITHER = 0.5

/** Names of facts as evidence for a table. */
export const FACT_OF_TABLE = {
  /** Half alike or less is chance: every third column has "name" or "no" in it. */
  attribute: 0.55,
  /** A column that refers to nothing is taken for a role by a clear name only. */
  role: 0.75,
  /** A neighbour that is hardly likely itself says nothing. */
  neighbour: 0.3,
} as const

/** The names of a line: half of what is said must be alike, and clearly more than the other way round. */
export const LINE = { least: 0.6, margin: 0.3 } as const

/** An attribute and a column. */
export const COLUMN = {
  least: 0.5,
  margin: 0.08,
  sure: 0.72,
  likely: 0.6,
  /** For a type that fits exactly; as much is taken off where it does not fit at all. */
  type: 0.1,
  /** A name written just so wins over one that is only split into the same words. */
  exactName: 0.03,
  /** A number that the table makes up is seldom a fact. */
  surrogate: 0.15,
  /** Types that can stand for each other, as a wider one. */
  compatibleType: 0.7,
  /** What is left over on both sides: weak, whatever its type. */
  leftOver: 0.4,
} as const

/** How alike an entity and a table are without a look at names; the parts of each sum to one. */
export const SHAPE = {
  /** The types of the facts say most, since every table has them. */
  facts: 0.6,
  form: 0.4,
  /** Once neighbours are paired: a third, so that they decide between tables of like facts. */
  own: 0.65,
  neighbours: 0.35,
  /** A type that can stand for another, and one that differs only in whether it is required. */
  compatibleFact: 0.6,
  otherwiseRequired: 0.9,
  leastFact: 0.1,
  /** The form: how many references, how many of them in the key, how many come in. */
  references: 0.4,
  inKey: 0.3,
  incoming: 0.3,
  /** Less alike is another thing. */
  least: 0.6,
  /** What shape alone says counts half: it is never sure. */
  counts: 0.5,
} as const

/** A role and what leads to its target. */
export const ROLE = {
  /** What two ways of pairing the same roles must differ by for the better one to count. */
  margin: 0.3,
  /** A reference to the right table may stand for the role under any name. */
  anyName: 0.01,
  /** Of several to one table, a name that says which. */
  sure: 0.6,
  /** The only reference to the right table, and one of several. */
  alone: 0.9,
  oneOfSeveral: 0.5,
  /** A column that nothing declares to refer: by a clear name only. */
  undeclaredName: 0.75,
  undeclared: 0.8,
  /** The other way round, or over a table between. */
  detour: 0.7,
} as const

/** Layouts other than a table for an entity; what is found in one is as sure as its names. */
export const LAYOUT = {
  /** A part of a split holds a fact by a name as clear as this, and so does a table that holds another. */
  fact: 0.7,
  inside: 0.7,
  /** A copy is named after its original, nearly whole. */
  copiedName: 0.85,
  copy: 0.8,
  /** Numbered columns: two words of three, since the number word is gone. */
  repeatedName: 0.66,
} as const
