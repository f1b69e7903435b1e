/**
 * What a sentence is made of, as it is stored: names, numbers, lists of them, and phrases. Never a finished
 * sentence: that is made late, for whoever reads it.
 */
export type Param = string | number | boolean | null | readonly Param[] | { readonly [name: string]: Param }
export type Names = readonly string[]

/** A part of a sentence, as a code with its names: `phrase` makes one, `say` its words. */
export type Phrase = {
  readonly phrase: string
  readonly names: { readonly [name: string]: Param }
}

export const isPhrase = (param: Param): param is Phrase =>
  typeof param === 'object' && param !== null && 'phrase' in param

/** The same with each text within it changed, however deep it stands. */
export function mapTexts<P extends Param>(param: P, change: (text: string) => string): P {
  const visit = (inner: Param): Param => {
    if (typeof inner === 'string') return change(inner)
    if (typeof inner !== 'object' || inner === null) return inner
    if (isList(inner)) return inner.map(visit)
    return Object.fromEntries(Object.entries(inner).map(([name, of]) => [name, visit(of)]))
  }
  return visit(param) as P
}

/** The same with each phrase within it replaced, the outer ones after the inner ones. */
export function mapPhrases<P extends Param>(param: P, change: (phrase: Phrase) => Phrase): P {
  const visit = (inner: Param): Param => {
    if (typeof inner !== 'object' || inner === null) return inner
    if (isList(inner)) return inner.map(visit)
    const made = Object.fromEntries(Object.entries(inner).map(([name, of]) => [name, visit(of)]))
    return isPhrase(made) ? change(made) : made
  }
  return visit(param) as P
}

const isList = (param: Param): param is readonly Param[] => Array.isArray(param)
