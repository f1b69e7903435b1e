import { wording, type FindingCode, type Params } from '../../../findings'
import type { Names, Phrase } from '../../param'
import { guarded, own } from '../../reason'
import { say } from '../say'

/** What a sheet says by itself. */
export const SHEETS = {
  'diagram-says': own<{ sentence: string }>(p => `The diagram says: ${p.sentence}`),
  'answer-open': own<{ sentence: string }>(p => `How many is not answered yet: ${p.sentence}`),
  'drawn-well': own<object>(() => 'Everything that the level asks for here is there.'),
  'checked-well': own<object>(() => 'The checks of the script find nothing of the kind.'),
  'script-runs': own<{ server: string }>(
    p => `As it is read, ${p.server} accepts every statement, in the order in which they stand.`,
  ),
  'script-ran': own<{ server: string }>(
    p => `${p.server} ran it: every statement was accepted, in the order in which they stand.`,
  ),
  'statement-refused': own<{ server: string; statement: string; words: string }>(
    p => `${p.server} refuses ${p.statement}: "${p.words}".`,
  ),
  'statement-endless': own<{ statement: string }>(
    p => `${p.statement} was still running when its time was over.`,
  ),
  'nothing-more': own<object>(() => 'No constraint was found that no rule speaks of.'),
  'server-not-allowed': own<{ allowed: Names; server: string }>(
    p => `It is written for ${p.server}; the exercise is for ${say(p.allowed)}.`,
  ),
  'unmodelled': own<{ what: Phrase }>(p => `${say(p.what)} is outside what can be said without running it.`),
  'decided-by-running': own<{ verdict: string }>(p => `Rows were run to see it: ${p.verdict}.`),
  'run-disagrees': guarded<{ verdict: string; executed: string }>(
    p =>
      `By reasoning it is ${p.verdict}; the rows that were run say ${p.executed}. One of the two is a fault of ours.`,
    () => 'Reasoning and running do not agree here: your instructor looks at it.',
  ),
  'no-line': own<object>(() => 'No line is drawn that could be asked about.'),
  'action-unsaid': own<{ isUpdate: boolean }>(
    p =>
      `What becomes of it when ${p.isUpdate ? 'the key changes that it names' : 'what it names is deleted'} is not said here.`,
  ),
  'mark-unsaid': own<{ fact: string }>(p => `Whether ${p.fact} may be missing is not said in the diagram.`),
  'no-type': own<{ column: string; table: string }>(p => `${p.column} of ${p.table} has no type yet.`),
  'nothing-drawn': own<object>(() => 'Nothing of the kind is drawn yet.'),
  'no-table': own<object>(() => 'No table of the script was read.'),
  'fault': own<{ code: FindingCode; params: Params }>(p => wording(p).message),
}
