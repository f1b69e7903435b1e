<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import type { HandInAnswer, WorkOfAnswer } from '#shared/answers'

/** What one person made: every sheet at every moment it was saved or handed in, read only. */
const route = useRoute('exercises-exerciseId-people-personId')
const router = useRouter()
const exerciseId = computed(() => String(route.params.exerciseId))
const personId = computed(() => String(route.params.personId))
const {
  answer: work,
  error,
  code,
  reload,
} = useAnswer<WorkOfAnswer>(() => `/exercises/${exerciseId.value}/people/${personId.value}/work`)
const sheet = computed<Sheet | undefined>(() => {
  const asked = route.query.sheet
  const sheets = work.value?.sheets ?? []
  return sheets.find(name => name === asked) ?? sheets[0]
})
const askedHandIn = computed(() =>
  typeof route.query.handIn === 'string' ? route.query.handIn : work.value?.attempts.at(-1)?.id,
)
const { fault, moments, moment, at, other, against, contentOf, load, choose, step, play, isPlaying } =
  useMoments(
    () => exerciseId.value,
    () => personId.value,
    sheet,
  )
watch([sheet, work], () => void load(askedHandIn.value), { immediate: true })

function turn(to: Sheet): void {
  void router.replace({ query: { ...route.query, sheet: to, handIn: moment.value?.handIn?.id } })
}
function turnBy(by: number): void {
  const sheets = work.value?.sheets ?? []
  const next = sheets[sheets.indexOf(sheet.value!) + by]
  if (next) turn(next)
}

/* What is known of the attempt that is looked at */
const attempt = computed(() => work.value?.attempts.find(({ id }) => id === moment.value?.handIn?.id))
const handIns = shallowReactive(new Map<string, HandInAnswer>())
const handIn = computed(() => attempt.value && handIns.get(attempt.value.id))
watch(attempt, async asked => {
  if (!asked || handIns.has(asked.id)) return
  try {
    handIns.set(asked.id, await api<HandInAnswer>(`/hand-ins/${asked.id}`))
  } catch (problem) {
    fault.value = errorInWords(problem)
  }
})
const rules = computed(() =>
  (handIn.value?.marking?.cells ?? []).map(cell => ({
    sheet: cell.sheet,
    verdict: shownVerdict(handIn.value!, cell.rule, cell.sheet),
    because: cell.because.map(({ place }) => ({ place: place ?? null })),
  })),
)

const content = computed(() => contentOf(moment.value))
const before = computed(() => (other.value ? contentOf(other.value) : undefined))
const handedIn = computed(() => moments.value?.filter(version => version.handIn) ?? [])
const where = computed(() =>
  moment.value ? `${at.value + 1} of ${countOf(moments.value!.length, 'version')}` : '',
)
const deskLink = computed(() => ({
  path: `/exercises/${exerciseId.value}/desk`,
  query: attempt.value ? { handIn: attempt.value.id } : {},
}))
/** Whether something was saved after the last hand-in: work in progress. */
const isInProgress = computed(() => work.value?.hasBegun === true && moments.value?.at(-1)?.handIn === null)

const keys = computed(() => [
  { key: 'ArrowLeft', what: 'the version before', run: () => step(-1) },
  { key: 'ArrowRight', what: 'the version after', run: () => step(1) },
  { key: 'P', what: 'play the versions one after the other, or stop', run: play },
  {
    key: 'D',
    what: 'compare with the version before, or not',
    run: () => {
      against.value = against.value === '' ? 'before' : ''
    },
  },
  ...((work.value?.sheets.length ?? 0) > 1
    ? [
        { key: ']', what: 'next sheet', run: () => turnBy(1) },
        { key: '[', what: 'previous sheet', run: () => turnBy(-1) },
      ]
    : []),
  { key: 'V', what: 'back to the marking desk', run: () => void router.push(deskLink.value) },
])
useKeys(() => keys.value)
</script>

<template>
  <div class="screen">
    <TopLine
      :title="work ? `Work of ${work.name}` : 'Work'"
      :crumbs="
        work
          ? [
              { name: work.exercise.courseName, to: `/courses/${work.exercise.courseId}` },
              { name: work.exercise.title, to: `/exercises/${exerciseId}/set` },
            ]
          : []
      "
    >
      <template v-if="work" #state>
        <span v-if="isInProgress" class="soft">being worked on</span>
        <NuxtLink :to="deskLink" class="plain">Marking desk</NuxtLink>
        <NuxtLink :to="`/exercises/${exerciseId}/ledger`" class="plain">Class ledger</NuxtLink>
      </template>
    </TopLine>
    <PageState v-if="!work" :error="error" :code="code" @again="reload" />
    <main v-else-if="moments?.length === 0 && work.sheets.length === 1" id="main" class="page">
      <section class="empty paper">
        <h2>Nothing yet.</h2>
        <p class="serif">
          {{ work.name }} {{ work.hasBegun ? 'has begun, and saved nothing so far' : 'has not begun' }}.
        </p>
      </section>
    </main>
    <main v-else id="main" class="work-of">
      <aside class="side left" aria-label="Versions">
        <nav v-if="work.sheets.length > 1" class="sheets" aria-label="Sheets">
          <button
            v-for="name in work.sheets"
            :key="name"
            type="button"
            :aria-pressed="name === sheet"
            @click="turn(name)"
          >
            {{ SHEET_NAMES[name] }}
          </button>
        </nav>
        <MomentList
          v-if="moments && moments.length > 0"
          :moments="moments"
          :chosen="moment?.key"
          :attempts="work.attempts"
          :time-zone="work.exercise.timeZone"
          @choose="choose"
        />
        <p v-else-if="moments" class="serif soft none">Nothing of this sheet was saved.</p>
        <p class="keys-hint soft tiny"><kbd>←</kbd> <kbd>→</kbd> before, after · <kbd>?</kbd> keys</p>
      </aside>
      <section class="centre">
        <div v-if="moment" class="head">
          <button type="button" class="plain" :disabled="at <= 0" @click="step(-1)">← Before</button>
          <button type="button" class="plain" :disabled="at >= (moments?.length ?? 0) - 1" @click="step(1)">
            After →
          </button>
          <button type="button" class="plain" :disabled="(moments?.length ?? 0) < 2" @click="play">
            {{ isPlaying ? 'Stop' : 'Play from here' }} <kbd>P</kbd>
          </button>
          <span role="status" class="soft small">{{ where }}</span>
          <label class="small against"
            >Compare with
            <select v-model="against" class="slot">
              <option value="">nothing</option>
              <option value="before">the version before</option>
              <option
                v-for="version in handedIn.filter(({ key }) => key !== moment?.key)"
                :key="version.key"
                :value="version.key"
              >
                {{ handInNumber(version.handIn!.number) }}
              </option>
            </select></label
          >
        </div>
        <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
        <p v-else-if="against === 'before' && moment && !other" class="soft small first">
          It is the first version: there is none before it.
        </p>
        <div class="stood" tabindex="0" role="region" :aria-label="`What ${work.name} had on the sheet`">
          <StoodSheet
            v-if="moment && sheet && content !== undefined"
            :sheet="sheet"
            :content="content"
            :before="before"
            :name="work.name"
            :closures="work.closures"
            :rules="rules"
          />
          <p v-else-if="moment && !fault" class="soft" role="status">…</p>
        </div>
      </section>
      <aside class="side right" aria-label="What is known of it">
        <WorkRemarks
          v-if="attempt && sheet"
          :attempt="attempt"
          :hand-in="handIn"
          :sheet="sheet"
          :time-zone="work.exercise.timeZone"
        />
        <p v-else-if="moment" class="serif soft note">
          {{
            moment.is === 'saved'
              ? 'Saved at this moment. Verdicts stand beside what was handed in.'
              : 'Set aside, since another window had saved first: it does not count.'
          }}
        </p>
        <UButton v-if="attempt" block variant="outline" color="neutral" :to="deskLink">
          To the marking desk <kbd class="key">V</kbd>
        </UButton>
      </aside>
    </main>
    <KeysSlip :keys="keys" />
  </div>
</template>

<style scoped>
.screen {
  height: 100vh;
  display: flex;
  flex-direction: column;
  overflow: hidden;
}
.empty {
  padding: 22px 26px;
  max-width: 560px;
}
.work-of {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: 228px minmax(0, 1fr) 244px;
}
.side {
  min-height: 0;
  display: flex;
  flex-direction: column;
}
.left {
  border-right: 1px solid var(--rule-strong);
}
.sheets {
  display: grid;
  border-bottom: 1px solid var(--rule-strong);
  padding: 8px 0;
}
.sheets button {
  text-align: left;
  padding: 4px 16px;
  cursor: pointer;
  font-weight: 600;
  color: var(--soft);
  outline-offset: -2px !important;
}
.sheets button[aria-pressed='true'] {
  color: var(--ink);
  box-shadow: inset 3px 0 0 var(--ink);
}
.none {
  padding: 12px 16px;
  font-style: italic;
  flex: 1;
}
.keys-hint {
  padding: 8px 16px;
  border-top: 1px solid var(--rule);
}
.centre {
  min-height: 0;
  min-width: 0;
  display: flex;
  flex-direction: column;
}
.head {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  align-items: baseline;
  padding: 8px 20px;
  border-bottom: 1px solid var(--rule-strong);
}
.against {
  margin-left: auto;
}
.stood {
  flex: 1;
  min-height: 0;
  overflow: auto;
  padding: 12px 20px 28px;
  outline-offset: -3px !important;
}
.stood :deep(pre),
.stood :deep(.view) {
  max-height: none;
}
.right {
  border-left: 1px solid var(--rule-strong);
  overflow-y: auto;
  padding: 14px 16px;
  gap: 18px;
}
.note {
  font-style: italic;
}
.fault {
  color: var(--madder);
}
.fault,
.first {
  padding: 6px 20px 0;
}
@media (max-width: 1199px) {
  .work-of {
    grid-template-columns: 190px minmax(0, 1fr) 214px;
  }
}
@media (max-width: 1023px) {
  .screen {
    height: auto;
    overflow: visible;
  }
  .work-of {
    display: block;
  }
  .left,
  .right {
    border: 0;
  }
  .left {
    max-height: 40vh;
  }
}
</style>
