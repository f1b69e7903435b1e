import {
  acceptCompletion,
  autocompletion,
  completionStatus,
  setSelectedCompletion,
  type CompletionContext,
  type CompletionResult,
} from '@codemirror/autocomplete'
import { Prec, type Extension } from '@codemirror/state'
import { keymap, type EditorView } from '@codemirror/view'

/** A word that an editor may offer. */
export interface Offer {
  readonly label: string
  readonly type?: string
}

/** So many are offered while one types; asked for by Ctrl+Space, more. */
const MOST_TYPED = 8
const MOST_ASKED = 60

/**
 * Of the offers in their order those that fit what is typed: first those that begin with it, then those with
 * a part that does (`no` in `trip_no`). Each once, whatever its capitals. While one types nothing is offered
 * for a word that stands there whole: Tab then moves on. A word of SQL typed in small letters is offered in
 * small letters.
 */
export function fittingOffers(offers: readonly Offer[], typed: string, isAsked = false): Offer[] {
  const wanted = typed.toLowerCase()
  if (!isAsked && offers.some(({ label }) => label.toLowerCase() === wanted)) return []
  const seen = new Set<string>([wanted])
  const begins: Offer[] = []
  const within: Offer[] = []
  for (const offer of offers) {
    const plain = offer.label.toLowerCase()
    if (seen.has(plain)) continue
    seen.add(plain)
    if (plain.replace(/^["`[]/, '').startsWith(wanted)) begins.push(inCaseOf(offer, typed))
    else if (wanted.length > 1 && plain.includes(`_${wanted}`)) within.push(offer)
  }
  return [...begins, ...within].slice(0, isAsked ? MOST_ASKED : MOST_TYPED)
}

function inCaseOf(offer: Offer, typed: string): Offer {
  return offer.type === 'keyword' && typed !== '' && typed === typed.toLowerCase()
    ? { ...offer, label: offer.label.toLowerCase() }
    : offer
}

const WORD = /[\p{L}_][\p{L}\p{N}_$]*/u

/** Tab takes the offer that is chosen, or the first. */
function takeOffer(view: EditorView): boolean {
  if (completionStatus(view.state) !== 'active') return false
  return (
    acceptCompletion(view) || (view.dispatch({ effects: setSelectedCompletion(0) }), acceptCompletion(view))
  )
}

/**
 * Offers as one types. Enter is always a new line, unless an arrow was pressed in the list: nothing in it is
 * chosen before. `offersAt` gives what may stand at a place, the likeliest first.
 */
export function offering(
  offersAt: (context: CompletionContext, from: number) => readonly Offer[],
): Extension {
  const source = (context: CompletionContext): CompletionResult | null => {
    const word = context.matchBefore(WORD)
    if (!word && !context.explicit) return null
    const from = word?.from ?? context.pos
    const options = fittingOffers(offersAt(context, from), word?.text ?? '', context.explicit)
    return options.length > 0 ? { from, options, filter: false } : null
  }
  return [
    autocompletion({ icons: false, selectOnOpen: false, override: [source] }),
    Prec.highest(keymap.of([{ key: 'Tab', run: takeOffer }])),
  ]
}
