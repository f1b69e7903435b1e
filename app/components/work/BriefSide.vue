<script setup lang="ts">
import {
  NO_MARKS,
  type CaseMark,
  type ExercisePicture,
  type ExerciseRows,
  type HelpLevel,
} from '@nomenklatura/core/exercise'
import type { Dictionary } from '@nomenklatura/core/dictionary'
import type { MarksInHand } from '~/composables/useCaseMarks'

/** The brief with its two leaves: the case, and the rows it gives. */
const {
  text,
  rows,
  helpLevel,
  pictures,
  folds = true,
  phrases = [],
  named = [],
  marks = null,
} = defineProps<{
  text: string
  pictures: readonly ExercisePicture[]
  rows: readonly ExerciseRows[]
  /** Words that the exercise says name something. */
  named?: readonly CaseMark[]
  helpLevel: HelpLevel
  folds?: boolean
  /** What the last check says of phrases of the case. */
  phrases?: readonly BoundPhrase[]
  /** The student's own marks, as they go on the sheet in hand. */
  marks?: MarksInHand | null
}>()
/** Which of the tables of rows is looked at. */
const at = ref(0)
const leaf = defineModel<'case' | 'rows'>('leaf', { default: 'case' })
const emit = defineEmits<{ fold: []; drafted: [dictionary: Dictionary] }>()
const tells = computed(
  () => (({ practice: 'everything', guided: 'answers', assessed: 'rows' }) as const)[helpLevel],
)
const store = useWorksheetStore()
const lines = computed(() => briefLines(text))
const shown = computed(() => [...phrases, ...ownPhrases(store.caseMarks ?? NO_MARKS), ...namedPhrases(named)])

/** The words that are chosen in the case. */
const caseText = useTemplateRef<HTMLElement>('caseText')
const chosen = ref('')
useEventListener(document, 'selectionchange', () => {
  const selection = document.getSelection()
  const isInCase = [selection?.anchorNode, selection?.focusNode].every(
    node => node && caseText.value?.contains(node),
  )
  chosen.value = isInCase ? selection!.toString().trim() : ''
})
function letGo(): void {
  document.getSelection()?.removeAllRanges()
}

function turn(): void {
  leaf.value = leaf.value === 'case' ? 'rows' : 'case'
  void nextTick(() => document.querySelector<HTMLElement>('.brief-leaves [aria-selected=true]')?.focus())
}
</script>

<template>
  <div class="side-head">
    <h2 v-if="rows.length === 0">Case</h2>
    <div v-else class="brief-leaves" role="tablist" aria-label="Leaves of the brief">
      <button
        v-for="name in ['case', 'rows'] as const"
        :key="name"
        type="button"
        role="tab"
        :aria-selected="leaf === name"
        :tabindex="leaf === name ? 0 : -1"
        @click="leaf = name"
        @keydown.right.prevent="turn"
        @keydown.left.prevent="turn"
      >
        {{ name === 'case' ? 'Case' : 'Rows' }}
      </button>
    </div>
    <button v-if="folds" type="button" class="plain small" @click="emit('fold')">Fold</button>
  </div>
  <template v-if="rows.length === 0 || leaf === 'case'">
    <div ref="caseText">
      <BriefText :text="text" :pictures="pictures" :phrases="shown" />
    </div>
    <OwnMarks :lines="lines" :chosen="chosen" :in-hand="marks" @marked="letGo" />
  </template>
  <template v-else>
    <ChooseTable class="which" :tables="rows" :at="at" @turn="at = $event" />
    <RowsLeaf
      :key="at"
      :rows="rows[at]"
      :tells="tells"
      :sets="tells === 'everything'"
      @split="emit('drafted', $event.dictionary)"
    />
  </template>
</template>

<style scoped>
.side-head {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  margin-bottom: 8px;
}
.which {
  margin-bottom: 10px;
}
.brief-leaves {
  display: flex;
  gap: 18px;
}
.brief-leaves button {
  font: 650 17px var(--font-serif);
  color: var(--soft);
  cursor: pointer;
  padding: 0 1px 3px;
  border-bottom: 2px solid transparent;
}
.brief-leaves button[aria-selected='true'] {
  color: var(--ink);
  border-bottom-color: var(--verdigris);
}
</style>
