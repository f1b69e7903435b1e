<script setup lang="ts">
import { TableKit } from '@tiptap/extension-table'
import { Markdown } from '@tiptap/markdown'
import StarterKit from '@tiptap/starter-kit'
import { EditorContent, useEditor } from '@tiptap/vue-3'
import {
  ExercisePictures,
  PICTURE_SCHEME,
  shownPictures,
  type CaseMark,
  type ExercisePicture,
} from '@nomenklatura/core/exercise'
import type { RuleEntry } from '@nomenklatura/core/rules'

/**
 * The case, written as it will be read: headings, lists, tables. A phrase that is chosen can be bound to a rule, or a
 * rule begun from it. What comes out is Markdown, changed only where somebody wrote.
 */
const { text, pictures, rules, elements, named, readonly } = defineProps<{
  text: string
  /** Those that are kept with the exercise. */
  pictures: readonly ExercisePicture[]
  rules: readonly RuleEntry[]
  /** What of the model answer words may name. */
  elements: readonly CaseElement[]
  /** Words that name something already. */
  named: readonly CaseMark[]
  readonly: boolean
}>()
const emit = defineEmits<{
  change: [text: string]
  bind: [rule: string, phrase: string]
  begin: [phrase: string]
  name: [element: CaseElement, phrase: string]
  /** These words name nothing any more. */
  forget: [phrase: string]
  picture: [picture: ExercisePicture]
}>()

/** What stands there as long as nothing does. */
const HINT =
  'Tell what is kept and what holds of it, as to a colleague: A bay has drawers. Each drawer has a number, unique within its bay …'
const phrases = computed((): MarkedPhrase[] => [
  ...rules.flatMap(({ phrase, off }) => (phrase && !off ? [{ phrase, mark: 'bound' as const }] : [])),
  ...named.map(({ phrase }) => ({ phrase, mark: 'named' as const })),
])
/** Put in here, and not come back yet with the exercise. */
const putIn: ExercisePicture[] = []
const urlOf = (src: string): string | undefined =>
  urlOfPicture([...pictures, ...putIn], src.slice(PICTURE_SCHEME.length))
const chosen = ref('')
let written = text
const editor = useEditor({
  content: text,
  contentType: 'markdown',
  editable: !readonly,
  // The page's policy lets no style in from outside: what it needs stands below.
  injectCSS: false,
  extensions: [
    StarterKit.configure({ heading: { levels: [1, 2, 3] }, link: false, underline: false, strike: false }),
    TableKit.configure({ table: { resizable: false } }),
    Markdown.configure({ markedOptions: { gfm: true, breaks: true } }),
    casePictures(urlOf),
    boundPhrases(() => phrases.value),
  ],
  editorProps: {
    attributes: {
      'role': 'textbox',
      'aria-multiline': 'true',
      'aria-label': 'Case',
      'aria-placeholder': HINT,
      'class': 'case-text case-words',
    },
  },
  onUpdate: ({ editor: now }) => {
    written = now.getMarkdown()
    emit('change', written)
  },
  onSelectionUpdate: ({ editor: { state } }) => {
    const { from, to } = state.selection
    chosen.value = state.doc.textBetween(from, to, '\n').trim()
  },
})
/** Undone, taken up again, or renamed elsewhere: what stands here is not what was written here. */
watch(
  () => text,
  now => {
    if (now === written) return
    written = now
    editor.value?.commands.setContent(now, { contentType: 'markdown', emitUpdate: false })
  },
)
watch(
  () => readonly,
  now => editor.value?.setEditable(!now),
)
/** Only where they are others: what is dispatched meanwhile may set a caret back that was just moved. */
watch(
  () => JSON.stringify(phrases.value),
  () => editor.value?.view.dispatch(editor.value.state.tr.setMeta(PHRASES_CHANGED, true)),
)

const run = (): ReturnType<NonNullable<typeof editor.value>['chain']> => editor.value!.chain().focus()
const isIn = (name: string, attributes = {}): boolean => editor.value?.isActive(name, attributes) ?? false
/** Ways to write: some are on or off, the others do something once. */
interface Tool {
  readonly name: string
  readonly is?: boolean
  readonly do: () => boolean
}
const tools = computed((): Tool[] => [
  { name: 'Heading', is: isIn('heading'), do: () => run().toggleHeading({ level: 2 }).run() },
  { name: 'Bold', is: isIn('bold'), do: () => run().toggleBold().run() },
  { name: 'Italic', is: isIn('italic'), do: () => run().toggleItalic().run() },
  { name: 'List', is: isIn('bulletList'), do: () => run().toggleBulletList().run() },
  { name: 'Numbered', is: isIn('orderedList'), do: () => run().toggleOrderedList().run() },
  ...(isIn('table')
    ? [
        { name: 'Row below', do: () => run().addRowAfter().run() },
        { name: 'Column after', do: () => run().addColumnAfter().run() },
        { name: 'Row away', do: () => run().deleteRow().run() },
        { name: 'Column away', do: () => run().deleteColumn().run() },
        { name: 'Table away', do: () => run().deleteTable().run() },
      ]
    : // Markdown has none within a list.
      isIn('listItem')
      ? []
      : [
          {
            name: 'Table',
            do: () => run().insertTable({ rows: 3, cols: 3, withHeaderRow: true }).run(),
          },
        ]),
])
/** A picture that is chosen, until it is said what it shows. */
const picked = shallowRef<ExercisePicture>()
const shows = ref('')
const showsField = useTemplateRef<HTMLInputElement>('showsField')
const pictureFault = ref('')
async function pick(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const [file] = input.files ?? []
  if (!file) return
  pictureFault.value = ''
  try {
    const picture = await pictureOfFile(
      file,
      [...pictures, ...putIn].map(({ name }) => name),
    )
    // Those that the case shows no more make room.
    const all = ExercisePictures.safeParse([...shownPictures(text, pictures), picture])
    if (all.success) picked.value = picture
    else pictureFault.value = all.error.issues[0]!.message
  } catch (problem) {
    pictureFault.value = (problem as Error).message
  }
  input.value = ''
  await nextTick()
  showsField.value?.focus()
}
function putPicture(): void {
  const picture = picked.value
  if (!picture || shows.value.trim() === '') return
  putIn.push(picture)
  emit('picture', picture)
  run()
    .setImage({ src: `${PICTURE_SCHEME}${picture.name}`, alt: shows.value.trim() })
    .run()
  picked.value = undefined
  shows.value = ''
}
/** A phrase is of one line; whoever chose more gets no offer. */
const phrase = computed(() => (chosen.value.includes('\n') || chosen.value.length > 400 ? '' : chosen.value))
const others = computed(() => rules.filter(rule => !rule.off && rule.phrase !== phrase.value))
function bind(event: Event): void {
  const select = event.target as HTMLSelectElement
  if (select.value !== '') emit('bind', select.value, phrase.value)
  select.value = ''
}
function nameBy(event: Event): void {
  const select = event.target as HTMLSelectElement
  const element = elements.find(one => one.element === select.value)
  if (element) emit('name', element, phrase.value)
  select.value = ''
}
</script>

<template>
  <div class="editor">
    <div v-if="!readonly" class="tools" role="toolbar" aria-label="How it is written">
      <button
        v-for="tool in tools"
        :key="tool.name"
        type="button"
        class="tool"
        :aria-pressed="tool.is"
        @mousedown.prevent
        @click="tool.do"
      >
        {{ tool.name }}
      </button>
      <label class="tool of-file"
        >Picture<input
          type="file"
          accept="image/png,image/jpeg,image/webp"
          class="visually-hidden"
          @change="pick"
      /></label>
    </div>
    <p v-if="pictureFault" role="alert" class="fault small">{{ pictureFault }}</p>
    <form v-if="picked" class="picked small" @submit.prevent="putPicture">
      <img :src="pictureUrl(picked)" alt="" />
      <label
        >What it shows, for who cannot see it
        <input ref="showsField" v-model="shows" class="slot" required maxlength="200"
      /></label>
      <button type="submit" class="plain">Put it in</button>
      <button type="button" class="plain" @click="picked = undefined">Leave it</button>
    </form>
    <div v-if="!readonly" class="chosen">
      <span class="serif quoted" aria-live="polite">{{ phrase ? `“${phrase}”` : '' }}</span>
      <template v-if="phrase">
        <span class="offers">
          <button type="button" class="plain small" @mousedown.prevent @click="emit('begin', phrase)">
            A rule from these words
          </button>
          <select class="slot" aria-label="Bind these words to a rule" @change="bind">
            <option value="">bind to a rule …</option>
            <option v-for="rule in others" :key="rule.id" :value="rule.id">
              {{ rule.id.slice(1) }} {{ rule.sentence }}
            </option>
          </select>
          <select
            v-if="elements.length > 0 && canName(phrase)"
            class="slot"
            aria-label="What these words name"
            @change="nameBy"
          >
            <option value="">they name …</option>
            <option v-for="one in elements" :key="one.element" :value="one.element">{{ one.say }}</option>
          </select>
          <button
            v-if="named.some(one => one.phrase === phrase)"
            type="button"
            class="plain small"
            @mousedown.prevent
            @click="emit('forget', phrase)"
          >
            They name nothing
          </button>
        </span>
      </template>
      <span v-else class="small soft"
        >Choose words that say a rule, or name an entity or a fact: they can be bound to it, and are
        underlined. Where students practise they are told what speaks of an entity or a fact.</span
      >
    </div>
    <div class="paper-of">
      <p v-if="!readonly && text.trim() === ''" class="hint serif" aria-hidden="true">{{ HINT }}</p>
      <EditorContent v-if="editor" :editor="editor" />
    </div>
  </div>
</template>

<style scoped>
.editor {
  border: 1px solid var(--rule-strong);
  border-radius: 2px;
  background: var(--sheet);
}
.paper-of {
  position: relative;
}
.hint {
  position: absolute;
  inset: 12px 16px auto;
  font-size: 16px;
  line-height: 1.55;
  color: var(--soft);
  font-style: italic;
  pointer-events: none;
}
.tools {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 4px;
  padding: 4px 8px;
  border-bottom: 1px solid var(--rule);
}
.tool {
  cursor: pointer;
  font-size: 13px;
  padding: 3px 8px;
  border-radius: 2px;
}
.of-file:focus-within {
  outline: 2px solid var(--ink);
}
.picked {
  display: flex;
  flex-wrap: wrap;
  gap: 6px 14px;
  align-items: center;
  padding: 8px 16px;
  border-bottom: 1px solid var(--rule);
}
.picked img {
  max-height: 48px;
  max-width: 96px;
}
.fault {
  color: var(--madder);
  padding: 6px 16px;
}
.editor :deep(.case-text img) {
  display: inline-block;
  max-width: 100%;
  height: auto;
}
.editor :deep(.case-text img.ProseMirror-selectednode) {
  outline: 2px solid var(--verdigris);
}
.tool:hover {
  background: var(--ground);
}
.tool[aria-pressed='true'] {
  background: var(--verdigris-wash);
  color: var(--verdigris);
  font-weight: 600;
}
.editor :deep(.case-text) {
  min-height: 240px;
  max-height: 44vh;
  overflow-y: auto;
  padding: 12px 16px;
  font: 16px/1.55 var(--font-serif);
  position: relative;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
.editor :deep(.case-text > * + *) {
  margin-top: 0.8em;
}
.editor :deep(table) {
  border-collapse: collapse;
  font: 14px/1.4 var(--font-sans);
}
.editor :deep(:is(th, td)) {
  border: 1px solid var(--rule);
  min-width: 80px;
  padding: 3px 8px;
  text-align: left;
  vertical-align: top;
}
.editor :deep(th) {
  font-weight: 600;
  background: var(--ground);
}
.editor :deep(.named) {
  text-decoration: underline dotted;
  text-decoration-thickness: 1.5px;
  text-decoration-color: var(--slate);
  text-underline-offset: 3px;
}
.editor :deep(.bound) {
  text-decoration: underline;
  text-decoration-thickness: 1.5px;
  text-decoration-color: var(--verdigris);
  text-underline-offset: 3px;
}
.chosen {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  align-items: baseline;
  min-height: 38px;
  padding: 6px 12px;
  border-bottom: 1px solid var(--rule);
}
.quoted {
  max-width: 300px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
.offers {
  display: flex;
  gap: 14px;
  align-items: baseline;
}
.offers select {
  max-width: 260px;
}
</style>
