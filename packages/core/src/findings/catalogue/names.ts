import type { Entry } from './entry'

export const NAMES = {
  'names.duplicate-table': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `There are two tables called "${p.table}". The second would be refused; only the first is read.`,
    why: 'A name stands for one table. If the second is a better version, take the first out.',
  },
  'names.duplicate-column': {
    severity: 'error',
    concerns: 'writing',
    message: p => `"${p.table}" has two columns called "${p.column}". Rename one or take it out.`,
    why: 'Within a table each column has a name of its own. The same name in two tables is fine.',
  },
  'names.too-many-columns': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `"${p.table}" has more columns than a table can have. Those after the first 1600 are passed over.`,
    why: 'PostgreSQL takes 1600 columns in a table. Long before that, numbered columns are rows that want a table of their own.',
  },
  'names.capitals': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `${p.written} is read as ${p.reads}, but the ${p.kind} is called ${p.means}: in quotation marks capitals count.`,
    why: 'Once a name is created in quotation marks with capitals of its own, it has to be written so everywhere. Names without marks spare that.',
  },
  'names.unknown-in-check': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `A CHECK of "${p.table}" names "${p.column}", which is no column of it. Do you mean "${p.near}"?`,
    why: 'A CHECK sees one row at a time: it can name the columns of its own table and nothing else.',
  },
  'names.unknown-table': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `There is no table "${p.table}" to change here.${p.near ? ` Do you mean "${p.near}"?` : ''}`,
    why: 'ALTER TABLE changes a table that was created before.',
  },
  'names.reserved': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `"${p.name}" is a reserved word of ${p.here}: it takes it for a name in quotes only. A name of its own is simpler.`,
    why: 'Words like order, user or table mean something to the server. A trial called order has to be quoted in every query.',
  },
  'names.risky': {
    severity: 'remark',
    concerns: 'writing',
    message: p =>
      `"${p.name}" is a reserved word${p.where === 'everywhere it is used' ? ` of ${p.here} and has to be quoted everywhere it is used` : ` in ${p.where}`}. A name of its own is safer.`,
    why: 'A script that moves to another server stumbles over such names first.',
  },
  'names.too-long': {
    severity: 'flaw',
    concerns: 'writing',
    message: p => `"${p.name}" is longer than the ${p.most} characters that ${p.here} keeps of a name.`,
    why: 'What is too long is cut or refused, and two long names may become one.',
  },
  'names.style': {
    severity: 'habit',
    concerns: 'writing',
    message: p => `This course writes names of ${p.kind}s in ${p.style}: ${p.example}.`,
    why: 'One way of writing names makes scripts easy to read. Which one it is matters less.',
  },
  'names.number': {
    severity: 'habit',
    concerns: 'writing',
    message: p => `This course names tables in the ${p.number}: ${p.example}.`,
    why: 'Singular or plural is a habit; a schema that keeps to one is easier to read.',
  },
  'names.unnamed': {
    severity: 'habit',
    concerns: 'writing',
    message: p =>
      `This ${p.kind} of "${p.table}" has no name.${p.wanted ? ` Here it would be ${p.wanted}.` : ''}`,
    why: 'When a row is refused, the server says which constraint did so. A name that was chosen says why.',
  },
  'names.pattern': {
    severity: 'habit',
    concerns: 'writing',
    message: p => `This course would call the ${p.kind} ${p.wanted}, not "${p.name}".`,
    why: 'A pattern lets everybody know from the name what it is and where it belongs.',
  },
  'names.constraint-table': {
    severity: 'habit',
    concerns: 'writing',
    message: p => `The name "${p.name}" does not say that it belongs to "${p.table}".`,
    why: 'Errors name the constraint, not the table: viability_range says less than trial_viability_range.',
  },
} as const satisfies Record<string, Entry>
