import type { Entry } from './entry'

export const DEPENDENCIES = {
  'dependencies.unknown-attribute': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      p.near
        ? `"${p.written}" is no attribute of this relation. Did you mean ${p.near}?`
        : `"${p.written}" is no attribute of this relation.`,
    why: 'Only the attributes that stand above the sheet can be claimed about. The line is left out until its names are known.',
  },
  'dependencies.no-arrow': {
    severity: 'error',
    concerns: 'writing',
    message: p =>
      `"${p.written}" has no arrow. Write the determinant, an arrow, and what it determines: accession_no -> taxon.`,
    why: 'A dependency has two sides: rows that agree on the left agree on the right as well.',
  },
  'dependencies.side-empty': {
    severity: 'error',
    concerns: 'writing',
    message: () => 'Nothing stands to the right of the arrow.',
    why: 'A dependency says what is determined: at least one attribute on the right. (Nothing on the left is allowed: it says that every row has the same value.)',
  },
  'dependencies.too-many-parts': {
    severity: 'error',
    concerns: 'writing',
    message: p => `Only the first ${p.most} parts are read.`,
    why: 'A split into so many parts is hardly meant. Look whether each line is one table.',
  },
  'dependencies.trivial': {
    severity: 'flaw',
    concerns: 'writing',
    message: p => `"${p.written}" says nothing: what is right of the arrow stands left of it already.`,
    why: 'Rows that agree on the left agree on each part of it, whatever the rows are. Such a dependency is called trivial.',
  },
  'dependencies.redundant': {
    severity: 'flaw',
    concerns: 'design',
    message: p => `"${p.written}" follows from your other dependencies. It may go.`,
    why: 'A minimal cover has no dependency that the others imply. If a trip determines its site and a site its altitude, that a trip determines the altitude need not be said.',
  },
  'dependencies.superfluous-attribute': {
    severity: 'flaw',
    concerns: 'design',
    message: p =>
      `In "${p.written}" the ${p.attribute} on the left is not needed: the rest determines the right side as well.`,
    why: 'A left side should be as small as it can be. If an accession number alone determines the taxon, adding the trip to it hides that.',
  },
  'dependencies.surplus': {
    severity: 'error',
    concerns: 'design',
    message: p =>
      `"${p.written}" does not follow from the case: there are rows it allows and this would refuse.`,
    why: 'A dependency is a promise about every row there may ever be, not about those that happen to be there.',
  },
  'dependencies.key-not-unique': {
    severity: 'error',
    concerns: 'design',
    message: p => `{${p.key}} is no key: it does not determine ${p.missing}.`,
    why: 'A key determines every attribute. Grow its closure: what never joins it can differ between two rows that agree on the key.',
  },
  'dependencies.key-not-minimal': {
    severity: 'error',
    concerns: 'design',
    message: p => `{${p.key}} is more than a key: it can do without ${p.attribute}.`,
    why: 'A candidate key has nothing superfluous. A set that has is called a superkey.',
  },
} as const satisfies Record<string, Entry>
