import type { Entry } from './entry'

export const INSERTS = {
  'rows.unknown-table': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `Rows are entered into "${p.table}", which is not here.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'A table is created before rows are entered into it.',
  },
  'rows.unknown-column': {
    severity: 'error',
    concerns: 'design',
    message: p => `"${p.table}" has no column "${p.column}".${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'The columns named in INSERT are those of the table.',
  },
  'rows.count-differs': {
    severity: 'error',
    concerns: 'design',
    message: p => `This row has ${p.values} values for ${p.columns} columns of "${p.table}".`,
    why: 'Each value goes into the column at the same place. Naming the columns makes it plain which is missing.',
  },
  'rows.null-as-text': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `'${p.value}' is a text of four letters. Where there is no value, write NULL without quotation marks.`,
    why: "'NULL' is found when looking for texts, and not when looking for what is missing.",
  },
  'rows.null-in-required': {
    severity: 'error',
    concerns: 'design',
    message: p => `"${p.table}.${p.column}" must have a value, and this row gives none.`,
    why: 'NOT NULL and primary keys refuse rows without a value.',
  },
  'rows.required-left-out': {
    severity: 'error',
    concerns: 'design',
    message: p => `This row leaves out "${p.column}", which must have a value in "${p.table}".`,
    why: 'A column that must have a value is named in INSERT, or has a DEFAULT.',
  },
  'rows.value-does-not-fit': {
    severity: 'error',
    concerns: 'design',
    message: p => `'${p.value}' does not fit into "${p.table}.${p.column}", which is ${p.type}.`,
    why: 'Either the value is wrong, or the type is too narrow for what there is: the accession number SKV-00417 has nine characters.',
  },
  'rows.value-changes': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `'${p.value}' is not kept as it is in "${p.table}.${p.column}": ${p.type} has no leading zeros.`,
    why: 'Codes are texts. 0417 and 417 would be the same collector.',
  },
  'rows.before-parent': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `This row of "${p.table}" refers to ${p.value} of "${p.target}", which is entered further down. Enter it first.`,
    why: 'Statements run in order: when this one runs, the row it names is not there yet.',
  },
  'rows.no-parent': {
    severity: 'error',
    concerns: 'design',
    message: p => `This row of "${p.table}" refers to ${p.value}, which "${p.target}" does not have.`,
    why: 'A reference names a row that is there.',
  },
  'rows.case-differs': {
    severity: 'error',
    concerns: 'design',
    message: p => `"${p.target}" has ${p.value} in other capitals. Values are compared letter by letter.`,
    why: 'alva and ALVA are two different codes to most servers.',
  },
  'rows.same-key': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `A row of "${p.table}" with ${p.columns} = ${p.value} was entered before. The key refuses it.`,
    why: 'A key tells rows apart: no two have the same.',
  },
} as const satisfies Record<string, Entry>
