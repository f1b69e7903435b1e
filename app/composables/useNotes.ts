import type { Finding } from '@nomenklatura/core/findings'
import type { SheetInHand } from '~/sheets/view'

/** The notes of the sheet in hand, walked one after the other by keys; the one in hand can be mended. */
export function useNotes(
  findings: Readonly<Ref<readonly Finding[]>>,
  sheetInHand: () => SheetInHand | null | undefined,
) {
  const at = ref(-1)
  const show: SheetInHand['show'] = place => void nextTick(() => sheetInHand()?.show(place))
  const applyEdit: NonNullable<SheetInHand['applyEdit']> = edit => sheetInHand()?.applyEdit?.(edit)

  function nextNote(step: number): void {
    const { length } = findings.value
    if (length === 0) return
    at.value = (at.value + step + length) % length
    const finding = findings.value[at.value]!
    show({ ...finding.place, field: finding.field })
  }
  function takeFix(): void {
    const finding = findings.value[Math.max(0, at.value)]
    if (finding?.fix) applyEdit({ ...finding.fix, field: finding.field })
  }
  return { show, applyEdit, nextNote, takeFix }
}
