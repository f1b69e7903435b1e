import { isAboutForm, type Finding } from '../findings'
import type { HelpLevel } from './document'

/** In an assessed exercise what is well formed is told, not what is well designed. */
export function toldAt(helpLevel: HelpLevel, findings: readonly Finding[]): readonly Finding[] {
  return helpLevel === 'assessed' ? findings.filter(isAboutForm) : findings
}
