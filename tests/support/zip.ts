import { crc32, deflateRawSync } from 'node:zlib'

/** A file of an archive, and what its entry says where that is not the truth. */
export interface ZipFileOf {
  readonly path: string
  readonly bytes: Buffer | string
  readonly said?: { readonly size?: number; readonly flags?: number; readonly method?: number }
}

/**
 * A zip (PKWARE's APPNOTE: local headers, central directory, end record) that may lie: readers are tried with it.
 */
export function zipOf(files: readonly ZipFileOf[], { entries = files.length } = {}): Buffer {
  const [locals, centrals]: [Buffer[], Buffer[]] = [[], []]
  let at = 0
  for (const { path, bytes, said = {} } of files) {
    const raw = Buffer.from(bytes)
    const packed = deflateRawSync(raw)
    const name = Buffer.from(path, 'utf8')
    const flags = said.flags ?? 0x0800
    const method = said.method ?? 8
    const common = Buffer.alloc(26)
    common.writeUInt16LE(20, 0)
    common.writeUInt16LE(flags, 2)
    common.writeUInt16LE(method, 4)
    common.writeUInt32LE(crc32(raw), 10)
    common.writeUInt32LE(packed.length, 14)
    common.writeUInt32LE(said.size ?? raw.length, 18)
    common.writeUInt16LE(name.length, 22)
    const local = Buffer.concat([Buffer.from('PK\u0003\u0004', 'latin1'), common, name, packed])
    const tail = Buffer.alloc(14)
    tail.writeUInt32LE(at, 10)
    locals.push(local)
    centrals.push(
      Buffer.concat([Buffer.from('PK\u0001\u0002', 'latin1'), Buffer.from([20, 0]), common, tail, name]),
    )
    at += local.length
  }
  const central = Buffer.concat(centrals)
  const end = Buffer.alloc(22)
  end.write('PK\u0005\u0006', 0, 'latin1')
  end.writeUInt16LE(entries, 8)
  end.writeUInt16LE(entries, 10)
  end.writeUInt32LE(central.length, 12)
  end.writeUInt32LE(at, 16)
  return Buffer.concat([...locals, central, end])
}
