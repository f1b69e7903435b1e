/** Where a finding stands on the page of notes. */
export const noteAnchor = (code: string): string => `note-${code.replaceAll('.', '-')}`
