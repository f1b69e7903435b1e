<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'
import type { GroupDecision, GroupDecisionAnswer, HandInAnswer, MistakeGroup, Totals } from '#shared/answers'

/** All hand-ins with the same mistake, and one decision for those that are ticked. */
const { exerciseId, handIn, rule, sheet } = defineProps<{
  exerciseId: string
  handIn: HandInAnswer
  rule: { readonly id: string; readonly sentence: string }
  sheet: Sheet
  reasons: readonly string[]
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ done: [words: string, undo: () => Promise<GroupDecisionAnswer>] }>()
type Decidable = Exclude<Verdict, 'cannot tell'>

const {
  answer: groups,
  error,
  reload,
} = useAnswer<MistakeGroup[]>(() => `/exercises/${exerciseId}/rules/${rule.id}/mistakes`)
const group = computed(() =>
  groups.value?.find(other => other.sheet === sheet && other.handIns.some(({ id }) => id === handIn.id)),
)
const own = handIn.overrides.find(other => other.rule === rule.id && other.sheet === sheet)
const verdict = ref<Decidable | 'engine'>(own?.verdict ?? 'upheld')
const reason = ref(own?.reason ?? '')
const chosen = shallowRef<ReadonlySet<string>>(new Set())
// Where somebody decided by hand, that stands unless it is ticked.
watch(group, found => {
  chosen.value = new Set(
    (found?.handIns ?? []).filter(line => !line.decided && !line.isReleased).map(({ id }) => id),
  )
})
/* What each would come to, asked anew with each verdict. */
const after = shallowRef<Readonly<Record<string, Totals>>>({})
watch(
  [group, verdict],
  async ([found, wanted]) => {
    after.value = {}
    if (!found) return
    const asked = await api<Record<string, Totals>>(
      `/exercises/${exerciseId}/rules/${rule.id}/decisions/${sheet}/preview`,
      {
        method: 'POST',
        body: { verdict: wanted === 'engine' ? null : wanted, handIns: found.handIns.map(({ id }) => id) },
      },
    ).catch(() => ({}))
    if (wanted === verdict.value) after.value = asked
  },
  { immediate: true },
)
const inPoints = (points: Totals, next: Totals | undefined): string =>
  `${pointsText(points.got)}${next && next.got !== points.got ? ` → ${pointsText(next.got)}` : ''} of ${pointsText(points.of)}`
const listed = computed(() =>
  (group.value?.handIns ?? []).map(({ id, name, points, ofRule, decided, isReleased }) => ({
    id,
    name,
    isOff: isReleased,
    note: [
      `${inPoints(points, after.value[id])}, this rule ${pointsText(ofRule.got)} of ${pointsText(ofRule.of)}`,
      ...(decided ? [`${decided.verdict}, by ${decided.by}`] : []),
      ...(isReleased ? ['released'] : []),
    ].join('; '),
  })),
)
const mayDecide = computed(
  () => chosen.value.size > 0 && (verdict.value === 'engine' || reason.value.trim() !== ''),
)

const { fault, busy, act } = useAct()
const send = (decisions: readonly GroupDecision[]): Promise<GroupDecisionAnswer> =>
  api<GroupDecisionAnswer>(`/exercises/${exerciseId}/rules/${rule.id}/decisions/${sheet}`, {
    method: 'PUT',
    body: { decisions },
  })

async function decide(): Promise<void> {
  const lines = group.value!.handIns.filter(({ id }) => chosen.value.has(id))
  const to = verdict.value === 'engine' ? null : verdict.value
  await act(async () => {
    const { decided, left } = await send(
      lines.map(({ id, version }) => ({
        handInId: id,
        version,
        verdict: to,
        reason: to === null ? '' : reason.value.trim(),
      })),
    )
    const back = lines.filter(({ id }) => decided.includes(id)).map(asItWas)
    open.value = false
    emit(
      'done',
      `Set for ${decided.length}${left.length > 0 ? `; ${left.length} left as they are: ${left[0]!.why}` : ''}`,
      () => send(back),
    )
  })
}
/** The decision that puts a line back to how it stood before this one. */
const asItWas = ({ id, version, decided }: MistakeGroup['handIns'][number]): GroupDecision => ({
  handInId: id,
  version: version + 1,
  verdict: (decided?.verdict as Decidable | undefined) ?? null,
  reason: decided?.reason ?? '',
})
</script>

<template>
  <UModal
    v-model:open="open"
    title="Same as others"
    :description="`Rule ${rule.id.slice(1)}, ${SHEET_NAMES[sheet]}: ${rule.sentence}`"
    :ui="{ content: 'max-w-2xl' }"
  >
    <template #body>
      <p v-if="error" role="alert">
        {{ error }} <button type="button" class="plain" @click="reload">Try again</button>
      </p>
      <p v-else-if="groups && !group" class="serif">
        The engine finds nothing wrong here, so there is no mistake to look for in others.
      </p>
      <template v-if="group">
        <p v-for="(sentence, i) in group.because" :key="i" class="serif">{{ sentence }}</p>
        <DeskWho v-model:chosen="chosen" :lines="listed" label="Who did the same" />
        <form id="same" class="form" @submit.prevent="decide">
          <label class="small"
            >For all that are ticked
            <select v-model="verdict">
              <option v-for="(_, name) in VERDICT_KEY" :key="name" :value="name">{{ name }}</option>
              <option value="engine">the engine’s own</option>
            </select></label
          >
          <label v-if="verdict !== 'engine'" class="small"
            >Why? The students read this.
            <UInput v-model="reason" maxlength="500" class="w-full" />
          </label>
          <template v-if="verdict !== 'engine'">
            <button
              v-for="last in reasons"
              :key="last"
              type="button"
              class="plain small last"
              @click="reason = last"
            >
              “{{ last }}”
            </button>
          </template>
        </form>
      </template>
      <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it</UButton>
      <UButton v-if="group" type="submit" form="same" :disabled="!mayDecide || busy"
        >Set for {{ chosen.size }}</UButton
      >
    </template>
  </UModal>
</template>

<style scoped>
.form {
  display: grid;
  gap: 8px;
}
.last {
  text-align: left;
}
select {
  background: transparent;
  border-bottom: 1.5px solid var(--ink);
  font-weight: 650;
}
option {
  background: var(--sheet);
}
.fault {
  color: var(--madder);
}
</style>
