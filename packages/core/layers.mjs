/**
 * The folders of the core, from the bottom up: each may import those of the lines above it, and no others
 * (docs/ARCHITECTURE.md). Lint, bundles, tests and the application take the list from here.
 */
export const LAYERS = [
  ['language'],
  ['findings'],
  ['words'],
  ['dependencies', 'schema'],
  ['sql', 'rows'],
  ['dictionary'],
  ['diagram'],
  ['alignment'],
  ['rules'],
  ['claims', 'instances'],
  ['row-trial', 'exercise'],
  ['sheets'],
  ['chain'],
  ['marking'],
  ['proof'],
  ['formats'],
]
export const FOLDERS = LAYERS.flat()

/** The rooms of `sql`, from the bottom up: those of one line know nothing of each other. */
export const SQL_ROOMS = [['text'], ['read', 'values'], ['check', 'write'], ['mend']]
