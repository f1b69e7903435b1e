/** A hand-in's number as it is told everywhere. */
export const handInNumber = (number: number): string => `H-${String(number).padStart(4, '0')}`
