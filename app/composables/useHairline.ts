/** A place on the screen. */
export interface ScreenPoint {
  readonly x: number
  readonly y: number
}

/**
 * A thin line within a frame from one part of it to another, drawn anew once a frame of the screen at most:
 * when one of the sources changes, when anything within scrolls, when the size changes. Undefined where one
 * of its ends is not to be seen.
 */
export function useHairline(
  frame: Readonly<Ref<HTMLElement | null>>,
  ends: () => readonly [ScreenPoint, ScreenPoint] | undefined,
  sources: () => unknown,
) {
  const line = shallowRef<{ readonly path: string; readonly from: ScreenPoint }>()
  let isAsked = false

  function draw(): void {
    isAsked = false
    const box = frame.value?.getBoundingClientRect()
    const found = ends()
    if (!box || !found) {
      line.value = undefined
      return
    }
    const [from, to] = found.map(({ x, y }) => ({
      x: Math.round(x - box.left),
      y: Math.round(y - box.top) + 0.5,
    })) as [ScreenPoint, ScreenPoint]
    // Level as far as the paper goes, then across the gap.
    line.value = { from, path: `M${from.x} ${from.y}H${to.x - 22}L${to.x} ${to.y}` }
  }
  /** Two frames later: editors measure themselves in the first. */
  function ask(): void {
    if (isAsked) return
    isAsked = true
    requestAnimationFrame(() => requestAnimationFrame(draw))
  }
  onMounted(() => watch(sources, ask, { immediate: true, flush: 'post' }))
  useEventListener(frame, 'scroll', ask, { capture: true, passive: true })
  useResizeObserver(frame, ask)
  return { line }
}
