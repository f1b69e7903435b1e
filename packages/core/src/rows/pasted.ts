import { Papa } from './separated'

/**
 * Cells as programs for tables copy them: lines of cells with tabs between, a cell with line ends or tabs of its
 * own in double quotes. Where the quotes do not close, they are part of the text.
 */
export function pastedCells(text: string): string[][] {
  const plain = text.replace(/\r\n?/g, '\n').replace(/\n$/, '')
  const { data, errors } = Papa.parse(plain, { delimiter: '\t', preview: 0 })
  return errors.some(({ type }) => type === 'Quotes') ? plain.split('\n').map(line => line.split('\t')) : data
}
