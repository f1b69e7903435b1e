import { Extension } from '@tiptap/core'
import type { Node } from '@tiptap/pm/model'
import { Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'

const KEY = new PluginKey<DecorationSet>('bound-phrases')

/** Underlines the phrases that rules are bound to, as they are now: `phrases` is asked whenever something changes. */
export function boundPhrases(phrases: () => readonly string[]): Extension {
  return Extension.create({
    name: 'boundPhrases',
    addProseMirrorPlugins: () => [
      new Plugin<DecorationSet>({
        key: KEY,
        state: {
          init: (_, { doc }) => underlined(doc, phrases()),
          apply: (change, before) =>
            change.docChanged || change.getMeta(KEY) ? underlined(change.doc, phrases()) : before,
        },
        props: { decorations: state => KEY.getState(state) },
      }),
    ],
  })
}

/** Says to the editor that other phrases are bound. */
export const PHRASES_CHANGED = KEY

function underlined(doc: Node, phrases: readonly string[]): DecorationSet {
  const found: Decoration[] = []
  doc.descendants((node, at) => {
    if (!node.isTextblock) return true
    const text = node.textBetween(0, node.content.size, undefined, '\n')
    for (const { from, to } of phraseSpans(
      text,
      phrases.map(phrase => ({ phrase })),
    ))
      found.push(Decoration.inline(at + 1 + from, at + 1 + to, { class: 'bound' }))
    return false
  })
  return DecorationSet.create(doc, found)
}
