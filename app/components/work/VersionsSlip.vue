<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import { readableContent } from '@nomenklatura/core/sheets'
import type { SheetVersion, SheetVersionContent } from '#shared/answers'

/** What a sheet was: each version can be read, compared with what stands now, and taken back. */
const { exerciseId, sheet, timeZone, readonly } = defineProps<{
  exerciseId: string
  sheet: Sheet
  timeZone: string
  readonly: boolean
}>()
const looking = defineModel<boolean>('open', { required: true })
const store = useWorksheetStore()
const { fault, busy, act } = useAct()

const versions = shallowRef<readonly SheetVersion[]>()
const chosen = shallowRef<SheetVersion>()
const content = ref('')
const isWhole = ref(false)
/** What stood there before one was taken back: to have it again. */
const before = ref<string>()

watch(looking, async isOpen => {
  if (!isOpen) return
  versions.value = chosen.value = before.value = undefined
  await act(async () => {
    await store.send()
    versions.value = await api<SheetVersion[]>(`/exercises/${exerciseId}/sheets/${sheet}/versions`)
  })
})
const look = (version: SheetVersion): Promise<boolean> =>
  act(async () => {
    const found = await api<SheetVersionContent>(
      `/exercises/${exerciseId}/sheets/${sheet}/versions/${version.key}`,
    )
    chosen.value = version
    content.value = found.content
  })

const readable = (text: string): string => readableContent(sheet, text)
const now = computed(() => store.textOf(sheet))
const isSame = computed(() => readable(content.value) === readable(now.value))
const lines = computed(() => (chosen.value ? compareTexts(readable(content.value), readable(now.value)) : []))
const shown = computed(() =>
  isWhole.value || isSame.value ? lines.value.filter(({ is }) => is !== 'now') : lines.value,
)
const IS_WORDS = { 'saved': 'saved', 'set aside': 'set aside', 'handed in': 'handed in' } as const
const nameOf = ({ is, handIn }: SheetVersion): string =>
  handIn ? `handed in, ${handInNumber(handIn.number)}` : IS_WORDS[is]

function takeBack(): void {
  before.value = now.value
  store.takeBack(sheet, content.value)
}
function undo(): void {
  if (before.value !== undefined) store.takeBack(sheet, before.value)
  before.value = undefined
}
</script>

<template>
  <UModal
    v-model:open="looking"
    :title="`Versions of ${SHEET_NAMES[sheet]}`"
    description="What was saved, set aside and handed in. Choose one to compare it with what stands now."
    :ui="{ content: 'max-w-5xl', body: 'min-h-0 overflow-hidden flex flex-col' }"
  >
    <template #body>
      <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
      <p v-if="versions?.length === 0" class="serif soft none">Nothing of this sheet was saved yet.</p>
      <div v-if="versions && versions.length > 0" class="two">
        <ul class="moments" aria-label="Versions, the last first">
          <li v-for="version in versions" :key="version.key">
            <button
              type="button"
              :aria-pressed="chosen?.key === version.key"
              :disabled="busy"
              @click="look(version)"
            >
              <strong>{{ timeInWords(version.at, timeZone) }}</strong>
              <span :class="version.is === 'saved' ? 'soft' : 'other'">{{ nameOf(version) }}</span>
            </button>
          </li>
        </ul>
        <div class="version">
          <p v-if="!chosen" class="serif soft none">Choose a moment.</p>
          <template v-else>
            <div class="head small">
              <span role="status">{{
                isSame
                  ? 'It is what stands now.'
                  : `${countOf(lines.filter(({ is }) => is === 'then').length, 'line')} of then, ${countOf(lines.filter(({ is }) => is === 'now').length, 'line')} of now.`
              }}</span>
              <button
                v-if="!isSame"
                type="button"
                class="plain small"
                :aria-pressed="isWhole"
                @click="isWhole = !isWhole"
              >
                {{ isWhole ? 'Compare it with now' : 'As it was' }}
              </button>
              <NuxtLink
                v-if="chosen.handIn?.hasFeedback"
                :to="`/hand-ins/${chosen.handIn.id}`"
                class="plain small"
                >Its marks</NuxtLink
              >
            </div>
            <ComparedText
              class="text"
              :lines="shown"
              :then="isWhole ? '' : 'then'"
              now="now"
              :label="`${nameOf(chosen)}, as text`"
            >
              <p v-if="shown.length === 0" class="soft">Nothing stood there.</p>
            </ComparedText>
          </template>
        </div>
      </div>
    </template>
    <template #footer>
      <span v-if="before !== undefined" class="small" role="status"
        >Taken back. <button type="button" class="plain small" @click="undo">Undo</button></span
      >
      <span class="grow" />
      <UButton variant="ghost" color="neutral" @click="looking = false">Go on working</UButton>
      <UButton v-if="!readonly" :disabled="!chosen || isSame" @click="takeBack">Take this one back</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.fault {
  color: var(--madder);
}
.none {
  font-style: italic;
}
.two {
  display: grid;
  grid-template-columns: 220px minmax(0, 1fr);
  gap: 20px;
  min-height: 0;
  height: 56vh;
}
.moments {
  overflow-y: auto;
  border-right: 1px solid var(--rule);
}
.moments button {
  width: 100%;
  text-align: left;
  display: flex;
  flex-direction: column;
  padding: 5px 10px;
  cursor: pointer;
  border-left: 3px solid transparent;
  border-bottom: 1px dotted var(--rule);
}
.moments button[aria-pressed='true'] {
  background: var(--verdigris-wash);
  border-left-color: var(--verdigris);
}
.moments span {
  font-size: 12.5px;
}
.other {
  color: var(--ochre);
  font-weight: 600;
}
.version {
  min-width: 0;
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.head {
  display: flex;
  gap: 18px;
  align-items: baseline;
  margin-bottom: 6px;
}
.text {
  flex: 1;
}
.grow {
  flex: 1;
}
@media (max-width: 700px) {
  .two {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: 30% minmax(0, 1fr);
  }
}
</style>
