import type { Finding } from '../../findings'
import { applyFix } from './apply-fix'

/**
 * Findings with each foreign spelling said once: at its first place, with how often it stands further down, and a fix
 * for all places together; for the first alone where the script may have changed since and is not given. Whoever
 * wrote for another server made one mistake, not one for each line.
 */
export function oncePerKind(script: string | null, findings: readonly Finding[]): Finding[] {
  const groups = new Map<string | Finding, Finding[]>()
  for (const finding of findings) {
    const kind = kindOf(finding) ?? finding
    const group = groups.get(kind)
    if (group) group.push(finding)
    else groups.set(kind, [finding])
  }
  return [...groups.values()].map(group => (group.length > 1 ? together(script, group) : group[0]!))
}

/** What two findings have in common that are said once; null where each is said. */
function kindOf({ code, params: { written = '', meant = '' }, fix }: Finding): string | null {
  return code === 'syntax.other-dialect'
    ? [written.toUpperCase(), meant.toUpperCase(), fix ? 'mended' : ''].join('\u0000')
    : null
}

function together(script: string | null, group: readonly Finding[]): Finding {
  const [first] = group as [Finding, ...Finding[]]
  const told = { ...first, params: { ...first.params, more: String(group.length - 1) } }
  const fixes = group.flatMap(({ fix }) => fix ?? [])
  const start = Math.min(...fixes.map(({ span }) => span.start))
  const end = Math.max(...fixes.map(({ span }) => span.end))
  if (script === null || !first.fix || fixes.length < group.length) return told
  const text = fixes
    .toSorted((a, b) => b.span.start - a.span.start)
    .reduce((mended, edit) => applyFix(mended, edit), script.slice(0, end))
    .slice(start)
  return { ...told, fix: { span: { start, end }, text, label: `${first.fix.label} everywhere` } }
}
