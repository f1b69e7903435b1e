import type { Entry } from './entry'

export const ROWS = {
  'rows.empty': {
    severity: 'error',
    concerns: 'design',
    message: () => 'There is nothing in it: no line with anything on it.',
    why: 'Rows come as CSV, as copied from a spreadsheet, or as JSON. The first line names the columns.',
  },
  'rows.no-rows': {
    severity: 'error',
    concerns: 'design',
    message: () => 'There is a line with names and no row below it.',
    why: 'The first line names the columns; each further line is a row.',
  },
  'rows.not-text': {
    severity: 'error',
    concerns: 'design',
    message: () =>
      'This is no text: perhaps a spreadsheet program’s own file. Save it as CSV there, or copy the cells and paste them here.',
    why: 'CSV is plain text that every spreadsheet program can write: one line for a row, commas between the cells.',
  },
  'rows.not-a-list': {
    severity: 'error',
    concerns: 'design',
    message: p => `This JSON is no list of rows: ${p.problem}.`,
    why: 'A list of objects, such as [{"accession_no": "SKV-00417", "taxon": "Poa litorea"}], or a list of lists of which the first names the columns.',
  },
  'rows.too-long': {
    severity: 'error',
    concerns: 'design',
    message: p => `It is longer than ${p.most}. Take a part of it.`,
    why: 'A part of the rows shows what depends on what as well, and is quicker to look at.',
  },
  'rows.too-many': {
    severity: 'error',
    concerns: 'design',
    message: p => `There are more than ${p.most} rows. Take a part of them.`,
    why: 'A part of the rows shows what depends on what as well, and is quicker to look at.',
  },
  'rows.too-wide': {
    severity: 'error',
    concerns: 'design',
    message: p => `There are ${p.found} columns; at most ${p.most} can be looked at. Leave some out.`,
    why: 'The number of possible dependencies doubles with each column.',
  },
  'rows.quote-open': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `Line ${p.line}: a quotation mark is opened and not closed as CSV wants it. What follows may stand in one cell.`,
    why: 'A cell that contains a comma or a quotation mark stands in quotation marks, and each one within is written twice: "12"" tray".',
  },
  'rows.line-short': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `Line ${p.line} has ${p.found} cells, the first line has ${p.expected}. The missing ones are taken as empty.`,
    why: 'Often a comma is missing, and everything after it has moved one column to the left.',
  },
  'rows.line-long': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `Line ${p.line} has ${p.found} cells, the first line has ${p.expected}. What is too much is kept in a column of its own.`,
    why: 'Often a cell contains a comma and does not stand in quotation marks: "Aalto, S." is one cell, Aalto, S. are two.',
  },
  'rows.more-ragged': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `So it is with ${p.count} more lines.`,
    why: 'Lines of different lengths often mean that another character separates the cells than the one that was taken.',
  },
  'rows.name-twice': {
    severity: 'remark',
    concerns: 'design',
    message: p => `Two columns are called "${p.written}". The second is called "${p.name}" here.`,
    why: 'Within a table each column has a name of its own.',
  },
  'rows.name-changed': {
    severity: 'remark',
    concerns: 'design',
    message: p => `"${p.written}" is called "${p.name}" here, so that it can be written in a script.`,
    why: 'A name of letters, digits and _ with a letter first needs no quotation marks anywhere.',
  },
  'rows.name-missing': {
    severity: 'remark',
    concerns: 'design',
    message: p => `Column ${p.position} has no name. It is called "${p.name}" here.`,
    why: 'The first line names the columns. Where it is a row already, say so above the rows.',
  },
} as const satisfies Record<string, Entry>
