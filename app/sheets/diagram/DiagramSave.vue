<script setup lang="ts">
import {
  Diagram,
  schemaFromDiagram,
  diagramFromSchema,
  svgOf,
  withChoices,
  type Notation,
  type PictureOptions,
} from '@nomenklatura/core/diagram'
import { documentFaults } from '@nomenklatura/core/exercise'
import { diagramFromGraphml, diagramToGraphml } from '@nomenklatura/core/formats'
import { decodeText } from '@nomenklatura/core/rows'
import { reviewScript, writeScript } from '@nomenklatura/core/sql'

/** Taking a diagram out and in: pictures, the document, a graph, the tables it maps to. */
const {
  diagram,
  notation,
  name,
  hasTables = true,
  readonly = false,
} = defineProps<{
  diagram: Diagram
  notation: Notation
  name: string
  /** Whether its tables can be had: not where they are for the student to write. */
  hasTables?: boolean
  readonly?: boolean
}>()
const emit = defineEmits<{ load: [diagram: Diagram]; say: [text: string] }>()

const save = (content: string | Blob, type: string, ending: string): void =>
  download(content, type, `${name}.${ending}`)
type Theme = NonNullable<PictureOptions['theme']>
const svg = (theme: Theme): void =>
  save(svgOf(diagram, { notation, theme }), 'image/svg+xml', theme === 'dark' ? 'dark.svg' : 'svg')
/** The picture at double size. */
async function png(theme: Theme): Promise<void> {
  const drawn = svgOf(diagram, { notation, theme })
  const image = new Image()
  // The policy of the page lets pictures come from data, not from blobs.
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(drawn)}`
  await image.decode()
  const canvas = document.createElement('canvas')
  canvas.width = image.naturalWidth * 2
  canvas.height = image.naturalHeight * 2
  canvas.getContext('2d')?.drawImage(image, 0, 0, canvas.width, canvas.height)
  canvas.toBlob(blob => blob && save(blob, 'image/png', theme === 'dark' ? 'dark.png' : 'png'))
}
type Ways = Readonly<Record<string, () => void>>
const PICTURES: Ways = {
  'picture, SVG': () => svg('light'),
  'picture, PNG': () => void png('light'),
  'dark picture, SVG': () => svg('dark'),
  'dark picture, PNG': () => void png('dark'),
  'document, JSON': () => save(JSON.stringify(diagram, null, 2), 'application/json', 'json'),
  'graph, GraphML': () => save(diagramToGraphml(diagram), 'application/xml', 'graphml'),
}
const TABLES: Ways = {
  'tables, SQL': () =>
    save(writeScript(schemaFromDiagram(diagram).schema).text, 'text/plain;charset=utf-8', 'sql'),
  'tables, SQL, as few as may be': () =>
    save(
      writeScript(schemaFromDiagram(withChoices(diagram, { oneToOne: 'merged', kinds: 'one' })).schema).text,
      'text/plain;charset=utf-8',
      'sql',
    ),
}
const ways = computed<Ways>(() => ({
  ...PICTURES,
  ...(hasTables ? TABLES : {}),
  paper: () => window.print(),
}))
useActions(() =>
  diagram.entities.length === 0
    ? []
    : Object.entries(ways.value).map(([way, run]) => ({
        label: way === 'paper' ? 'print the diagram' : `save as ${way}`,
        run,
      })),
)
function take(event: Event): void {
  const select = event.target as HTMLSelectElement
  ways.value[select.value]?.()
  select.value = ''
}
const file = useTemplateRef<HTMLInputElement>('file')
async function load(): Promise<void> {
  const chosen = file.value?.files?.[0]
  if (!chosen) return
  const read = readFile(chosen.name, decodeText(new Uint8Array(await chosen.arrayBuffer())).text)
  if (typeof read === 'string') emit('say', read)
  else {
    emit('load', read)
    emit('say', `${chosen.name} is on the sheet. Undo brings back what was there.`)
  }
  if (file.value) file.value.value = ''
}
/** The diagram of a file, or why it is none. */
function readFile(fileName: string, text: string): Diagram | string {
  if (/\.(?:graphml|xml)$/i.test(fileName)) {
    const read = diagramFromGraphml(text)
    return read.ok ? read.diagram : `${fileName}: ${read.fault}`
  }
  if (/\.sql$/i.test(fileName)) {
    const { schema } = reviewScript(text)
    return schema.tables.length > 0
      ? diagramFromSchema(schema)
      : `${fileName}: no CREATE TABLE was found in it.`
  }
  try {
    const parsed = Diagram.safeParse(JSON.parse(text))
    return parsed.success
      ? parsed.data
      : `${fileName}: ${documentFaults(parsed.error).slice(0, 2).join('; ')}`
  } catch {
    return `${fileName} is not JSON.`
  }
}
</script>

<template>
  <span class="save">
    <label v-if="!readonly" class="plain tiny load"
      >Open a file<input
        ref="file"
        type="file"
        accept=".json,.graphml,.xml,.sql"
        class="visually-hidden"
        @change="load"
    /></label>
    <select aria-label="Save as" :disabled="diagram.entities.length === 0" @change="take">
      <option value="">Save as …</option>
      <option v-for="(_, way) in ways" :key="way">{{ way }}</option>
    </select>
  </span>
</template>

<style scoped>
.save {
  display: flex;
  gap: 12px;
  align-items: baseline;
}
.load {
  color: var(--verdigris);
  font-weight: 600;
  cursor: pointer;
}
.load:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
select {
  max-width: 112px;
  background: transparent;
  color: var(--ink);
  border-bottom: 1px solid var(--edge);
}
option {
  background: var(--sheet);
}
</style>
