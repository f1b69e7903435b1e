import { LONGEST_PICTURE, PICTURE_TYPES, type ExercisePicture } from '@nomenklatura/core/exercise'

/** Ways to keep a picture, from the best: the first that is small enough is taken. */
const WAYS = [
  { type: 'image/png', width: 1400, quality: 1 },
  { type: 'image/webp', width: 1400, quality: 0.9 },
  { type: 'image/webp', width: 1000, quality: 0.8 },
  { type: 'image/webp', width: 700, quality: 0.7 },
  { type: 'image/webp', width: 480, quality: 0.5 },
] as const

/**
 * A picture as the case keeps it: drawn anew, so that nothing comes along that a camera has noted, and small enough.
 * Throws an error in words where the file is no picture that this browser reads, or none that becomes small.
 */
export async function pictureOfFile(file: File, taken: readonly string[]): Promise<ExercisePicture> {
  const drawn = await createImageBitmap(file).catch(() => undefined)
  if (!drawn) throw new Error(`${file.name} is no picture that can be read here: PNG, JPEG or WebP.`)
  try {
    for (const way of WAYS) {
      const picture = drawnAs(drawn, way)
      if (picture) return { name: freeName(file.name, taken), ...picture }
    }
  } finally {
    drawn.close()
  }
  throw new Error(`${file.name} is too large, however it is drawn.`)
}

function drawnAs(
  drawn: ImageBitmap,
  { type, width, quality }: (typeof WAYS)[number],
): Pick<ExercisePicture, 'type' | 'data'> | undefined {
  const scale = Math.min(1, width / drawn.width)
  const canvas = document.createElement('canvas')
  canvas.width = Math.max(1, Math.round(drawn.width * scale))
  canvas.height = Math.max(1, Math.round(drawn.height * scale))
  canvas.getContext('2d')!.drawImage(drawn, 0, 0, canvas.width, canvas.height)
  const [, is, data] = /^data:([^;]+);base64,(.*)$/.exec(canvas.toDataURL(type, quality)) ?? []
  const kept = PICTURE_TYPES.find(one => one === is)
  return kept && data && data.length <= LONGEST_PICTURE ? { type: kept, data } : undefined
}

/** The file's name as a picture's, with a number where it is taken. */
export function freeName(file: string, taken: readonly string[]): string {
  const plain = file
    .toLowerCase()
    .replace(/\.[^.]*$/, '')
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-+|-+$/g, '')
    .slice(0, 32)
  const name = plain === '' ? 'picture' : plain
  for (let i = 2; ; i++) {
    const next = i === 2 ? name : `${name}-${i - 1}`
    if (!taken.includes(next)) return next
  }
}
