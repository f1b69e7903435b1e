/**
 * Turns offsets of one text into lines and columns, both counted from 1. Built in one pass, each look-up
 * logarithmic.
 */
export interface LineIndex {
  at(offset: number): { line: number; column: number }
}

export function lineIndex(text: string): LineIndex {
  const starts = [0]
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) starts.push(at + 1)
  return {
    at(offset) {
      let low = 0
      let high = starts.length - 1
      while (low < high) {
        const middle = (low + high + 1) >> 1
        if (starts[middle]! <= offset) low = middle
        else high = middle - 1
      }
      return { line: low + 1, column: offset - starts[low]! + 1 }
    },
  }
}
