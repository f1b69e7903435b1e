/**
 * Whether the command palette, or the list of keys, is open: shared by the top line and the keys that open
 * them.
 */
export const usePaletteOpen = () => useState('palette-open', () => false)
export const useKeysOpen = () => useState('keys-open', () => false)
