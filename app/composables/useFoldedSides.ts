import type { Sheet } from '@nomenklatura/core/findings'

/** Sheets that need the width: with them the brief is folded on windows that are not wide. */
const WIDE: ReadonlySet<Sheet> = new Set(['script', 'dictionary'])

/**
 * The brief and the margin beside a sheet: folded by the width of the window or by hand, one at a time on a
 * small window, and on one column one part in all. What is folded by hand is remembered for each sheet.
 */
export function useFoldedSides(sheet: () => Sheet) {
  const isPhone = useMediaQuery('(max-width: 1023px)')
  const isNarrow = useMediaQuery('(max-width: 1439px)')
  /** Folded by the width of the window until somebody says otherwise; then remembered. */
  const briefFolded = useLocalStorage<'by width' | 'folded' | 'open'>(
    () => `nomenklatura-brief-${sheet()}`,
    'by width',
  )
  const marginFolded = useLocalStorage(() => `nomenklatura-margin-folded-${sheet()}`, false)
  const isTight = useMediaQuery('(max-width: 1199px)')
  const isBriefFolded = computed(() => {
    if (briefFolded.value !== 'by width') return briefFolded.value === 'folded'
    return WIDE.has(sheet()) ? isNarrow.value : isTight.value
  })
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
