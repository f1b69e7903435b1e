import { z } from 'zod'

/** How the bytes of each kind of picture begin, in base64. Sources: PNG (ISO 15948), JPEG (ISO 10918), WebP's RIFF. */
const BEGINS = { 'image/png': 'iVBORw0KGgo', 'image/jpeg': '/9j/', 'image/webp': 'UklGR' } as const
export const PICTURE_TYPES = Object.keys(BEGINS) as (keyof typeof BEGINS)[]

export const MOST_PICTURES = 6
/** Characters of base64: about 180 kB each, 500 kB in all. They are kept with the exercise. */
export const LONGEST_PICTURE = 240_000
const LONGEST_PICTURES = 680_000

/** A picture of the case: `![what it shows](picture:name)` stands where it is seen. */
export const ExercisePicture = z
  .object({
    name: z.string().regex(/^[a-z0-9][a-z0-9-]{0,39}$/, 'A picture is named by small letters and digits.'),
    type: z.enum(PICTURE_TYPES),
    data: z.base64().max(LONGEST_PICTURE),
  })
  .refine(({ type, data }) => data.startsWith(BEGINS[type]), {
    path: ['data'],
    message: 'The bytes are no picture of the type that is named.',
  })
export type ExercisePicture = z.infer<typeof ExercisePicture>

export const ExercisePictures = z
  .array(ExercisePicture)
  .max(MOST_PICTURES, 'Six pictures are the most.')
  .refine(
    pictures => new Set(pictures.map(({ name }) => name)).size === pictures.length,
    'Two pictures have the same name.',
  )
  .refine(
    pictures => pictures.reduce((sum, { data }) => sum + data.length, 0) <= LONGEST_PICTURES,
    'The pictures are too large: about 500 kB in all at most.',
  )

/** How the case names a picture. */
export const PICTURE_SCHEME = 'picture:'

/** The pictures that a case shows, of those that there are. */
export const shownPictures = (brief: string, pictures: readonly ExercisePicture[]): ExercisePicture[] =>
  pictures.filter(({ name }) => brief.includes(`](${PICTURE_SCHEME}${name})`))
