<script setup lang="ts">
import { MARK_KINDS, mayBeMarked, withMark, withoutMark, type MarkKind } from '@nomenklatura/core/exercise'
import type { MarksInHand, OwnMark } from '~/composables/useCaseMarks'

/** What a student marked in the case, to be put on the sheet in hand; and where words are marked by typing them. */
const { words, chosen, inHand } = defineProps<{
  /** What the case says. */
  words: string
  /** The words that are chosen in the case; empty where none are. */
  chosen: string
  inHand: MarksInHand | null
}>()
const emit = defineEmits<{ marked: [] }>()
const store = useWorksheetStore()
const marks = computed(() => store.caseMarks?.marks ?? [])
const entities = computed(() => inHand?.marks.filter(({ as }) => as === 'entity') ?? [])
const notMade = computed(() => entities.value.filter(({ isThere }) => !isThere))
const isOpen = ref(marks.value.length > 0)
watch(
  () => marks.value.length,
  (now, before) => {
    if (now > before) isOpen.value = true
  },
)

const IN_WORDS: Readonly<Record<MarkKind, string>> = { entity: 'an entity', fact: 'a fact' }
const typed = ref('')
/** Where case matters to nobody, the words are taken as the case has them. */
const found = computed(() => {
  const wanted = typed.value.trim()
  const at = wanted === '' ? -1 : words.toLowerCase().indexOf(wanted.toLowerCase())
  return at < 0 ? '' : words.slice(at, at + wanted.length)
})
const why = computed(() => {
  if (typed.value.trim() === '' || (found.value !== '' && mayBeMarked(found.value))) return ''
  return found.value === '' ? 'The case does not say that.' : 'Mark some words of one paragraph.'
})
const toMark = computed(() => {
  if (chosen !== '') return mayBeMarked(chosen) ? chosen : ''
  return why.value === '' ? found.value : ''
})
const isMarkedAs = (as: MarkKind): boolean =>
  marks.value.some(mark => mark.phrase === toMark.value && mark.as === as)

function mark(as: MarkKind): void {
  const phrase = toMark.value
  if (phrase === '') return
  const kept = store.caseMarks ?? { marks: [] }
  store.changeCaseMarks(isMarkedAs(as) ? withoutMark(kept, phrase) : withMark(kept, phrase, as))
  if (chosen === '') typed.value = ''
  emit('marked')
}
const takeOff = (phrase: string): void =>
  store.changeCaseMarks(withoutMark(store.caseMarks ?? { marks: [] }, phrase))

/** To which entity a fact goes, by its words; the first one until another is chosen. */
const owners = ref<Readonly<Record<string, string>>>({})
const ownerOf = ({ phrase }: OwnMark): string => {
  const chosenOwner = owners.value[phrase] ?? ''
  return inHand?.entities.includes(chosenOwner) ? chosenOwner : (inHand?.entities[0] ?? '')
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
    <span v-else>Mark some words of one paragraph.</span>
  </div>
  <details class="own" :open="isOpen" @toggle="isOpen = ($event.target as HTMLDetailsElement).open">
    <summary>
      My marks in the case<template v-if="marks.length > 0"> ({{ marks.length }})</template>
    </summary>
    <p v-if="store.caseMarks === null" class="small madder">
      Your marks were kept by another version of this page, and are not shown. New ones take their place.
    </p>
    <p v-else-if="marks.length === 0" class="soft small">
      Choose words of the case to mark what speaks of an entity or a fact. Nobody else sees it.
    </p>
    <ul v-if="inHand">
      <li v-for="own in inHand.marks" :key="own.phrase">
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
        <span v-if="own.as === 'entity'" class="soft small">
          <template v-if="own.isThere">{{ own.name }} is {{ inHand.made }}</template>
          <button v-else type="button" class="plain" @click="inHand.makeEntities([own])">
            Make “{{ own.name }}” {{ inHand.made }}
          </button>
        </span>
        <span v-else-if="own.owners.length > 0" class="soft small">
          {{ own.name }} stands under {{ own.owners.join(', ') }}
        </span>
        <span v-else-if="inHand.entities.length > 0" class="small to">
          “{{ own.name }}” under
          <select
            class="slot"
            :value="ownerOf(own)"
            :aria-label="`Under what ${own.name} goes`"
            @change="owners = { ...owners, [own.phrase]: ($event.target as HTMLSelectElement).value }"
          >
            <option v-for="entity in inHand.entities" :key="entity">{{ entity }}</option>
          </select>
          <button type="button" class="plain" @click="inHand.addFact(own, ownerOf(own))">Add</button>
        </span>
        <span v-else class="soft small">a fact: an entity comes first</span>
      </li>
    </ul>
    <ul v-else>
      <li v-for="{ phrase, as } in marks" :key="phrase" class="line">
        <span class="serif phrase" :class="as">{{ phrase }}</span>
        <button type="button" class="plain small" :aria-label="`Take off ${phrase}`" @click="takeOff(phrase)">
          Take off
        </button>
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
      <span v-if="why !== ''" class="madder" role="status">{{ why }}</span>
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
.own {
  border-top: 1px solid var(--rule);
  margin-top: 18px;
  padding-top: 10px;
}
summary {
  cursor: pointer;
  font-weight: 600;
  color: var(--soft);
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
.to select {
  max-width: 9em;
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
