import { z } from 'zod'
import type { RuleModule } from './module'
import { Name } from './shapes'

const ScriptRuns = z.object({ kind: z.literal('scriptRuns'), entity: Name })
type ScriptRuns = z.infer<typeof ScriptRuns>

/**
 * Asked of scripts alone: every statement is accepted in its order, by a server that the exercise allows. The
 * sheet judges it, by its reading. `entity` is only its place on the sheet.
 */
export const scriptRuns: RuleModule<ScriptRuns> = {
  shape: ScriptRuns,
  sheets: ['script'],
  weight: 'other',
  names: 'none',
  words: () => 'every statement runs, in its order',
  elements: () => [],
}
