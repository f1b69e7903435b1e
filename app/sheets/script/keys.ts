import type { ScreenKey } from '~/composables/useKeys'

export const SCRIPT_KEYS: readonly ScreenKey[] = [
  { key: 'F2', what: 'rename everywhere what the cursor stands on' },
  { key: 'Ctrl+Space', what: 'names and types that fit' },
  { key: 'Esc, Tab', what: 'leave the editor' },
]
