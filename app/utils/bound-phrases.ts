import { Extension } from '@tiptap/core'
import type { Node } from '@tiptap/pm/model'
import { Plugin, PluginKey } from '@tiptap/pm/state'
import { Decoration, DecorationSet } from '@tiptap/pm/view'

/** Words of the case that are marked: bound to a rule, or named as an entity or a fact. */
export interface MarkedPhrase {
  readonly phrase: string
  readonly mark: 'bound' | 'named'
}

const KEY = new PluginKey<DecorationSet>('bound-phrases')

/** Underlines the phrases that are marked, as they are now: `phrases` is asked whenever something changes. */
export function boundPhrases(phrases: () => readonly MarkedPhrase[]): Extension {
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

/** Says to the editor that other phrases are marked. */
export const PHRASES_CHANGED = KEY

function underlined(doc: Node, phrases: readonly MarkedPhrase[]): DecorationSet {
  const found: Decoration[] = []
  doc.descendants((node, at) => {
    if (!node.isTextblock) return true
    const text = node.textBetween(0, node.content.size, undefined, '\n')
    // A name stands within the words of a rule, too.
    for (const mark of ['bound', 'named'] as const)
      for (const { from, to } of phraseSpans(
        text,
        phrases.filter(other => other.mark === mark),
      ))
        found.push(Decoration.inline(at + 1 + from, at + 1 + to, { class: mark }))
    return false
  })
  return DecorationSet.create(doc, found)
}
