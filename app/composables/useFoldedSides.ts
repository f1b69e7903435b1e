/**
 * The brief and the margin beside a sheet: folded by the width of the window or by hand, one at a time on a
 * small window, and on one column one part in all.
 */
export function useFoldedSides() {
  const isPhone = useMediaQuery('(max-width: 1023px)')
  const isNarrow = useMediaQuery('(max-width: 1439px)')
  /** Folded by the width of the window until somebody says otherwise; then remembered. */
  const briefFolded = useLocalStorage<'by width' | 'folded' | 'open'>('nomenklatura-brief', 'by width')
  const marginFolded = useLocalStorage('nomenklatura-margin-folded', false)
  const isBriefFolded = computed(() =>
    briefFolded.value === 'by width' ? isNarrow.value : briefFolded.value === 'folded',
  )
  const isTight = useMediaQuery('(max-width: 1199px)')
  /** On one column one side is shown at a time. */
  const side = ref<'brief' | 'sheet' | 'margin'>('sheet')

  function foldBrief(folded: boolean): void {
    briefFolded.value = folded ? 'folded' : 'open'
    if (!folded && isTight.value) marginFolded.value = true
  }
  function foldMargin(folded: boolean): void {
    marginFolded.value = folded
    if (!folded && isTight.value) briefFolded.value = 'folded'
  }

  return { isPhone, isTight, isBriefFolded, marginFolded, side, foldBrief, foldMargin }
}
