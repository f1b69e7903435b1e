import type { Entry } from './entry'

export const KEYS = {
  'keys.no-primary': {
    severity: 'flaw',
    concerns: 'form',
    message: p =>
      `"${p.table}" has no primary key, so the same row can stand in it twice. Say what tells its rows apart.`,
    why: 'A key is what identifies a row. Without it the database cannot refuse a second drawer 12 in the same bay.',
  },
  'keys.long-text': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is ${p.type}, a text of any length, and part of a key: ${p.here} makes no key over it. Give it a length.`,
    why: 'The server keeps keys in an index, whose entries have a bounded size. A code or a name has one too: VARCHAR(80).',
  },
  'keys.nullable-primary': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.table}.${p.column}" is said to be NULL and is in the primary key. ${p.server} refuses that: what identifies a row is always there.`,
    why: 'A primary key has a value in every row. Some servers pass over the word, others refuse the table.',
  },
  'keys.two-primary': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `"${p.table}" has two primary keys. Name one of them UNIQUE instead, or put the columns into one key.`,
    why: 'A table has at most one primary key, of one column or of several. Two columns marked PRIMARY KEY are not a key of two columns.',
  },
  'keys.column-missing': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `A key of "${p.table}" names "${p.column}", which is not one of its columns.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'A key is made of columns of its own table.',
  },
  'keys.surrogate-only': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `The primary key of "${p.table}" is "${p.column}" alone, a number the database makes up (a surrogate key). The same fact can be stored twice; add UNIQUE over what identifies it.`,
    why: 'A made-up number makes rows unique without making facts unique: accession SKV-00417 could be entered as row 1 and as row 2.',
  },
  'keys.duplicate': {
    severity: 'remark',
    concerns: 'design',
    message: p => `"${p.table}" is told twice that ${p.columns} is unique. Once is enough.`,
    why: 'A primary key is unique already; a UNIQUE over the same columns adds only work.',
  },
  'keys.larger-than-needed': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `The key of "${p.table}" over ${p.columns} is larger than needed: ${p.smaller} alone is unique already.`,
    why: 'A key names what tells rows apart and nothing besides. The larger one would never refuse anything.',
  },
  'keys.optional-column': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `"${p.column}" may be empty, though it is what identifies a row of "${p.table}". Make it NOT NULL.`,
    why: 'Two rows without an accession number are not the same to UNIQUE: the same accession can be entered twice without one.',
  },
  'keys.long-text-elsewhere': {
    severity: 'flaw',
    concerns: 'writing',
    message: p =>
      `A key over "${p.column}" (${p.type}): MySQL refuses it, since it keys only texts with a length; MariaDB takes it. Take a VARCHAR.`,
    why: 'A key over a long text would be over its first characters alone: two texts could be alike in them and differ later.',
  },
  'keys.counter-no-key': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `"${p.table}.${p.column}" numbers itself, and no key or index begins with it: ${p.server} refuses that. Make it the primary key, or UNIQUE.`,
    why: 'The server looks up the highest number with each new row; it does so by an index.',
  },
} as const satisfies Record<string, Entry>
