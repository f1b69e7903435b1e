<script setup lang="ts">
import { dictionaryFromComment, type Dictionary } from '@nomenklatura/core/dictionary'
import type { PlaceOnSheet } from '../view'

/** The Dictionary sheet of a worksheet. */
const { asked, store, findingsOf, given, read, drafted, drawnSchema } = useWorksheet()
const catalogue = useTemplateRef('catalogue')
defineExpose({
  show: (place: PlaceOnSheet) => catalogue.value?.show(place),
  take: (next: Dictionary) => catalogue.value?.take(next),
})

const isPractice = computed(() => asked.value.helpLevel === 'practice')
const firstComment = (text: string): string => /\/\*[\s\S]*?\*\//.exec(text)?.[0] ?? ''
/** What a comment of the student's own script lists. */
const comment = computed(() =>
  asked.value.asked.includes('script') && isPractice.value
    ? dictionaryFromComment(firstComment(store.contentOf('script')))
    : undefined,
)
const script = computed(() =>
  asked.value.asked.includes('script') && isPractice.value ? read.value.schema : undefined,
)
/** A draft is made from the rows of the brief, once somebody has looked into them. */
const offersDraft = computed(() => asked.value.rows !== null && isPractice.value)
const draft = computed(() => {
  const made = drafted.value
  return offersDraft.value && made ? () => Promise.resolve(made) : undefined
})
const hint = computed(() =>
  offersDraft.value && !drafted.value ? 'Or open the rows of the brief: a draft can be made from them.' : '',
)
</script>

<template>
  <DictionarySheet
    ref="catalogue"
    :dictionary="store.contentOf('dictionary')"
    :findings="findingsOf.dictionary"
    :given="given"
    :script="script"
    :draft="draft"
    :hint="hint"
    :drawn="drawnSchema"
    :comment="comment"
    :readonly="!asked.isOpen"
    :name="asked.title"
    @change="store.change('dictionary', $event)"
  />
</template>
