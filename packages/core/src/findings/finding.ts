import { CATALOGUE, type FindingCode } from './catalogue'
import type { Exhibit } from './exhibit'
import type { Sheet } from './sheet'

/**
 * error: would not run, or breaks a rule · flaw: runs, but will hurt · habit: a convention of the course ·
 * remark: worth knowing
 */
export type Severity = 'error' | 'flaw' | 'habit' | 'remark'

/** A half-open range of UTF-16 offsets, counted from 0. */
export interface Span {
  readonly start: number
  readonly end: number
}

/** A replacement of `span` by `text`; an empty span inserts. */
export interface TextEdit {
  readonly span: Span
  readonly text: string
}

export type Params = Readonly<Record<string, string>>

/** One thing to say about one place. The words are made from code and params by `wording`. */
export interface Finding {
  readonly code: FindingCode
  readonly severity: Severity
  readonly sheet: Sheet
  readonly place: Span
  /** Which field of the sheet the place is in; absent where the sheet is one text. */
  readonly field?: string
  readonly params: Params
  readonly fix?: TextEdit & { readonly label: string }
  /** Rows that show it. */
  readonly exhibit?: Exhibit
}

/** Makes a finding about a script; the severity is the catalogue's. */
export function scriptFinding(
  code: FindingCode,
  place: Span,
  params: Params = {},
  fix?: Finding['fix'],
): Finding {
  const finding = { code, severity: CATALOGUE[code].severity, sheet: 'script' as const, place, params }
  return fix ? { ...finding, fix } : finding
}

/** The sentences of a finding: what is there and what to do, then why it matters. */
export function wording({ code, params }: Pick<Finding, 'code' | 'params'>): {
  message: string
  why: string
} {
  const entry = CATALOGUE[code]
  return { message: entry.message(params), why: entry.why }
}

type About = Pick<Finding, 'code' | 'severity' | 'sheet'>

/**
 * Whether it is about how something is written: told as one types. So is all that the script's own checks call
 * an error: no help level keeps back that a server would not take it.
 */
export function isAboutWriting({ code, severity, sheet }: About): boolean {
  return CATALOGUE[code].concerns === 'writing' || (sheet === 'script' && severity === 'error')
}

/** Whether it is about what changed on the way from one sheet to another. */
export function isAboutChain({ code }: Pick<Finding, 'code'>): boolean {
  return code.startsWith('chain.')
}

/** Whether it is about what is well written and well formed, not well designed: told at every help level. */
export function isAboutForm(finding: About): boolean {
  return CATALOGUE[finding.code].concerns !== 'design' || isAboutWriting(finding)
}
