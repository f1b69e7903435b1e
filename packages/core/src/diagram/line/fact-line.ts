import type { Fact, Read } from './read'
import { factList } from './sentence'
import { wordsOf } from './words'

/** One fact as it is typed on a card: "width (may lack, decimal 6 2)". */
export function readFactLine(text: string): Read<Fact> {
  const facts = factList(wordsOf(text))
  if (!facts.ok) return facts
  return facts.value.length === 1
    ? { ok: true, value: facts.value[0]! }
    : { ok: false, fault: { start: 0, end: text.length, message: 'One fact stands on a line.' } }
}
