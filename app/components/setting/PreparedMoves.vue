<script setup lang="ts">
import type { PreparedAnswer } from '#shared/answers'

/** Who moves by a prepared change: from what, to what, by which rule. */
const { prepared, isMarked } = defineProps<{
  prepared: PreparedAnswer
  isMarked: boolean
  fault: string
}>()
const open = defineModel<boolean>('open', { required: true })
const emit = defineEmits<{ take: []; drop: [] }>()

type Move = PreparedAnswer['moves'][number]
const gain = ({ before, after }: Move): number => after.got - before.got
/** Who gets other points, or has others open; that the whole is another is said once for all. */
const moves = computed(() =>
  prepared.moves
    .filter(move => gain(move) !== 0 || move.before.open !== move.after.open)
    .sort((a, b) => gain(a) - gain(b) || (a.name < b.name ? -1 : 1)),
)
const whole = computed(() => {
  const [first] = prepared.moves
  return first && first.before.of !== first.after.of
    ? ` The whole is ${pointsText(first.after.of)} points instead of ${pointsText(first.before.of)}.`
    : ''
})
const summary = computed(() => {
  const count = (is: (move: Move) => boolean): number => moves.value.filter(is).length
  const told = count(({ isReleased }) => isReleased)
  const who =
    moves.value.length === 0
      ? 'Nobody moves.'
      : `${moves.value.length} of ${countOf(prepared.of, 'student')} move: ${count(move => gain(move) > 0)} up, ${count(move => gain(move) < 0)} down.`
  const stays =
    told > 0
      ? ` The marks of ${told} of them are told: they stay as they were told until they are released again.`
      : ''
  return `${who}${whole.value}${stays}`
})
/** How many move by each rule, the one with most first. */
const byRule = computed(() => {
  const counts = new Map<string, number>()
  for (const { rule } of moves.value.flatMap(({ rules }) => rules))
    counts.set(rule, (counts.get(rule) ?? 0) + 1)
  return [...counts].sort(([, a], [, b]) => b - a)
})
const SHOWN_RULES = 6
const rulesInWords = ({ rules }: Move): string => {
  const shown = rules
    .slice(0, SHOWN_RULES)
    .map(({ rule, before, after }) => `rule ${rule.slice(1)}: ${pointsText(before)} → ${pointsText(after)}`)
  return [...shown, ...(rules.length > SHOWN_RULES ? [`${rules.length - SHOWN_RULES} more`] : [])].join('; ')
}
const totalText = ({ got, open: still, of }: Move['before']): string =>
  `${pointsText(got)}${still > 0 ? ` + ${pointsText(still)} open` : ''} of ${pointsText(of)}`
</script>

<template>
  <UModal
    v-model:open="open"
    title="Who moves by it"
    description="The same hand-ins, marked under the version that counts and under the one that is prepared. No mark changes until you take it."
    :ui="{ content: 'max-w-4xl' }"
  >
    <template #body>
      <ul class="serif changes">
        <li v-for="change in prepared.changes" :key="change">{{ change }}</li>
      </ul>
      <p role="status" class="summary">
        {{ isMarked ? summary : `Marked ${prepared.marked} of ${prepared.of} …` }}
      </p>
      <p v-if="isMarked && byRule.length > 0" class="small soft">
        By rule:
        {{ byRule.map(([rule, count]) => `rule ${rule.slice(1)} (${countOf(count, 'student')})`).join(', ') }}
      </p>
      <p v-if="fault" role="alert" class="fault small">{{ fault }}</p>
      <div v-if="moves.length > 0" class="scroll" tabindex="0" role="region" aria-label="Who moves">
        <table>
          <thead>
            <tr>
              <th scope="col">Student</th>
              <th scope="col">now</th>
              <th scope="col">then</th>
              <th scope="col">by</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="move in moves" :key="move.handInId">
              <th scope="row">
                {{ move.name }} <span v-if="move.isReleased" class="soft tiny">told already</span>
              </th>
              <td class="num">{{ totalText(move.before) }}</td>
              <td class="num" :class="{ down: gain(move) < 0, up: gain(move) > 0 }">
                {{ totalText(move.after) }}
              </td>
              <td class="small">{{ rulesInWords(move) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
    </template>
    <template #footer>
      <UButton variant="ghost" color="neutral" @click="open = false">Leave it prepared</UButton>
      <UButton variant="outline" color="neutral" @click="emit('drop')">Drop it</UButton>
      <UButton :disabled="!isMarked" @click="emit('take')">Take it</UButton>
    </template>
  </UModal>
</template>

<style scoped>
.changes {
  list-style: disc;
  padding-left: 20px;
  max-height: 18vh;
  overflow: auto;
  overflow-wrap: anywhere;
}
.summary {
  margin: 10px 0 4px;
  font-weight: 650;
}
.scroll {
  max-height: 40vh;
  overflow: auto;
  margin-top: 8px;
}
table {
  width: 100%;
  border-collapse: collapse;
  font-size: 13.5px;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--sheet);
  color: var(--soft);
  text-align: left;
  font-size: 12.5px;
}
th,
td {
  padding: 5px 14px 5px 0;
  border-bottom: 1px solid var(--rule);
  text-align: left;
  font-weight: 400;
  vertical-align: top;
}
tbody th {
  font-weight: 600;
}
.num {
  white-space: nowrap;
}
.down {
  color: var(--madder);
  font-weight: 650;
}
.up {
  color: var(--verdigris);
  font-weight: 650;
}
.fault {
  color: var(--madder);
}
</style>
