export function chromium(): string
