import type { ExercisePicture } from '@nomenklatura/core/exercise'
import type { InjectionKey } from 'vue'

/** The pictures that a case may show. */
export const CASE_PICTURES: InjectionKey<() => readonly ExercisePicture[]> = Symbol('pictures of the case')

/** What an element of a page shows a picture by. */
export const pictureUrl = ({ type, data }: ExercisePicture): string => `data:${type};base64,${data}`

/** The same for the picture of that name; undefined where there is none. */
export function urlOfPicture(pictures: readonly ExercisePicture[], name: string): string | undefined {
  const found = pictures.find(picture => picture.name === name)
  return found && pictureUrl(found)
}
