/** How a column numbers itself, by the options of an identity or a sequence: START WITH a INCREMENT BY b. */
export function numberingOf(options: string): { start: string; step: string } {
  return {
    start: /START\s+(?:WITH\s+)?(-?\d+)/i.exec(options)?.[1] ?? '1',
    step: /INCREMENT\s+(?:BY\s+)?(-?\d+)/i.exec(options)?.[1] ?? '1',
  }
}
