import { type Entry, type ZipFile, fromBuffer } from 'yauzl'

/** A file within an archive. */
export interface Packed {
  readonly path: string
  readonly bytes: Uint8Array
}

/** What an archive may hold at most: many entries, or little that grows to much, is refused before it is read. */
export interface ZipLimits {
  readonly entries: number
  readonly fileBytes: number
  readonly bytes: number
  readonly depth: number
}

/** Why an archive is not read, in words. */
export class BadZip extends Error {
  override readonly name = 'BadZip'
}

/**
 * The files of a zip, in the order of their paths; only those that are wanted are inflated. Paths that lead out of
 * the archive, entries that are encrypted, or are not of the size that they say, and what is beyond the limits make
 * the whole archive refused (BadZip): one that is made to do harm is not half read.
 */
export async function readZip(
  bytes: Uint8Array,
  limits: ZipLimits,
  wants: (path: string) => boolean,
): Promise<Packed[]> {
  const zip = await open(bytes)
  if (zip.entryCount > limits.entries)
    throw new BadZip(`it has ${zip.entryCount} entries; at most ${limits.entries} are read`)
  const files: Packed[] = []
  let inflated = 0
  try {
    for await (const entry of entriesOf(zip)) {
      refuseEntry(entry, limits)
      if (entry.fileName.endsWith('/') || !wants(entry.fileName)) continue
      inflated += entry.uncompressedSize
      if (inflated > limits.bytes)
        throw new BadZip(`unpacked it is larger than ${limits.bytes / 1_000_000} MB`)
      files.push({ path: entry.fileName, bytes: await inflate(zip, entry) })
    }
  } catch (error) {
    throw error instanceof BadZip ? error : new BadZip((error as Error).message)
  } finally {
    zip.close()
  }
  return files.sort((a, b) => (a.path < b.path ? -1 : 1))
}

function refuseEntry(entry: Entry, { fileBytes, depth }: ZipLimits): void {
  const { fileName, uncompressedSize } = entry
  if (entry.isEncrypted()) throw new BadZip(`${fileName} is encrypted`)
  if (uncompressedSize > fileBytes)
    throw new BadZip(`${fileName} is larger than ${fileBytes / 1_000_000} MB unpacked`)
  if (fileName.split('/').length > depth) throw new BadZip(`${fileName} lies more than ${depth} folders deep`)
}

function open(bytes: Uint8Array): Promise<ZipFile> {
  return new Promise((resolve, reject) => {
    // Names are checked (none absolute, none with "..") and sizes held against what comes out.
    fromBuffer(
      Buffer.from(bytes),
      { lazyEntries: true, validateEntrySizes: true, strictFileNames: false },
      (error, zip) => (error ? reject(new BadZip(error.message)) : resolve(zip)),
    )
  })
}

async function* entriesOf(zip: ZipFile): AsyncGenerator<Entry> {
  for (;;) {
    const entry = await new Promise<Entry | null>((resolve, reject) => {
      const done = (what: Entry | null): void => {
        zip.removeAllListeners()
        resolve(what)
      }
      zip.once('entry', done)
      zip.once('end', () => done(null))
      zip.once('error', reject)
      zip.readEntry()
    })
    if (!entry) return
    yield entry
  }
}

function inflate(zip: ZipFile, entry: Entry): Promise<Uint8Array> {
  return new Promise((resolve, reject) => {
    zip.openReadStream(entry, (error, stream) => {
      if (error) return reject(error)
      const parts: Buffer[] = []
      stream.on('data', (part: Buffer) => parts.push(part))
      stream.on('error', reject)
      stream.on('end', () => resolve(Buffer.concat(parts)))
    })
  })
}
