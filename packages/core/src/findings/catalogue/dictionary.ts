import type { Entry } from './entry'

export const DICTIONARY = {
  'dictionary.no-entity': {
    severity: 'error',
    concerns: 'form',
    message: () => 'This field belongs to no entity. Write which one it describes.',
    why: 'A dictionary describes the fields of something: of an accession, a trial, a garden.',
  },
  'dictionary.no-field': {
    severity: 'error',
    concerns: 'form',
    message: p => `A field of ${p.entity || 'this entity'} has no name.`,
    why: 'Every field needs a name by which the script and the people speak of it.',
  },
  'dictionary.field-twice': {
    severity: 'error',
    concerns: 'form',
    message: p => `"${p.field}" stands twice under ${p.entity}. Only the first is read.`,
    why: 'Within an entity each field has a name of its own. The same name under two entities is fine.',
  },
  'dictionary.no-type': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `"${p.field}" has no type yet.`,
    why: 'The type says which values fit: text, code, number, whole number, date, time, yes/no, or a type of SQL.',
  },
  'dictionary.type-unknown': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `I do not know the type "${p.written}" of "${p.field}".`,
    why: 'Known are text, code, number, whole number, money, date, time, date and time, yes/no, and the types of SQL.',
  },
  'dictionary.no-size': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `"${p.field}" is ${p.type} without a size. Say how many characters it has.`,
    why: 'An accession number such as SKV-00417 has nine characters: three letters, a hyphen, five digits.',
  },
  'dictionary.unknown-target': {
    severity: 'error',
    concerns: 'form',
    message: p => `"${p.field}" refers to "${p.target}", which is not described here.`,
    why: 'A reference leads to an entity of this dictionary, or to a field of it: trip, or trip.trip_no.',
  },
  'dictionary.numbering-unread': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `I cannot read how "${p.field}" numbers itself: write from 1, or from 100 by 5.`,
    why: 'A number that counts on by itself begins somewhere and goes on by a step.',
  },
  'dictionary.several-fields': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `${p.fields} of ${p.entity} are one fact several times: it wants an entity of its own.`,
    why: 'Two phones today, three tomorrow: what is counted in names of fields ends where the fields end.',
  },
  'dictionary.list-field': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `"${p.field}" of ${p.entity} sounds like a list: one value stands in one field.`,
    why: 'Nobody can ask for the second of "seed, spore", and no reference can lead there.',
  },
  'dictionary.list-example': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `The example of "${p.field}", ${p.value}, reads like several values: one value stands in one field.`,
    why: 'Nobody can ask for the second of "seed, spore", and no reference can lead there.',
  },
  'dictionary.rule-unread': {
    severity: 'remark',
    concerns: 'form',
    message: p =>
      `I cannot read the rule of "${p.field}". People can; to have it checked write it as: 0 to 100; at least 0; one of seed, spore.`,
    why: 'A rule that is read is tried: the germination of 101 per cent is refused, 100 is not.',
  },
  'dictionary.reference-differs': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.field}" is ${p.is}, but ${p.target}, which it refers to, is ${p.targetIs}: a reference is described exactly as the key it refers to.`,
    why: 'Type, size and format are the key’s. Otherwise there are trips that no accession can name, or names that no trip can have. Whether it is required, and whether it numbers itself, is the reference’s own.',
  },
  'dictionary.optional-key': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.field}" is part of the primary key and said to be empty at times. What tells things apart is always there.`,
    why: 'A part of a primary key has a value in every row.',
  },
  'dictionary.required-open': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `It is not said whether "${p.field}" may be empty.`,
    why: 'May an accession have no taxon yet? The case says so, or you state what you take for granted.',
  },
  'dictionary.no-meaning': {
    severity: 'habit',
    concerns: 'form',
    message: p => `What does "${p.field}" mean?`,
    why: 'One line for somebody who has never seen the vault: "share of the seeds that germinated, in per cent".',
  },
  'dictionary.no-example': {
    severity: 'habit',
    concerns: 'form',
    message: p => `"${p.field}" has no example.`,
    why: 'An example shows at once what type, size and format mean: SKV-00417.',
  },
  'dictionary.example-refused': {
    severity: 'error',
    concerns: 'form',
    message: p =>
      `The example ${p.value} (${p.length} characters) does not fit into "${p.field}", which is ${p.type}: it would be refused.`,
    why: 'Either the example or the description is wrong. Count the characters, and the digits before and after the point.',
  },
  'dictionary.example-changed': {
    severity: 'error',
    concerns: 'form',
    message: p =>
      `The example ${p.value} does not stay what it is in "${p.field}", which is ${p.type}: it would become ${p.becomes}.`,
    why: 'A number has no leading zeros: collector 007 would become 7. A code that looks like a number is text.',
  },
  'dictionary.example-other-format': {
    severity: 'error',
    concerns: 'form',
    message: p => `The example ${p.value} of "${p.field}" does not have the format ${p.format}.`,
    why: 'In a format A stands for a capital, a for a small letter, 9 for a digit, X for a letter or digit; every other character for itself.',
  },
} as const satisfies Record<string, Entry>
