<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import {
  isCellLine,
  sumLineInWords,
  type AccountLine,
  type CellLine,
  type SumLine,
} from '@nomenklatura/core/marking'
import { reasonInWords } from '@nomenklatura/core/words'
import type { DeskAnswer, HandInAnswer } from '#shared/answers'

/** From what one begins with to what is left; each line says its cause and leads to its evidence. */
const { desk, handIn } = defineProps<{ desk: DeskAnswer; handIn: HandInAnswer }>()
const emit = defineEmits<{ choose: [rule: string, sheet: Sheet] }>()
const lines = computed(() => handIn.points?.account ?? [])
/** Why the line is there: what was said by hand, the first reason of the verdict, else the rule itself. */
function causeOf({ rule, sheet }: CellLine): string {
  const isCell = (other: { rule: string; sheet: string }): boolean =>
    other.rule === rule && other.sheet === sheet
  const byHand = handIn.overrides.find(isCell)
  if (byHand) return byHand.reason
  const [first] = handIn.marking?.cells.find(isCell)?.because ?? []
  return first ? reasonInWords(first) : (desk.rules.find(({ id }) => id === rule)?.sentence ?? '')
}
/** The student was told other points than it has by now. */
const isToldOtherwise = computed(
  () =>
    handIn.told !== null &&
    handIn.points !== null &&
    (handIn.told.got !== handIn.points.got || handIn.told.of !== handIn.points.of),
)
const amountOf = ({ kind, thousandths }: AccountLine): string => {
  if (thousandths === 0) return '·'
  if (thousandths < 0) return `${pointsText(-thousandths)} more`
  return kind === 'open' || kind === 'open criterion'
    ? `${pointsText(thousandths)} open`
    : `less ${pointsText(thousandths)}`
}
const marksOf = ({ kind, overridden }: CellLine): string => `${KIND[kind]}${overridden ? ', by hand' : ''}`
/** The words of a line that is no cell's: without the amount, which stands beside. */
const saidOf = (line: SumLine): string => capital(sumLineInWords(line).replace(/^[^,]*, /, ''))
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)
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
  <section class="account" aria-label="Account">
    <h2>Account</h2>
    <template v-if="handIn.points">
      <div class="lines" tabindex="0" role="region" aria-label="Lines of the account">
        <table>
          <tbody>
            <tr>
              <td class="amount">{{ pointsText(handIn.points.of) }}</td>
              <td>to begin with</td>
            </tr>
            <tr
              v-for="(line, i) in lines"
              :key="isCellLine(line) ? `${line.rule} ${line.sheet} ${line.kind}` : i"
              :class="line.kind.replace(' ', '-')"
            >
              <td class="amount">{{ amountOf(line) }}</td>
              <td>
                <span v-if="!isCellLine(line)" class="serif cause">{{ saidOf(line) }}</span>
                <button v-else type="button" class="line" @click="emit('choose', line.rule, line.sheet)">
                  <span class="tiny"
                    >rule {{ line.rule.slice(1)
                    }}{{ desk.sheets.length > 1 ? `, ${SHEET_NAMES[line.sheet]}` : '' }}
                    <span class="soft">{{ marksOf(line) }}</span></span
                  >
                  <span class="serif cause">{{ causeOf(line) }}</span>
                </button>
              </td>
            </tr>
            <tr v-if="handIn.points.late > 0">
              <td class="amount lost">less {{ pointsText(handIn.points.late) }}</td>
              <td class="serif">{{ lateInWords(handIn.lateBySeconds) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p v-if="isToldOtherwise" class="small told">
        Told: {{ pointsText(handIn.told!.got) }} of {{ pointsText(handIn.told!.of) }}. As it stands now:
      </p>
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
.account {
  flex: 0 1 auto;
  min-height: 200px;
  display: flex;
  flex-direction: column;
}
.lines {
  flex: 0 1 auto;
  min-height: 0;
  overflow-y: auto;
}
.cause {
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 4;
  line-clamp: 4;
  overflow: hidden;
  overflow-wrap: anywhere;
}
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
.group .amount,
.criterion .amount,
.cap .amount {
  color: var(--madder);
}
.open-criterion .amount,
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

.told {
  color: var(--ochre);
  font-weight: 600;
  padding-top: 6px;
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
