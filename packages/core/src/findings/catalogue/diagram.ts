import type { Entry } from './entry'

export const DIAGRAM = {
  'diagram.no-name': {
    severity: 'error',
    concerns: 'form',
    message: () => 'This has no name yet.',
    why: 'People speak of cards and facts by their names; so does the script later.',
  },
  'diagram.no-identifier': {
    severity: 'error',
    concerns: 'form',
    message: p => `Nothing identifies one ${p.entity}. What would you ask for to find just one?`,
    why: 'An entity needs an identifier: an accession has its number, a drawer its number within its bay.',
  },
  'diagram.duplicate-entity': {
    severity: 'error',
    concerns: 'form',
    message: p => `There are two cards called "${p.entity}".`,
    why: 'A name stands for one thing. If both are meant, say what makes them different; if not, put their facts on one card.',
  },
  'diagram.duplicate-attribute': {
    severity: 'error',
    concerns: 'form',
    message: p => `"${p.entity}" has "${p.attribute}" twice.`,
    why: 'A fact stands once on its card.',
  },
  'diagram.isolated': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `Nothing connects "${p.entity}" with the rest.`,
    why: 'A card that stands alone is asked about by nobody: how do you get from a trial to the keeper who ran it?',
  },
  'diagram.no-verb': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `What does the line between ${p.between} say? It has no verb phrase.`,
    why: 'A line is a sentence: one trip brings in accessions. Without a verb nobody can say whether it is right.',
  },
  'diagram.one-to-one': {
    severity: 'remark',
    concerns: 'design',
    message: p => `One to one between ${p.between}: really only one, ever, on either side?`,
    why: 'A keeper has one bay today. Who had it last year, and who will have it next? One to one is rare, and often two cards that are one.',
  },
  'diagram.no-role': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `Both ends of this line are ${p.entity}. Say who is who.`,
    why: 'A taxon that includes taxa is the parent, the others are the children: the two ends need roles.',
  },
  'diagram.end-open': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `Between ${p.between} it is not yet said how many ${p.entity} there can be at most.`,
    why: 'Each line is asked both ways: one trip brings in how many accessions, and one accession comes from how many trips?',
  },
  'diagram.end-missing': {
    severity: 'error',
    concerns: 'form',
    message: () => 'This line leads to a card that is not there.',
    why: 'Both ends of a line are cards of this sheet.',
  },
  'diagram.optional-identifier': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.attribute}" tells things apart, and may be missing or have several values. What identifies is always there, once.`,
    why: 'An accession without a number could not be found again.',
  },
  'diagram.numbered-attributes': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `${p.columns} of "${p.entity}" are one fact numbered.`,
    why: 'One more needs another attribute. A fact with several values is one attribute that has several, or a card of its own.',
  },
  'diagram.several-unresolved': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.attribute}" of "${p.entity}" has several values: at this level it needs a card of its own.`,
    why: 'A column holds one value to a row. Several languages of a collector are several rows of another table.',
  },
  'diagram.no-type': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `"${p.attribute}" has no type, which this level asks for.`,
    why: 'From the logical level on each attribute says what kind of values it has.',
  },
  'diagram.circle-of-owners': {
    severity: 'error',
    concerns: 'form',
    message: p => `"${p.entity}" is identified only within something that is identified only within it.`,
    why: 'Somewhere there must be a first: a bay has a number of its own, a drawer a number within its bay.',
  },
  'diagram.level-not-reached': {
    severity: 'flaw',
    concerns: 'form',
    message: p => `The diagram is ${p.level}; what is asked for is the ${p.asked} level.`,
    why: 'Conceptual says what there is, logical has cards between and types, physical has sizes and what may be empty. Go up a level when the one below is whole.',
  },
  'diagram.given-lost': {
    severity: 'error',
    concerns: 'form',
    message: p => `"${p.entity}", which the exercise gives, is not on the sheet any more.`,
    why: 'What is given stays as it is: yours is added to it.',
  },
  'diagram.no-size': {
    severity: 'flaw',
    concerns: 'form',
    message: p =>
      `"${p.attribute}" needs a size at this level: how many characters or digits has it at most?`,
    why: 'A code of four letters is char 4; a price with two digits after the point is decimal 6, 2.',
  },
  'diagram.list-attribute': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.attribute}" of "${p.entity}" sounds like several values in one. Mark it "several", or give it a card of its own.`,
    why: 'A list in one field can be neither searched nor referred to, value by value.',
  },
  'diagram.reference-attribute': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.attribute}" of "${p.entity}" looks like a reference to "${p.target}", and no line leads there.`,
    why: 'A reference is drawn as a line and asked both ways; the field that carries it follows from that.',
  },
  'diagram.implied-line': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `From ${p.from} one comes to ${p.to} by way of ${p.by} as well. If that is always the same ${p.to}, this line says nothing new.`,
    why: 'A fact that follows from two others is stored twice when it has a line of its own: the bay of a packet is the bay of its drawer. If it can be another one, both lines are right.',
  },
} as const satisfies Record<string, Entry>
