import type { Params, Severity } from './finding'

interface Entry {
  readonly severity: Severity
  /** What is there, what follows, what to do; in the student's own names. */
  readonly message: (p: Params) => string
  /** What a good teaching assistant would add, with an example from the Skarholm Seed Vault. */
  readonly why: string
}

/** Every finding there is. Codes are stored: never rename or reuse one. */
export const CATALOGUE = {
  'syntax.missing-comma': {
    severity: 'error',
    message: p => `A comma is missing after "${p.after}". I read on as if it stood there.`,
    why: 'Columns and constraints of a table are separated by commas. Without one, the database takes the next line for a part of this one and refuses the statement.',
  },
  'syntax.trailing-comma': {
    severity: 'error',
    message: () => 'There is a comma with nothing after it. Take it out.',
    why: 'A comma promises one more column or constraint. Before a closing bracket there is none.',
  },
  'syntax.missing-bracket': {
    severity: 'error',
    message: p => `A "${p.bracket}" is missing ${p.where}. I read on as if it stood there.`,
    why: 'The columns of a table, the columns of a key and the length of a type stand in brackets, each opened and closed.',
  },
  'syntax.missing-semicolon': {
    severity: 'error',
    message: p => `A semicolon is missing after "${p.after}": here another statement begins.`,
    why: 'Statements are separated by semicolons; without one, two statements are read as one and refused.',
  },
  'syntax.misspelt-keyword': {
    severity: 'error',
    message: p => `"${p.written}" is not a word of SQL here. I read it as ${p.meant}.`,
    why: 'The database does not guess: a misspelt word makes the whole statement fail.',
  },
  'syntax.smart-quote': {
    severity: 'error',
    message: p => `${p.written} is a typographic quotation mark. SQL knows only the straight one.`,
    why: 'Text copied from a document often brings curved quotation marks along. Values stand in \'straight single\' ones, names in "straight double" ones.',
  },
  'syntax.unclosed-string': {
    severity: 'error',
    message: () => 'This text is opened by a quotation mark and never closed. I closed it at the end of the line.',
    why: 'An unclosed text swallows everything that follows it. A quotation mark within a text is written twice: \'O\'\'Hara\'.',
  },
  'syntax.unclosed-comment': {
    severity: 'error',
    message: () => 'This comment is opened by /* and never closed by */. I closed it at the end of the line.',
    why: 'An unclosed comment swallows every statement that follows it.',
  },
  'syntax.missing-type': {
    severity: 'error',
    message: p => `"${p.column}" has no type. Write one after its name, such as integer or varchar(80).`,
    why: 'Every column needs a type: it says which values fit. An accession number like SKV-00417 is text, a count of seeds an integer.',
  },
  'syntax.missing-length': {
    severity: 'flaw',
    message: p => `${p.type} of "${p.column}" has no length, so it holds one character only. Give it one.`,
    why: 'CHAR without a length is CHAR(1): the garden code ALVA would be refused.',
  },
  'syntax.missing-name': {
    severity: 'error',
    message: p => `I look for ${p.expected} here, and find "${p.found}".`,
    why: 'Every table and column needs a name. A name that contains spaces or is a word of SQL stands in double quotes.',
  },
  'syntax.unexpected': {
    severity: 'error',
    message: p => `I do not understand "${p.found}" here. It is passed over; everything around it is read.`,
    why: 'What cannot be read is left out and nothing else: the rest of the table still counts.',
  },
  'syntax.unknown-statement': {
    severity: 'remark',
    message: p => `A statement beginning with "${p.found}" is not one I read. It is kept, and changes nothing here.`,
    why: 'Tables, keys, references and checks are read from CREATE TABLE, ALTER TABLE, CREATE INDEX, CREATE TYPE and CREATE DOMAIN.',
  },
  'syntax.other-dialect': {
    severity: 'remark',
    message: p => `${p.written} is the spelling of ${p.dialect}. It is read as ${p.meant}.`,
    why: 'Every database has spellings of its own. What is meant counts; a script for PostgreSQL would be written differently.',
  },
  'syntax.too-deep': {
    severity: 'error',
    message: () => 'Brackets are nested too deeply here; the statement is passed over.',
    why: 'More than a few hundred brackets within brackets are never meant.',
  },
  'names.duplicate-table': {
    severity: 'error',
    message: p => `There are two tables called "${p.table}". The second would be refused; only the first is read.`,
    why: 'A name stands for one table. If the second is a better version, take the first out.',
  },
  'names.duplicate-column': {
    severity: 'error',
    message: p => `"${p.table}" has two columns called "${p.column}". Rename one or take it out.`,
    why: 'Within a table each column has a name of its own. The same name in two tables is fine.',
  },
  'names.too-many-columns': {
    severity: 'error',
    message: p => `"${p.table}" has more columns than a table can have. Those after the first 1600 are passed over.`,
    why: 'PostgreSQL takes 1600 columns in a table. Long before that, numbered columns are rows that want a table of their own.',
  },
  'names.unknown-table': {
    severity: 'error',
    message: p => `There is no table "${p.table}" to change here.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'ALTER TABLE changes a table that was created before.',
  },
  'keys.no-primary': {
    severity: 'flaw',
    message: p => `"${p.table}" has no primary key, so the same row can stand in it twice. Say what tells its rows apart.`,
    why: 'A key is what tells one thing from another. Without it the database cannot refuse a second drawer 12 in the same bay.',
  },
  'keys.two-primary': {
    severity: 'error',
    message: p => `"${p.table}" has two primary keys. Name one of them UNIQUE instead, or put the columns into one key.`,
    why: 'A table has at most one primary key, of one column or of several. Two columns marked PRIMARY KEY are not a key of two columns.',
  },
  'keys.column-missing': {
    severity: 'error',
    message: p => `A key of "${p.table}" names "${p.column}", which is not one of its columns.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'A key is made of columns of its own table.',
  },
  'keys.surrogate-only': {
    severity: 'flaw',
    message: p => `"${p.table}" is told apart by "${p.column}" only, a number the database makes up. The same fact can be stored twice; add UNIQUE over what tells two of them apart.`,
    why: 'A made-up number makes rows unique without making facts unique: accession SKV-00417 could be entered as row 1 and as row 2.',
  },
  'keys.duplicate': {
    severity: 'remark',
    message: p => `"${p.table}" is told twice that ${p.columns} is unique. Once is enough.`,
    why: 'A primary key is unique already; a UNIQUE over the same columns adds only work.',
  },
  'references.unknown-table': {
    severity: 'error',
    message: p => `"${p.table}" refers to "${p.target}", which is not here.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'A reference needs its target: the table must be created in this script or given by the exercise.',
  },
  'references.unknown-column': {
    severity: 'error',
    message: p => `A reference of "${p.table}" names "${p.column}", which "${p.owner}" does not have.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'Both ends of a reference are columns: one of this table, one of the table referred to.',
  },
  'references.count-differs': {
    severity: 'error',
    message: p => `This reference of "${p.table}" has ${p.here} here and ${p.there} in "${p.target}". Both sides need the same number.`,
    why: 'A reference to a key of two columns takes two columns: a drawer refers to its bay by hall and bay number.',
  },
  'references.type-differs': {
    severity: 'error',
    message: p => `"${p.table}.${p.column}" is ${p.type} but "${p.target}.${p.targetColumn}" is ${p.targetType}: a reference must have the type of the key it refers to.`,
    why: 'Otherwise the database refuses the reference, or compares after changing the value: 007 and 7 would be the same collector.',
  },
  'references.size-differs': {
    severity: 'remark',
    message: p => `"${p.table}.${p.column}" is ${p.type} and "${p.target}.${p.targetColumn}" is ${p.targetType}. They can be compared; the same type would be clearer.`,
    why: 'A foreign key is described exactly as the key it refers to.',
  },
  'references.not-a-key': {
    severity: 'error',
    message: p => `"${p.table}" refers to ${p.columns} of "${p.target}", which is neither its primary key nor UNIQUE.`,
    why: 'A reference must lead to one row. If several gardens had the same code, which one would the dispatch go to?',
  },
  'references.no-target-key': {
    severity: 'error',
    message: p => `"${p.table}" refers to "${p.target}" without saying to which column, and "${p.target}" has no primary key.`,
    why: 'REFERENCES without columns means the primary key of the other table.',
  },
  'references.later-table': {
    severity: 'error',
    message: p => `"${p.table}" refers to "${p.target}", which is created later. Move it up, or add the reference by ALTER TABLE afterwards.`,
    why: 'Statements run in order: when this one runs, the other table does not exist yet.',
  },
  'references.closed-circle': {
    severity: 'flaw',
    message: p => `${p.tables} refer to each other and all must have a value: no row can be entered by ordinary statements. Let one of the references be empty, or make it DEFERRABLE.`,
    why: 'A first bay would need a keeper, and the first keeper a home bay. One of the two is entered first and gets its reference afterwards.',
  },
  'references.partly-null': {
    severity: 'flaw',
    message: p => `Of the reference ${p.columns} of "${p.table}" some columns may be empty; then none of it is checked.`,
    why: 'A reference of several columns is checked only when all of them have a value.',
  },
  'types.unknown': {
    severity: 'remark',
    message: p => `I do not know the type "${p.type}" of "${p.column}".`,
    why: 'The column is kept. If the type is made in another script, tell your instructor.',
  },
  'types.money-as-float': {
    severity: 'flaw',
    message: p => `"${p.table}.${p.column}" is ${p.type}, which keeps decimals only nearly. For money take numeric with the digits you need, such as numeric(6,2).`,
    why: 'A float stores 0.10 as the nearest binary fraction; sums of prices drift by cents.',
  },
  'rows.empty': {
    severity: 'error',
    message: () => 'There is nothing in it: no line with anything on it.',
    why: 'Rows come as CSV, as copied from a spreadsheet, or as JSON. The first line names the columns.',
  },
  'rows.no-rows': {
    severity: 'error',
    message: () => 'There is a line with names and no row below it.',
    why: 'The first line names the columns; each further line is a row.',
  },
  'rows.not-text': {
    severity: 'error',
    message: () => 'This is no text: perhaps a spreadsheet program’s own file. Save it as CSV there, or copy the cells and paste them here.',
    why: 'CSV is plain text that every spreadsheet program can write: one line for a row, commas between the cells.',
  },
  'rows.not-a-list': {
    severity: 'error',
    message: p => `This JSON is no list of rows: ${p.problem}.`,
    why: 'A list of objects, such as [{"accession_no": "SKV-00417", "taxon": "Poa litorea"}], or a list of lists of which the first names the columns.',
  },
  'rows.too-long': {
    severity: 'error',
    message: p => `It is longer than ${p.most}. Take a part of it.`,
    why: 'A part of the rows shows what depends on what as well, and is quicker to look at.',
  },
  'rows.too-many': {
    severity: 'error',
    message: p => `There are more than ${p.most} rows. Take a part of them.`,
    why: 'A part of the rows shows what depends on what as well, and is quicker to look at.',
  },
  'rows.too-wide': {
    severity: 'error',
    message: p => `There are ${p.found} columns; at most ${p.most} can be looked at. Leave some out.`,
    why: 'The number of possible dependencies doubles with each column.',
  },
  'rows.quote-open': {
    severity: 'error',
    message: p => `Line ${p.line}: a quotation mark is opened and not closed as CSV wants it. What follows may stand in one cell.`,
    why: 'A cell that contains a comma or a quotation mark stands in quotation marks, and each one within is written twice: "12"" tray".',
  },
  'rows.line-short': {
    severity: 'flaw',
    message: p => `Line ${p.line} has ${p.found} cells, the first line has ${p.expected}. The missing ones are taken as empty.`,
    why: 'Often a comma is missing, and everything after it has moved one column to the left.',
  },
  'rows.line-long': {
    severity: 'flaw',
    message: p => `Line ${p.line} has ${p.found} cells, the first line has ${p.expected}. What is too much is kept in a column of its own.`,
    why: 'Often a cell contains a comma and does not stand in quotation marks: "Aalto, S." is one cell, Aalto, S. are two.',
  },
  'rows.more-ragged': {
    severity: 'flaw',
    message: p => `So it is with ${p.count} more lines.`,
    why: 'Lines of different lengths often mean that another character separates the cells than the one that was taken.',
  },
  'rows.name-twice': {
    severity: 'remark',
    message: p => `Two columns are called "${p.written}". The second is called "${p.name}" here.`,
    why: 'Within a table each column has a name of its own.',
  },
  'rows.name-changed': {
    severity: 'remark',
    message: p => `"${p.written}" is called "${p.name}" here, so that it can be written in a script.`,
    why: 'A name of letters, digits and _ with a letter first needs no quotation marks anywhere.',
  },
  'rows.name-missing': {
    severity: 'remark',
    message: p => `Column ${p.position} has no name. It is called "${p.name}" here.`,
    why: 'The first line names the columns. Where it is a row already, say so above the rows.',
  },
  'dictionary.no-entity': {
    severity: 'error',
    message: () => 'This field belongs to no entity. Write which one it describes.',
    why: 'A dictionary describes the fields of something: of an accession, a trial, a garden.',
  },
  'dictionary.no-field': {
    severity: 'error',
    message: p => `A field of ${p.entity || 'this entity'} has no name.`,
    why: 'Every field needs a name by which the script and the people speak of it.',
  },
  'dictionary.field-twice': {
    severity: 'error',
    message: p => `"${p.field}" stands twice under ${p.entity}. Only the first is read.`,
    why: 'Within an entity each field has a name of its own. The same name under two entities is fine.',
  },
  'dictionary.no-type': {
    severity: 'flaw',
    message: p => `"${p.field}" has no type yet.`,
    why: 'The type says which values fit: text, code, number, whole number, date, time, yes/no, or a type of SQL.',
  },
  'dictionary.type-unknown': {
    severity: 'flaw',
    message: p => `I do not know the type "${p.written}" of "${p.field}".`,
    why: 'Known are text, code, number, whole number, money, date, time, date and time, yes/no, and the types of SQL.',
  },
  'dictionary.no-size': {
    severity: 'flaw',
    message: p => `"${p.field}" is ${p.type} without a size. Say how many characters it has.`,
    why: 'An accession number such as SKV-00417 has nine characters: three letters, a hyphen, five digits.',
  },
  'dictionary.unknown-target': {
    severity: 'error',
    message: p => `"${p.field}" refers to "${p.target}", which is not described here.`,
    why: 'A reference leads to an entity of this dictionary, or to a field of it: trip, or trip.trip_no.',
  },
  'dictionary.rule-unread': {
    severity: 'remark',
    message: p => `I cannot read the rule of "${p.field}". People can; to have it checked write it as: 0 to 100; at least 0; one of seed, spore.`,
    why: 'A rule that is read is tried: the germination of 101 per cent is refused, 100 is not.',
  },
  'dictionary.reference-differs': {
    severity: 'error',
    message: p => `"${p.field}" is ${p.is}, but ${p.target}, which it refers to, is ${p.targetIs}: a reference is described exactly as the key it refers to.`,
    why: 'Type, size and format are the key’s. Otherwise there are trips that no accession can name, or names that no trip can have. Whether it is required, and whether it numbers itself, is the reference’s own.',
  },
  'dictionary.optional-key': {
    severity: 'error',
    message: p => `"${p.field}" is part of the primary key and said to be empty at times. What tells things apart is always there.`,
    why: 'A part of a primary key has a value in every row.',
  },
  'dictionary.required-open': {
    severity: 'flaw',
    message: p => `It is not said whether "${p.field}" may be empty.`,
    why: 'May an accession have no taxon yet? The case says so, or you state what you take for granted.',
  },
  'dictionary.no-meaning': {
    severity: 'habit',
    message: p => `What does "${p.field}" mean?`,
    why: 'One line for somebody who has never seen the vault: "share of the seeds that germinated, in per cent".',
  },
  'dictionary.no-example': {
    severity: 'habit',
    message: p => `"${p.field}" has no example.`,
    why: 'An example shows at once what type, size and format mean: SKV-00417.',
  },
  'dictionary.example-refused': {
    severity: 'error',
    message: p => `The example ${p.value} (${p.length} characters) does not fit into "${p.field}", which is ${p.type}: it would be refused.`,
    why: 'Either the example or the description is wrong. Count the characters, and the digits before and after the point.',
  },
  'dictionary.example-changed': {
    severity: 'error',
    message: p => `The example ${p.value} does not stay what it is in "${p.field}", which is ${p.type}: it would become ${p.becomes}.`,
    why: 'A number has no leading zeros: collector 007 would become 7. A code that looks like a number is text.',
  },
  'dictionary.example-other-format': {
    severity: 'error',
    message: p => `The example ${p.value} of "${p.field}" does not have the format ${p.format}.`,
    why: 'In a format A stands for a capital, a for a small letter, 9 for a digit, X for a letter or digit; every other character for itself.',
  },
  'diagram.no-name': {
    severity: 'error',
    message: () => 'This has no name yet.',
    why: 'People speak of cards and facts by their names; so does the script later.',
  },
  'diagram.no-identifier': {
    severity: 'error',
    message: p => `Nothing tells one ${p.entity} from another. What would you ask for to find just one?`,
    why: 'An entity needs an identifier: an accession has its number, a drawer its number within its bay.',
  },
  'diagram.duplicate-entity': {
    severity: 'error',
    message: p => `There are two cards called "${p.entity}".`,
    why: 'A name stands for one thing. If both are meant, say what makes them different; if not, put their facts on one card.',
  },
  'diagram.duplicate-attribute': {
    severity: 'error',
    message: p => `"${p.entity}" has "${p.attribute}" twice.`,
    why: 'A fact stands once on its card.',
  },
  'diagram.isolated': {
    severity: 'flaw',
    message: p => `Nothing connects "${p.entity}" with the rest.`,
    why: 'A card that stands alone is asked about by nobody: how do you get from a trial to the keeper who ran it?',
  },
  'diagram.no-verb': {
    severity: 'flaw',
    message: p => `What does the line between ${p.between} say? It has no verb phrase.`,
    why: 'A line is a sentence: one trip brings in accessions. Without a verb nobody can say whether it is right.',
  },
  'diagram.no-role': {
    severity: 'flaw',
    message: p => `Both ends of this line are ${p.entity}. Say who is who.`,
    why: 'A taxon that includes taxa is the parent, the others are the children: the two ends need roles.',
  },
  'diagram.end-open': {
    severity: 'flaw',
    message: p => `Between ${p.between} it is not yet said how many ${p.entity} there can be at most.`,
    why: 'Each line is asked both ways: one trip brings in how many accessions, and one accession comes from how many trips?',
  },
  'diagram.end-missing': {
    severity: 'error',
    message: () => 'This line leads to a card that is not there.',
    why: 'Both ends of a line are cards of this sheet.',
  },
  'diagram.optional-identifier': {
    severity: 'error',
    message: p => `"${p.attribute}" tells things apart, and may be missing or have several values. What identifies is always there, once.`,
    why: 'An accession without a number could not be found again.',
  },
  'diagram.numbered-attributes': {
    severity: 'flaw',
    message: p => `${p.columns} of "${p.entity}" are one fact numbered.`,
    why: 'One more needs another attribute. A fact with several values is one attribute that has several, or a card of its own.',
  },
  'diagram.several-unresolved': {
    severity: 'flaw',
    message: p => `"${p.attribute}" of "${p.entity}" has several values: at this level it needs a card of its own.`,
    why: 'A column holds one value to a row. Several languages of a collector are several rows of another table.',
  },
  'diagram.no-type': {
    severity: 'flaw',
    message: p => `"${p.attribute}" has no type, which this level asks for.`,
    why: 'From the logical level on each attribute says what kind of values it has.',
  },
  'diagram.circle-of-owners': {
    severity: 'error',
    message: p => `"${p.entity}" is told apart only within something that is told apart only within it.`,
    why: 'Somewhere there must be a first: a bay has a number of its own, a drawer a number within its bay.',
  },
  'diagram.level-not-reached': {
    severity: 'flaw',
    message: p => `The diagram is ${p.level}; what is asked for is the ${p.asked} level.`,
    why: 'Conceptual says what there is, logical has cards between and types, physical has sizes and what may be empty. Go up a level when the one below is whole.',
  },
  'diagram.given-lost': {
    severity: 'error',
    message: p => `"${p.entity}", which the exercise gives, is not on the sheet any more.`,
    why: 'What is given stays as it is: yours is added to it.',
  },
  'diagram.no-size': {
    severity: 'flaw',
    message: p => `"${p.attribute}" needs a size at this level: how many characters or digits has it at most?`,
    why: 'A code of four letters is char 4; a price with two digits after the point is decimal 6, 2.',
  },
  'diagram.list-attribute': {
    severity: 'flaw',
    message: p => `"${p.attribute}" of "${p.entity}" sounds like several values in one. Mark it "several", or give it a card of its own.`,
    why: 'A list in one field can be neither searched nor referred to, value by value.',
  },
  'diagram.reference-attribute': {
    severity: 'flaw',
    message: p => `"${p.attribute}" of "${p.entity}" looks like a reference to "${p.target}", and no line leads there.`,
    why: 'A reference is drawn as a line and asked both ways; the field that carries it follows from that.',
  },
  'diagram.implied-line': {
    severity: 'remark',
    message: p => `From ${p.from} one comes to ${p.to} by way of ${p.by} as well. If that is always the same ${p.to}, this line says nothing new.`,
    why: 'A fact that follows from two others is stored twice when it has a line of its own: the bay of a packet is the bay of its drawer. If it can be another one, both lines are right.',
  },
  'junction.unresolved': {
    severity: 'flaw',
    message: p => `Between ${p.between} there can be many each way: at this level that needs a card between.`,
    why: 'No single column can hold many references. A card between refers to both, and may carry facts of the pair: which role a collector had on a trip.',
  },
  'dependencies.unknown-attribute': {
    severity: 'error',
    message: p => p.near ? `"${p.written}" is no attribute of this relation. Did you mean ${p.near}?` : `"${p.written}" is no attribute of this relation.`,
    why: 'Only the attributes that stand above the sheet can be claimed about. The line is left out until its names are known.',
  },
  'dependencies.no-arrow': {
    severity: 'error',
    message: p => `"${p.written}" has no arrow. Write what fixes, an arrow, and what is fixed: accession_no -> taxon.`,
    why: 'A dependency has two sides: rows that agree on the left agree on the right as well.',
  },
  'dependencies.side-empty': {
    severity: 'error',
    message: () => 'Nothing stands to the right of the arrow.',
    why: 'A dependency says what is fixed: at least one attribute on the right. (Nothing on the left is allowed: it says that every row has the same value.)',
  },
  'dependencies.too-many-parts': {
    severity: 'error',
    message: p => `Only the first ${p.most} parts are read.`,
    why: 'A split into so many parts is hardly meant. Look whether each line is one table.',
  },
  'dependencies.trivial': {
    severity: 'flaw',
    message: p => `"${p.written}" says nothing: what is right of the arrow stands left of it already.`,
    why: 'Rows that agree on the left agree on each part of it, whatever the rows are. Such a dependency is called trivial.',
  },
  'dependencies.redundant': {
    severity: 'flaw',
    message: p => `"${p.written}" follows from your other dependencies. It may go.`,
    why: 'A minimal cover has no dependency that the others imply. If a trip fixes its site and a site its altitude, that a trip fixes the altitude need not be said.',
  },
  'dependencies.superfluous-attribute': {
    severity: 'flaw',
    message: p => `In "${p.written}" the ${p.attribute} on the left is not needed: the rest fixes the right side as well.`,
    why: 'A left side should be as small as it can be. If an accession number alone fixes the taxon, adding the trip to it hides that.',
  },
  'dependencies.surplus': {
    severity: 'error',
    message: p => `"${p.written}" does not follow from the case: there are rows it allows and this would refuse.`,
    why: 'A dependency is a promise about every row there may ever be, not about those that happen to be there.',
  },
  'dependencies.key-not-unique': {
    severity: 'error',
    message: p => `{${p.key}} is no key: it does not fix ${p.missing}.`,
    why: 'A key fixes every attribute. Grow its closure: what never joins it can differ between two rows that agree on the key.',
  },
  'dependencies.key-not-minimal': {
    severity: 'error',
    message: p => `{${p.key}} is more than a key: it can do without ${p.attribute}.`,
    why: 'A candidate key has nothing superfluous. A set that has is called a superkey.',
  },
} as const satisfies Record<string, Entry>

export type FindingCode = keyof typeof CATALOGUE
