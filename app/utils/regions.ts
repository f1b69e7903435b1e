/**
 * Moves the focus to the next part of the page that can be seen, or to the one before, into its editor where it
 * has one.
 */
export function focusRegion(step: 1 | -1): void {
  const regions = [...document.querySelectorAll<HTMLElement>('[data-region]')].filter(
    region => region.offsetParent,
  )
  const at = regions.findIndex(region => region.contains(document.activeElement))
  // From nowhere, forward is the first and backward the last.
  const next = regions.at(at < 0 && step < 0 ? -1 : (at + step) % regions.length)
  const target = next?.querySelector<HTMLElement>('[contenteditable=true]') ?? next
  target?.focus()
}
