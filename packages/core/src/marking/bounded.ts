import type { Finding } from '../findings'
import { shorten } from '../language'
import type { MarkedCell } from '../sheets'
import { mapTexts } from '../words'
import type { Marking } from './mark'

/** So much is told of one answer; the rest is counted. */
export const MOST_FINDINGS = 1000
const MOST_TEXT = 600_000
const LONGEST_FIX = 20_000
const LONGEST_PARAM = 2000
const MOST_REASONS = 20
const MOST_SURPLUS = 1000

export interface Bounded<Part> {
  readonly kept: Part
  readonly left: number
}

/**
 * The first findings, as many as are read by anybody and fit into an answer: a fix that is itself as long as
 * a script is left out, and when all together are too long, the fixes of the rest. Linear in what is kept.
 */
export function boundedFindings(findings: readonly Finding[]): Bounded<readonly Finding[]> {
  const kept: Finding[] = []
  let text = 0
  for (const finding of findings.slice(0, MOST_FINDINGS)) {
    const bounded = withoutLongParts(finding, text > MOST_TEXT / 2)
    text += JSON.stringify(bounded).length
    if (text > MOST_TEXT) break
    kept.push(bounded)
  }
  return { kept, left: findings.length - kept.length }
}

function withoutLongParts(finding: Finding, withoutFix: boolean): Finding {
  const { fix, ...rest } = finding
  const params = Object.values(finding.params).some(text => text.length > LONGEST_PARAM)
    ? Object.fromEntries(
        Object.entries(finding.params).map(([name, text]) => [name, shorten(text, LONGEST_PARAM)]),
      )
    : finding.params
  return { ...rest, params, ...(fix && !withoutFix && fix.text.length <= LONGEST_FIX ? { fix } : {}) }
}

/** A marking of bounded size: what a person reads of it, whatever was handed in. */
export function boundedMarking(marking: Marking): Marking {
  const { kept, left } = boundedFindings(marking.findings)
  return {
    ...marking,
    cells: boundedCells(marking.cells),
    surplus: marking.surplus.slice(0, MOST_SURPLUS),
    findings: kept,
    ...(left > 0 ? { findingsLeft: left } : {}),
  }
}

export function boundedCells(cells: readonly MarkedCell[]): readonly MarkedCell[] {
  return cells.map(boundedCell)
}

function boundedCell(cell: MarkedCell): MarkedCell {
  const because = cell.because.slice(0, MOST_REASONS).map(reason => ({
    ...reason,
    params: mapTexts(reason.params, text => shorten(text, LONGEST_PARAM)),
  }))
  return { ...cell, because, tables: cell.tables.slice(0, MOST_REASONS) }
}
