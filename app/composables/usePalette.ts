/**
 * Whether the command palette, or the list of keys, is open: shared by the top line and the keys that open
 * them.
 */
export const usePaletteOpen = () => useState('palette-open', () => false)
/** What can be done on the screen in sight, as the palette offers it. */
export interface ScreenAction {
  readonly label: string
  readonly key?: string
  readonly run: () => void
}
type Actions = () => readonly ScreenAction[]
const offered = shallowRef<readonly Actions[]>([])

/** Offers actions in the palette, as long as the component that calls it is there. */
export function useActions(actions: Actions): void {
  offered.value = [...offered.value, actions]
  onScopeDispose(() => {
    offered.value = offered.value.filter(other => other !== actions)
  })
}
export const offeredActions = (): readonly ScreenAction[] => offered.value.flatMap(actions => actions())

export const useKeysOpen = () => useState('keys-open', () => false)
