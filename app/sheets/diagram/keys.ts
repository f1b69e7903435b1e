import type { ScreenKey } from '~/composables/useKeys'

/** What the board does with keys is shown beside the others; the sheet itself acts on them. */
export const BOARD_KEYS: readonly ScreenKey[] = [
  { key: '/', what: 'a sentence' },
  { key: 'N', what: 'new card' },
  { key: 'R', what: 'relate to another card, or what is chosen' },
  { key: 'K', what: 'kinds of a card' },
  { key: 'M', what: 'pick up, move by arrows' },
  { key: 'PageDown', what: 'next card, also one that is covered' },
  { key: 'PageUp', what: 'the card before' },
  { key: 'L', what: 'walk the lines of a card' },
  { key: 'Q', what: 'questions of a line' },
  { key: 'Space', what: 'choose' },
  { key: 'Delete', what: 'remove what is chosen, or the line that is read' },
  { key: 'F2', what: 'rename everywhere' },
  { key: 'T', what: 'as sentences' },
  { key: '+', what: 'nearer' },
  { key: '-', what: 'farther' },
  { key: '0', what: 'see all' },
]
