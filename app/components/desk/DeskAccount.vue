<script setup lang="ts">
import type { DeskAnswer, HandInAnswer } from '#shared/answers'

/** From what one begins with to what is left; each line leads to its evidence. */
const { desk, handIn } = defineProps<{ desk: DeskAnswer; handIn: HandInAnswer }>()
const emit = defineEmits<{ choose: [rule: string] }>()
const lines = computed(() => handIn.points?.account ?? [])
const sentence = (rule: string): string => desk.rules.find(({ id }) => id === rule)?.sentence ?? ''
const KIND = {
  'broken': 'broken',
  'too strict': 'too strict',
  'not shown': 'not shown',
  'open': 'to be decided',
  'needs constraint': 'counts only beside a demand',
  'follows': 'follows, nothing off',
  'carried over': 'carried over, nothing off',
} as const
</script>

<template>
  <section aria-label="Account">
    <h2>Account</h2>
    <template v-if="handIn.points">
      <table>
        <tbody>
          <tr>
            <td class="amount">{{ pointsText(handIn.points.of) }}</td>
            <td>to begin with</td>
          </tr>
          <tr
            v-for="line in lines"
            :key="`${line.rule} ${line.sheet} ${line.kind}`"
            :class="line.kind.replace(' ', '-')"
          >
            <td class="amount">
              {{
                line.thousandths === 0
                  ? '·'
                  : line.kind === 'open'
                    ? `${pointsText(line.thousandths)} open`
                    : `less ${pointsText(line.thousandths)}`
              }}
            </td>
            <td>
              <button type="button" class="line serif" @click="emit('choose', line.rule)">
                rule {{ line.rule.slice(1) }}: {{ sentence(line.rule) }}
                <span class="soft tiny">{{ KIND[line.kind] }}{{ line.overridden ? ', by hand' : '' }}</span>
              </button>
            </td>
          </tr>
          <tr v-if="handIn.points.late > 0">
            <td class="amount lost">less {{ pointsText(handIn.points.late) }}</td>
            <td class="serif">{{ lateInWords(handIn.lateBySeconds) }}</td>
          </tr>
        </tbody>
      </table>
      <p class="sum">
        <strong class="serif" data-sum>{{ pointsText(handIn.points.got) }}</strong>
        <span class="soft">{{
          handIn.points.open > 0
            ? `${pointsText(handIn.points.open)} more if all open points are given`
            : `of ${pointsText(handIn.points.of)}`
        }}</span>
      </p>
    </template>
    <p v-else-if="handIn.markingFault" class="open-fault small">
      It could not be marked. “Mark all again” tries it anew; until then it holds up no other.
    </p>
    <p v-else class="soft small" role="status">being marked …</p>
  </section>
</template>

<style scoped>
table {
  width: 100%;
  border-collapse: collapse;
  margin-top: 6px;
  font-size: 13.5px;
}
td {
  padding: 6px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: top;
}
.amount {
  width: 54px;
  padding-right: 8px;
  text-align: right;
  white-space: nowrap;
  color: var(--ink);
}
.broken .amount,
.not-shown .amount,
.needs-constraint .amount,
.lost {
  color: var(--madder);
}
.too-strict .amount {
  color: var(--ochre);
}
.open .amount {
  color: var(--slate);
  white-space: normal;
}
.line {
  text-align: left;
  cursor: pointer;
  line-height: 1.35;
}
.line:hover {
  text-decoration: underline;
  text-decoration-thickness: 1px;
  text-underline-offset: 3px;
}
.sum {
  display: flex;
  align-items: baseline;
  gap: 12px;
  padding: 8px 0;
}
.sum strong {
  font-size: 26px;
}
</style>
