import { readType } from '../dictionary'

/** A type with its size as one text, "text 9", "decimal 6 2", "varchar(30)": undefined where it is none. */
export function typeWritten(text: string): { readonly type: string, readonly size: string } | undefined {
  const found = /^(.*?)[\s(]*((?:\d+[\s,.]*)*)\)?$/.exec(text.trim())
  const type = found?.[1]?.trim() ?? ''
  const size = (found?.[2] ?? '').trim().split(/[\s,.]+/).filter(part => part !== '').join(',')
  return type !== '' && readType(type, size).isKnown ? { type, size } : undefined
}
