/**
 * A worked example of the literature: `attributes` and `dependencies` are words, `a b -> c` functional and `a
 * ->> b` multivalued.
 */
export interface PublishedExample {
  readonly source: string
  readonly attributes: string
  readonly dependencies: readonly string[]
  readonly keys?: readonly string[]
  readonly form?: string
}

export const names = (text: string): string[] => text.split(' ').filter(word => word !== '')

export const dependency = (text: string): { from: string[]; to: string[]; multi?: true } => {
  const [from = '', to = ''] = text.split(/->>?/)
  return { from: names(from), to: names(to), ...(text.includes('->>') ? { multi: true } : {}) }
}
