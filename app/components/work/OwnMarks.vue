<script setup lang="ts">
import {
  MARK_KINDS,
  MOST_MARKS,
  NO_MARKS,
  mayBeMarked,
  withMark,
  withoutMark,
  type MarkKind,
} from '@nomenklatura/core/exercise'
import type { MarksInHand } from '~/composables/useCaseMarks'

/** What a student marked in the case, to be put on the sheet in hand; and where words are marked by typing them. */
const { lines, chosen, inHand } = defineProps<{
  /** What the case says, by what stands together. */
  lines: readonly string[]
  /** The words that are chosen in the case; empty where none are. */
  chosen: string
  inHand: MarksInHand | null
}>()
const emit = defineEmits<{ marked: [] }>()
const store = useWorksheetStore()
const kept = computed(() => store.caseMarks ?? NO_MARKS)
const marks = computed(() => kept.value.marks)
const notMade = computed(() => inHand?.marks.filter(({ as, isThere }) => as === 'entity' && !isThere) ?? [])
const isOpen = ref(marks.value.length > 0)
watch(
  () => marks.value.length,
  (now, before) => {
    if (now > before) isOpen.value = true
  },
)

const IN_WORDS: Readonly<Record<MarkKind, string>> = { entity: 'an entity', fact: 'a fact' }
const typed = ref('')
/** The typed words as the case has them, whatever their capitals. */
const found = computed(() => {
  const wanted = typed.value.trim().toLowerCase()
  const line = wanted === '' ? undefined : lines.find(text => text.toLowerCase().includes(wanted))
  const at = line?.toLowerCase().indexOf(wanted) ?? 0
  return line?.slice(at, at + wanted.length) ?? ''
})
/** Why words cannot be marked; empty where they can. */
function whyNot(phrase: string): string {
  if (!lines.some(line => line.includes(phrase))) return 'Mark some words of one paragraph.'
  if (!mayBeMarked(phrase)) return 'A mark is of some words, and not of too many.'
  const isNew = marks.value.every(mark => mark.phrase !== phrase)
  return isNew && marks.value.length >= MOST_MARKS ? `There are ${MOST_MARKS} marks: take one off first.` : ''
}
const why = computed(() => {
  if (chosen !== '') return whyNot(chosen)
  if (typed.value.trim() === '') return ''
  return found.value === '' ? 'The case does not say that.' : whyNot(found.value)
})
const toMark = computed(() => (why.value === '' ? chosen || found.value : ''))
const isMarkedAs = (as: MarkKind): boolean =>
  marks.value.some(mark => mark.phrase === toMark.value && mark.as === as)

function mark(as: MarkKind): void {
  const phrase = toMark.value
  if (phrase === '') return
  const next = isMarkedAs(as) ? withoutMark(kept.value, phrase) : withMark(kept.value, phrase, as)
  store.changeCaseMarks(next)
  if (chosen === '') typed.value = ''
  emit('marked')
}
const takeOff = (phrase: string): void => store.changeCaseMarks(withoutMark(kept.value, phrase))

/** To which entity a fact goes, by its words; the first one until another is chosen. */
const owners = ref<Readonly<Record<string, string>>>({})
const ownerOf = (phrase: string): string => {
  const own = owners.value[phrase] ?? ''
  return inHand?.entities.includes(own) ? own : (inHand?.entities[0] ?? '')
}
</script>

<template>
  <div
    v-if="chosen !== ''"
    class="bar small"
    role="group"
    aria-label="Mark what is chosen"
    @mousedown.prevent
  >
    <template v-if="toMark !== ''">
      <span class="what serif">{{ chosen }}</span>
      <span class="as">
        <button v-for="as in MARK_KINDS" :key="as" type="button" class="plain" @click="mark(as)">
          {{ isMarkedAs(as) ? 'No longer' : 'Mark as' }} {{ IN_WORDS[as] }}
        </button>
      </span>
    </template>
    <span v-else role="status">{{ why }}</span>
  </div>
  <details
    class="below-case own"
    :open="isOpen"
    @toggle="isOpen = ($event.target as HTMLDetailsElement).open"
  >
    <summary>
      My marks in the case<template v-if="marks.length > 0"> ({{ marks.length }})</template>
    </summary>
    <p v-if="store.caseMarks === null" class="small madder">
      Your marks were kept by another version of this page, and are not shown. New ones take their place.
    </p>
    <p v-else-if="marks.length === 0" class="soft small">
      Choose words of the case to mark what speaks of an entity or a fact. Nobody else sees it.
    </p>
    <ul>
      <li v-for="(own, i) in marks" :key="own.phrase">
        <span class="line">
          <span class="serif phrase" :class="own.as">{{ own.phrase }}</span>
          <button
            type="button"
            class="plain small"
            :aria-label="`Take off ${own.phrase}`"
            @click="takeOff(own.phrase)"
          >
            Take off
          </button>
        </span>
        <MarkOnSheet
          v-if="inHand"
          :mark="inHand.marks[i]!"
          :in-hand="inHand"
          :owner="ownerOf(own.phrase)"
          @owner="owners = { ...owners, [own.phrase]: $event }"
        />
      </li>
    </ul>
    <p v-if="inHand && notMade.length > 1" class="small">
      <button type="button" class="plain" @click="inHand.makeEntities(notMade)">
        Make each of {{ notMade.length }} entities {{ inHand.made }}
      </button>
    </p>
    <form class="by-typing small" @submit.prevent="mark('entity')">
      <label>
        Words of the case
        <input v-model="typed" class="slot" maxlength="200" autocomplete="off" />
      </label>
      <span class="as">
        <button
          v-for="as in MARK_KINDS"
          :key="as"
          :type="as === 'entity' ? 'submit' : 'button'"
          class="plain"
          :disabled="typed.trim() === '' || why !== ''"
          @click="as === 'fact' && mark(as)"
        >
          {{ as === 'entity' ? 'An entity' : 'A fact' }}
        </button>
      </span>
      <span v-if="chosen === '' && why !== ''" class="madder" role="status">{{ why }}</span>
    </form>
  </details>
</template>

<style scoped>
/* The side ends in so much room below what it holds. */
.bar {
  position: sticky;
  bottom: -30px;
  display: flex;
  flex-direction: column;
  gap: 4px;
  margin-top: 10px;
  padding: 7px 10px;
  border: 1px solid var(--rule-strong);
  border-left: 3px solid var(--verdigris);
  background: var(--sheet);
}
.what {
  max-height: 4.5em;
  overflow: hidden;
  overflow-wrap: anywhere;
}
.as {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
}
li {
  padding: 5px 0;
  border-bottom: 1px dotted var(--rule);
}
.line {
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 10px;
}
.line button {
  flex: none;
}
.phrase {
  overflow-wrap: anywhere;
}
.phrase.entity {
  background: var(--verdigris-wash);
}
.phrase.fact {
  background: var(--slate-wash);
  font-style: italic;
}
.by-typing {
  margin-top: 10px;
  display: flex;
  flex-direction: column;
  gap: 4px;
}
.by-typing label {
  display: flex;
  flex-direction: column;
}
.madder {
  color: var(--madder);
}
</style>
