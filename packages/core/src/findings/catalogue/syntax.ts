import type { Entry } from './entry'

const SIGN_NAMES: Readonly<Record<string, string>> = { ',': 'a comma', ';': 'a semicolon' }

export const SYNTAX = {
  'syntax.missing-comma': {
    severity: 'error',
    concerns: 'writing',
    message: p => `A comma is missing after "${p.after}". I read on as if it stood there.`,
    why: 'Columns and constraints of a table are separated by commas. Without one, the database takes the next line for a part of this one and refuses the statement.',
  },
  'syntax.trailing-comma': {
    severity: 'error',
    concerns: 'writing',
    message: () => 'There is a comma with nothing after it. Take it out.',
    why: 'A comma promises one more column or constraint. Before a closing bracket there is none.',
  },
  'syntax.missing-bracket': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      p.bracket === '( )'
        ? `Brackets are missing ${p.where}. I read on as if they stood there.`
        : `A "${p.bracket}" is missing ${p.where}. I read on as if it stood there.`,
    why: 'The columns of a table, the columns of a key and the length of a type stand in brackets, each opened and closed.',
  },
  'syntax.missing-semicolon': {
    severity: 'error',
    concerns: 'writing',
    message: p => `A semicolon is missing after "${p.after}": here another statement begins.`,
    why: 'Statements are separated by semicolons; without one, two statements are read as one and refused.',
  },
  'syntax.misspelt-keyword': {
    severity: 'error',
    concerns: 'writing',
    message: p => `"${p.written}" is not a word of SQL here. I read it as ${p.meant}.`,
    why: 'The database does not guess: a misspelt word makes the whole statement fail.',
  },
  'syntax.smart-quote': {
    severity: 'error',
    concerns: 'writing',
    message: p => `${p.written} is a typographic quotation mark. SQL knows only the straight one.`,
    why: 'Text copied from a document often brings curved quotation marks along. Values stand in \'straight single\' ones, names in "straight double" ones.',
  },
  'syntax.unclosed-string': {
    severity: 'error',
    concerns: 'writing',
    message: () =>
      'This text is opened by a quotation mark and never closed. I closed it at the end of the line.',
    why: "An unclosed text swallows everything that follows it. A quotation mark within a text is written twice: 'O''Hara'.",
  },
  'syntax.unclosed-comment': {
    severity: 'error',
    concerns: 'writing',
    message: () => 'This comment is opened by /* and never closed by */. I closed it at the end of the line.',
    why: 'An unclosed comment swallows every statement that follows it.',
  },
  'syntax.missing-type': {
    severity: 'error',
    concerns: 'writing',
    message: p => `"${p.column}" has no type. Write one after its name, such as integer or varchar(80).`,
    why: 'Every column needs a type: it says which values fit. An accession number like SKV-00417 is text, a count of seeds an integer.',
  },
  'syntax.missing-length': {
    severity: 'flaw',
    concerns: 'writing',
    message: p =>
      `${p.type} of "${p.column}" has no length, ${p.effect ?? 'so it holds one character only'}. Give it one.`,
    why: 'CHAR without a length is CHAR(1): the garden code ALVA would be refused.',
  },
  'syntax.length-needed': {
    severity: 'error',
    concerns: 'writing',
    message: p => `${p.type} of "${p.column}" has no length, ${p.effect}. Give it one.`,
    why: 'How long a text may be is part of its type: VARCHAR(80).',
  },
  'syntax.missing-name': {
    severity: 'error',
    concerns: 'writing',
    message: p => `I look for ${p.expected} here, and find "${p.found}".`,
    why: 'Every table and column needs a name. A name that contains spaces or is a word of SQL stands in double quotes.',
  },
  'syntax.unexpected': {
    severity: 'error',
    concerns: 'writing',
    message: p => `I do not understand "${p.found}" here. It is passed over; everything around it is read.`,
    why: 'What cannot be read is left out and nothing else: the rest of the table still counts.',
  },
  'syntax.unknown-statement': {
    severity: 'remark',
    concerns: 'writing',
    message: p =>
      `A statement beginning with "${p.found}" is not one I read. It is kept, and changes nothing here.`,
    why: 'Tables, keys, references, checks and rows are read from CREATE TABLE, ALTER TABLE, CREATE INDEX, CREATE TYPE, CREATE DOMAIN and INSERT.',
  },
  'syntax.other-dialect': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `${
        p.meant
          ? `${p.written} is how ${p.dialect} ${/ and |dialects/.test(p.dialect ?? '') ? 'say' : 'says'} it; ${p.here} writes ${p.meant}.`
          : `${p.written} is a word of ${p.dialect}. ${p.here} has none for it: take it out.`
      }${p.more ? ` It stands in ${p.more} further ${p.more === '1' ? 'place' : 'places'}.` : ''}`,
    why: 'Every database has spellings of its own. What is meant counts and is read; the server you chose would refuse this spelling.',
  },
  'syntax.not-in-dialect': {
    severity: 'error',
    concerns: 'writing',
    message: p => `${p.here} has no ${p.what}. ${p.instead}`,
    why: 'What one server can change in a table that stands, another makes only together with the table. What is meant is read.',
  },
  'syntax.pasted': {
    severity: 'error',
    concerns: 'writing',
    message: p => `"${p.written}" is no SQL: it came along when the script was copied. Take it out.`,
    why: 'A console puts its name before each line and its answer after it, a page its fences around code. The server reads them as part of the statement and stops.',
  },
  'syntax.missing-keyword': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      p.after
        ? `${p.keyword} is missing after "${p.after}". I read on as if it stood there.`
        : `${p.keyword} is missing here. I read on as if it stood there.`,
    why: 'SQL knows a constraint by its words: PRIMARY KEY, FOREIGN KEY ... REFERENCES, INSERT INTO ... VALUES.',
  },
  'syntax.missing-blank': {
    severity: 'error',
    concerns: 'writing',
    message: p => `"${p.written}" is two words: ${p.meant}.`,
    why: 'Without the blank it is read as one name that means nothing.',
  },
  'syntax.wrong-quotes': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `${p.written} should be ${p.meant}: names stand in double quotes or none, texts in single ones.`,
    why: '\'SKV-00417\' is a value, "accession" a name. With the wrong marks the database looks for a column of that name, or for a text where a name belongs.',
  },
  'syntax.wrong-character': {
    severity: 'error',
    concerns: 'writing',
    message: p => `Here stands "${p.written}" where ${SIGN_NAMES[p.meant!] ?? `"${p.meant}"`} belongs.`,
    why: 'Between columns stands a comma, after a statement a semicolon, around sizes and columns round brackets.',
  },
  'syntax.surplus-bracket': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `This "${p.bracket}" is one too many.${p.table ? ` The table "${p.table}" is read on.` : ''}`,
    why: 'Each bracket that is opened is closed once. Close the table after its last line.',
  },
  'syntax.name-needs-quotes': {
    severity: 'error',
    concerns: 'writing',
    message: p => `The name "${p.name}" ${p.why} and cannot stand so. Take it without, or in quotes.`,
    why: 'A plain name has letters, digits and _, and begins with a letter: seed_lot, not seed-lot, seed lot or 2nd_lot.',
  },
  'syntax.swapped': {
    severity: 'error',
    concerns: 'writing',
    message: p => `The name comes first, then the type: ${p.column} ${p.type}.`,
    why: 'In CREATE TABLE each column is its name, then its type, then what holds for it.',
  },
  'syntax.default-after': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `In ${p.server} DEFAULT stands before the constraints of "${p.column}": after ${p.after} it is refused.`,
    why: 'Elsewhere their order is free. Oracle reads type, DEFAULT, then the constraints (error ORA-00907).',
  },
} as const satisfies Record<string, Entry>
