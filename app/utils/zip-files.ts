import { zip, type AsyncZippable } from 'fflate'

/** A file that somebody chose, with the folders it lies in. */
export interface ChosenFile {
  readonly path: string
  readonly bytes: Uint8Array
}

/** Files as one zip, packed in a worker of the library's own. */
export function zipFiles(files: readonly ChosenFile[]): Promise<Uint8Array> {
  const entries: AsyncZippable = Object.fromEntries(files.map(({ path, bytes }) => [path, bytes]))
  return new Promise((resolve, reject) => {
    zip(entries, (error, zipped) => (error ? reject(error) : resolve(zipped)))
  })
}

const isZip = (name: string): boolean => /\.zip$/i.test(name)

/** What somebody chose as one zip: itself where it is one. */
export async function asOneZip(chosen: readonly File[]): Promise<Uint8Array> {
  const [only] = chosen
  if (only && chosen.length === 1 && isZip(only.name)) return new Uint8Array(await only.arrayBuffer())
  if (chosen.some(({ name }) => isZip(name)))
    throw new Error('Choose one zip, or files and folders without a zip among them.')
  return zipFiles(
    await Promise.all(
      chosen.map(async file => ({
        path: file.webkitRelativePath || file.name,
        bytes: new Uint8Array(await file.arrayBuffer()),
      })),
    ),
  )
}
