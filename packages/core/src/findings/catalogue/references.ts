import type { Entry } from './entry'

export const REFERENCES = {
  'references.unknown-table': {
    severity: 'error',
    concerns: 'form',
    message: p =>
      `"${p.table}" refers to "${p.target}", which is not here.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'A reference needs its target: the table must be created in this script or given by the exercise.',
  },
  'references.unknown-column': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `A reference of "${p.table}" names "${p.column}", which "${p.owner}" does not have.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'Both ends of a reference are columns: one of this table, one of the table referred to.',
  },
  'references.count-differs': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `This reference of "${p.table}" has ${p.here} here and ${p.there} in "${p.target}". Both sides need the same number.`,
    why: 'A reference to a key of two columns takes two columns: a drawer refers to its bay by hall and bay number.',
  },
  'references.type-differs': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is ${p.type} but "${p.target}.${p.targetColumn}" is ${p.targetType}: a reference must have the type of the key it refers to.`,
    why: 'Otherwise the database refuses the reference, or compares after changing the value: 007 and 7 would be the same collector.',
  },
  'references.size-differs': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is ${p.type} and "${p.target}.${p.targetColumn}" is ${p.targetType}. They can be compared; the same type would be clearer.`,
    why: 'A foreign key is described exactly as the key it refers to.',
  },
  'references.not-a-key': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}" refers to ${p.columns} of "${p.target}", which is neither its primary key nor UNIQUE.`,
    why: 'A reference must lead to one row. If several gardens had the same code, which one would the dispatch go to?',
  },
  'references.no-target-key': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}" refers to "${p.target}" without saying to which column, and "${p.target}" has no primary key.`,
    why: 'REFERENCES without columns means the primary key of the other table.',
  },
  'references.later-table': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}" refers to "${p.target}", which is created later. Move it up, or add the reference by ALTER TABLE afterwards.`,
    why: 'Statements run in order: when this one runs, the other table does not exist yet.',
  },
  'references.closed-circle': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `${p.tables} refer to each other and all must have a value: no row can be entered by ordinary statements. Let one of the references be empty, or make it DEFERRABLE.`,
    why: 'A first bay would need a keeper, and the first keeper a home bay. One of the two is entered first and gets its reference afterwards.',
  },
  'references.partly-null': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `Of the reference ${p.columns} of "${p.table}" some columns may be empty; then none of it is checked.`,
    why: 'A reference of several columns is checked only when all of them have a value.',
  },
  'references.circular': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}" and "${p.target}" refer to each other: whichever is created first cannot name the other yet. Add one of the references by ALTER TABLE afterwards.`,
    why: 'A bay has a keeper and a keeper a home bay: create both tables, then add the second reference.',
  },
  'references.missing': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" looks like the key of "${p.target}", but refers to nothing. Any value would be accepted.`,
    why: 'Only a declared reference makes the server refuse an accession of a trip that never was.',
  },
  'references.wrong-side': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.table}" refers to "${p.target}" by ${p.columns}, but it is ${p.targetKey} that determines ${p.key}: here one "${p.table}" has room for one "${p.target}" only. The reference belongs into "${p.target}", to "${p.table}".`,
    why: 'One trip brings in many accessions: each accession has a place for its one trip, a trip has no place for many accessions.',
  },
  'references.self-numbering': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" refers to another table and numbers itself. Its value is the other row's: take the numbering out.`,
    why: 'The server would make up a number and hope that a row has it.',
  },
  'references.set-null-required': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `${p.action} would empty "${p.table}.${p.column}", which must have a value: the deed is refused, by some servers the table already.`,
    why: 'Either a row may be without it, or what it leads to cannot go: RESTRICT says so, CASCADE takes the row along.',
  },
  'references.cascade-chain': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `Deleting a row of "${p.top}" takes rows of "${p.middle}" along, and with them rows of "${p.table}". Is what happened meant to be forgotten?`,
    why: 'If a trip goes, and its accessions, and their germination trials, years of results go with one DELETE.',
  },
  'references.no-index': {
    severity: 'remark',
    concerns: 'design',
    message: p =>
      `No index begins with ${p.columns} of "${p.table}". Looking for all rows that refer to one is slow without.`,
    why: 'Most servers make no index for a referring column by themselves.',
  },
  'references.set-default-without': {
    severity: 'flaw',
    concerns: 'writing',
    message: p =>
      `${p.action} SET DEFAULT for "${p.table}.${p.column}", which has no default: ${p.required ? 'it must have a value, so the deed is refused' : 'it becomes empty'}.`,
    why: 'SET DEFAULT puts the default of the column in the place of what is gone; the default must also be there in the other table.',
  },
  'references.read-over': {
    severity: 'remark',
    concerns: 'writing',
    message: p =>
      `REFERENCES beside "${p.column}" is read over by MySQL before version 9: nothing is refused by it. FOREIGN KEY (${p.column}) REFERENCES … on a line of its own always counts.`,
    why: 'Older MySQL takes the words beside a column without a word and forgets them; MariaDB keeps them since 10.5.',
  },
  'references.two-cascades': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `${p.server} refuses this reference: what happens to "${p.table}" would come from "${p.top}" by ${p.ways}. Take NO ACTION for one of them.`,
    why: 'There a row may be reached by one chain of CASCADE, SET NULL or SET DEFAULT only, and no chain may lead back to its own table (error 1785).',
  },
} as const satisfies Record<string, Entry>
