/** Moves the focus to the next part of the page that can be seen, into its editor where it has one. */
export function focusNextRegion(): void {
  const regions = [...document.querySelectorAll<HTMLElement>('[data-region]')].filter(
    region => region.offsetParent,
  )
  const at = regions.findIndex(region => region.contains(document.activeElement))
  const next = regions[(at + 1) % regions.length]
  const target = next?.querySelector<HTMLElement>('[contenteditable=true]') ?? next
  target?.focus()
}
