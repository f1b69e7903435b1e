<script setup lang="ts">
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import type { BroughtInAnswer, BroughtInPreview } from '#shared/answers'

/**
 * Hand-ins of a class that works elsewhere, from files: whose each is, is shown before anything is handed in, and
 * asked where that is not plain.
 */
const { exerciseId } = defineProps<{ exerciseId: string }>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [words: string] }>()
const { fault, busy, act } = useAct()

const zipped = shallowRef<Uint8Array>()
const found = shallowRef<BroughtInPreview>()
type Line = BroughtInPreview['answers'][number]
/** Whose each is, by its name: '' is not said yet, null leaves it out. */
const people = ref<Record<string, string | null>>({})
/** Lines whose person is being changed. */
const changing = ref(new Set<string>())

watch(open, isOpen => {
  if (!isOpen) return
  zipped.value = found.value = undefined
  fault.value = ''
})

function formOf(asked: object): FormData {
  const form = new FormData()
  form.set('file', new Blob([zipped.value! as Uint8Array<ArrayBuffer>]), 'files.zip')
  form.set('asked', JSON.stringify(asked))
  return form
}

async function take(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const files = [...(input.files ?? [])]
  input.value = ''
  if (files.length === 0) return
  await act(async () => {
    zipped.value = await asOneZip(files).catch((problem: unknown) => {
      throw new ApiError({
        type: 'about:blank',
        title: (problem as Error).message,
        status: 422,
        code: 'files',
      })
    })
    found.value = await api<BroughtInPreview>(`/exercises/${exerciseId}/brought-in/preview`, {
      method: 'POST',
      body: formOf({}),
    })
    people.value = Object.fromEntries(
      found.value.answers.map(({ name, person, fault: why }) => [name, why ? null : (person?.id ?? '')]),
    )
    changing.value = new Set(found.value.answers.filter(({ person }) => !person).map(({ name }) => name))
  })
}

const students = computed(() => found.value?.people ?? [])
const studentOf = (id: string | null | undefined) => students.value.find(other => other.id === id)
const chosen = computed(() => Object.values(people.value).filter(id => id !== null && id !== ''))
const unsaid = computed(() => Object.values(people.value).filter(id => id === '').length)
const leftOut = computed(() => Object.values(people.value).filter(id => id === null).length)
const isTwice = (name: string): boolean => {
  const id = people.value[name]
  return id !== null && id !== '' && chosen.value.filter(other => other === id).length > 1
}
const twice = computed(() => Object.keys(people.value).filter(isTwice).length)
/** Those who handed in before: what is brought in counts then. */
const replaced = computed(() => chosen.value.filter(id => studentOf(id)?.handIn).length)
/** What is to be looked at comes first. */
const lines = computed(() => {
  const rank = ({ fault: why, person }: Line): number => {
    if (!person && !why) return 0
    if (person?.by === 'family name') return 1
    return why ? 2 : 3
  }
  return (found.value?.answers ?? []).toSorted((a, b) => rank(a) - rank(b))
})
const nameOf = ({ name, files }: Line): string => (files.length === 1 ? files[0]! : name)

function say(name: string, event: Event): void {
  const { value } = event.target as HTMLSelectElement
  people.value[name] = value === 'none' ? null : value
}

async function bringIn(): Promise<void> {
  await act(async () => {
    const { handedIn, leftOut: without } = await api<BroughtInAnswer>(`/exercises/${exerciseId}/brought-in`, {
      method: 'POST',
      body: formOf({ people: people.value }),
    })
    open.value = false
    emit('done', `${countOf(handedIn, 'hand-in')} brought in${without > 0 ? `, ${without} left out` : ''}.`)
  })
}
</script>

<template>
  <UModal
    v-model:open="open"
    title="Bring in hand-ins"
    description="Scripts (.sql, .txt), diagrams and answers (.json, .graphml) and dictionaries (.csv) of students who work elsewhere; or results of another installation. Nothing is handed in before you say so."
    :ui="{ content: 'max-w-4xl', body: 'min-h-0 overflow-y-auto' }"
  >
    <template #body>
      <div class="choose">
        <label class="pick"
          ><input type="file" multiple accept=".zip,.sql,.txt,.json,.graphml,.csv" @change="take" /><span
            >Files, or one zip …</span
          ></label
        >
        <label class="pick"
          ><input type="file" webkitdirectory @change="take" /><span>A folder …</span></label
        >
        <span v-if="busy" role="status" class="soft">Reading …</span>
      </div>
      <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
      <p v-if="!found" class="soft small rule">
        A file is taken for the student whose e-mail address, or all words of whose name, stand in its name,
        or in that of the folder it lies in; else by what stands before the @, or by a family name that only
        one has. Case, accents, order and numbers do not matter. Files of one student are their sheets.
      </p>
      <template v-else>
        <p role="status" class="sum">
          <strong>{{ countOf(found.answers.length, 'answer') }}</strong>: {{ chosen.length }} to be handed
          in<template v-if="unsaid > 0">, {{ unsaid }} to be said</template
          ><template v-if="leftOut > 0">, {{ leftOut }} left out</template>.
          <template v-if="replaced > 0"
            >{{ countOf(replaced, 'student') }} handed in before: what is brought in counts then, and marks
            that were told stay as they were told.</template
          >
        </p>
        <details v-if="found.faults.length > 0" open class="small faults">
          <summary>{{ countOf(found.faults.length, 'file') }} could not be read</summary>
          <ul>
            <li v-for="text in found.faults" :key="text">{{ text }}</li>
          </ul>
        </details>
        <details v-if="found.passedOverCount > 0" class="small">
          <summary>{{ countOf(found.passedOverCount, 'file') }} passed over: none of ours</summary>
          <p class="soft">{{ found.passedOver.join(', ') }}</p>
        </details>
        <table>
          <thead>
            <tr>
              <th scope="col">In the files</th>
              <th scope="col">Sheets</th>
              <th scope="col">Whose</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="line in lines" :key="line.name" :class="{ out: people[line.name] === null }">
              <th scope="row" class="mono">
                {{ nameOf(line)
                }}<span v-if="line.files.length > 1" class="soft"> {{ line.files.length }} files</span>
              </th>
              <td>{{ line.sheets.map(sheet => SHEET_NAMES[sheet]).join(', ') }}</td>
              <td>
                <span v-if="line.fault" class="why">Left out: {{ line.fault }}.</span>
                <template v-else-if="changing.has(line.name)">
                  <select
                    class="slot"
                    :value="people[line.name] ?? 'none'"
                    :aria-label="`Whose is ${nameOf(line)}?`"
                    @change="say(line.name, $event)"
                  >
                    <option value="" disabled>whose is it?</option>
                    <option value="none">nobody’s here: leave it out</option>
                    <option v-for="student in students" :key="student.id" :value="student.id">
                      {{ student.name }}
                    </option>
                  </select>
                </template>
                <template v-else>
                  {{ studentOf(people[line.name])?.name }}
                  <span class="soft small" :class="{ look: line.person?.by === 'family name' }"
                    >by the {{ line.person?.by }}</span
                  >
                  <button
                    type="button"
                    class="plain small"
                    :aria-label="`Change whose ${nameOf(line)} is`"
                    @click="changing.add(line.name)"
                  >
                    Change
                  </button>
                </template>
                <span v-if="isTwice(line.name)" class="fault small"> given twice</span>
                <span v-else-if="studentOf(people[line.name])?.handIn" class="soft small">
                  handed in before ({{ handInNumber(studentOf(people[line.name])!.handIn!.number) }})</span
                >
              </td>
            </tr>
          </tbody>
        </table>
      </template>
    </template>
    <template #footer>
      <span v-if="twice > 0" class="small fault" role="status">A student is given two answers.</span>
      <span v-else-if="unsaid > 0" class="small soft" role="status"
        >Say of {{ unsaid }} whose {{ unsaid === 1 ? 'it is' : 'they are' }}.</span
      >
      <span class="grow" />
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
      <UButton :disabled="!found || busy || unsaid > 0 || twice > 0 || chosen.length === 0" @click="bringIn"
        >Bring in {{ chosen.length > 0 ? chosen.length : '' }}</UButton
      >
    </template>
  </UModal>
</template>

<style scoped>
.choose {
  display: flex;
  flex-wrap: wrap;
  gap: 12px;
  align-items: center;
  margin-bottom: 10px;
}
/* The label is what is pressed; the box within it has the focus. */
.pick {
  position: relative;
  display: inline-block;
  border: 1px solid var(--rule-strong);
  background: var(--sheet);
  padding: 6px 14px;
  font-weight: 600;
  cursor: pointer;
}
.pick input {
  position: absolute;
  inset: 0;
  opacity: 0;
  cursor: pointer;
}
.pick:focus-within {
  outline: 2px solid var(--verdigris);
  outline-offset: 2px;
}
.rule {
  line-height: 1.5;
}
.sum,
.faults {
  margin-bottom: 8px;
}
.fault {
  color: var(--madder);
}
.why,
.look {
  color: var(--ochre);
  font-weight: 600;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}
th,
td {
  text-align: left;
  padding: 5px 10px 5px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: baseline;
}
thead th {
  color: var(--soft);
  font-weight: 600;
  border-color: var(--rule-strong);
}
tbody th {
  font-weight: 400;
  font-size: 12.5px;
  overflow-wrap: anywhere;
  max-width: 320px;
}
.out th {
  color: var(--soft);
}
.grow {
  flex: 1;
}
</style>
