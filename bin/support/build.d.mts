/** Builds the application when its sources changed since the last build; `say` is told when that begins. */
export function buildApplication(say: (line: string) => void): void
