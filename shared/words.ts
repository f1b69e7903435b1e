/** A hand-in's number as it is told everywhere. */
export const handInNumber = (number: number): string => `H-${String(number).padStart(4, '0')}`

/** Words that any system takes for a file's name: "Keepers & bays" is keepers-bays. */
export function fileNameOf(title: string): string {
  const plain = title.normalize('NFKD').replaceAll(/\p{M}/gu, '').toLowerCase()
  return (
    plain
      .replaceAll(/[^a-z0-9]+/g, '-')
      .replaceAll(/^-|-$/g, '')
      .slice(0, 60) || 'exercise'
  )
}
