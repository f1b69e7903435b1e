/** Kinds of rules that rows decide, with the verdicts that the plan allows each (semantics, section 2). */
const BOTH = ['identifies', 'refersTo', 'stores', 'onDelete', 'onUpdate', 'givenRows']
const DEMANDS = ['pairOnce', 'determines', 'atMostOne', 'mustHave', 'refusesValue']
const PERMISSIONS = ['pairMayRepeat', 'manyAllowed', 'mayLack', 'mayHaveNone', 'admitsValue']

/** As "kind verdict". */
export const VERDICTS_OF_KINDS: readonly string[] = [
  ...[...BOTH, ...DEMANDS, ...PERMISSIONS].map(kind => `${kind} upheld`),
  ...[...BOTH, ...DEMANDS].map(kind => `${kind} broken`),
  ...[...BOTH, ...PERMISSIONS].map(kind => `${kind} too strict`),
]
