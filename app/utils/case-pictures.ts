import Image from '@tiptap/extension-image'
import type { Node } from '@tiptap/core'

/** Pictures of the case in its editor: those that are kept with the exercise, and no others. */
export function casePictures(urlOf: (src: string) => string | undefined): Node {
  return Image.extend({
    // What is pasted as a page comes without its pictures: they lie elsewhere.
    parseHTML: () => [],
    renderHTML: ({ HTMLAttributes: { src, alt } }) => {
      const url = urlOf(String(src ?? ''))
      return url ? ['img', { src: url, alt }] : ['span', {}, String(alt ?? '')]
    },
  }).configure({ inline: true })
}
