<script setup lang="ts">
import { SHEET_NAMES, type Sheet } from '@nomenklatura/core/findings'
import type { DeskAnswer, HandInAnswer } from '#shared/answers'

/** The rule sheet with the verdicts of the hand-in in hand, a column for each sheet. */
const { handIn, rule } = defineProps<{
  desk: DeskAnswer
  handIn: HandInAnswer
  rule: string
  inHand: Sheet | undefined
}>()
const emit = defineEmits<{ choose: [rule: string, sheet?: Sheet] }>()
const rulesBody = useTemplateRef<HTMLElement>('rulesBody')

/** The chosen rule is in sight, whichever of the hand-in and the choice comes last. */
watch(
  [() => handIn.id, () => rule, rulesBody],
  () => rulesBody.value?.querySelector('.chosen')?.scrollIntoView({ block: 'nearest' }),
  { flush: 'post' },
)
function focus(): void {
  const row = rulesBody.value?.querySelector<HTMLElement>(`[data-rule="${rule}"] button`)
  row?.focus({ preventScroll: true })
  row?.scrollIntoView({ block: 'nearest' })
}
defineExpose({ focus })
</script>

<template>
  <div ref="rulesBody" class="rules" tabindex="-1">
    <table class="sheet">
      <caption class="visually-hidden">
        Rules and verdicts of
        {{
          handIn.name
        }}
      </caption>
      <thead>
        <tr>
          <th scope="col">
            <h2>
              Rule sheet
              <span class="soft small"
                >{{ countOf(desk.rules.length, 'rule') }} · {{ handIn.name }} ·
                {{ handInNumber(handIn.number) }}</span
              >
            </h2>
          </th>
          <th v-for="sheet in desk.sheets" :key="sheet" scope="col">{{ SHEET_NAMES[sheet] }}</th>
          <th scope="col" class="number">points</th>
        </tr>
      </thead>
      <tbody>
        <tr
          v-for="entry in desk.rules"
          :key="entry.id"
          :data-rule="entry.id"
          :class="{ chosen: entry.id === rule }"
        >
          <td>
            <button
              type="button"
              class="serif"
              :aria-pressed="entry.id === rule"
              @click="emit('choose', entry.id)"
            >
              <span class="soft no">{{ entry.id.slice(1) }}</span>{{ entry.sentence }}
            </button>
          </td>
          <td
            v-for="sheet in desk.sheets"
            :key="sheet"
            class="sign-cell"
            :class="{ 'in-hand': desk.sheets.length > 1 && entry.id === rule && sheet === inHand }"
            @click="emit('choose', entry.id, sheet)"
          >
            <VerdictSign
              v-if="isAskedOf(handIn, entry.id, sheet)"
              :verdict="shownVerdict(handIn, entry.id, sheet)"
            /><span v-if="isDecidedByHand(handIn, entry.id, sheet)" class="hand" title="decided by hand"
              >✎<span class="visually-hidden"> by hand</span></span
            >
          </td>
          <td class="number">
            <template v-if="handIn.points?.byRule[entry.id]"
              >{{ pointsText(handIn.points.byRule[entry.id]!.got)
              }}<span
                v-if="handIn.points.byRule[entry.id]!.got < handIn.points.byRule[entry.id]!.of"
                class="of"
              >
                of {{ pointsText(handIn.points.byRule[entry.id]!.of) }}</span
              ></template
            >
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.rules {
  flex: 0 1 46%;
  min-height: 150px;
  overflow-y: auto;
  padding: 0 20px;
  outline: none !important;
  border-bottom: 1px solid var(--rule-strong);
}
.sheet {
  width: 100%;
  border-collapse: collapse;
}
thead th {
  position: sticky;
  top: 0;
  background: var(--ground);
  z-index: 1;
  text-align: left;
  font-size: 13.5px;
  color: var(--soft);
  font-weight: 600;
  padding: 9px 8px 6px;
  box-shadow: inset 0 -1px 0 var(--rule-strong);
}
thead h2 {
  color: var(--ink);
  font-size: 17px;
}
td {
  border-bottom: 1px solid var(--rule);
  padding: 0 8px;
  vertical-align: middle;
}
td:first-child {
  padding: 0;
}
td button {
  width: 100%;
  text-align: left;
  padding: 4px 8px 4px 34px;
  text-indent: -26px;
  cursor: pointer;
  font-size: 15px;
  line-height: 1.35;
  border-left: 3px solid transparent;
  outline-offset: -2px !important;
}
.no {
  display: inline-block;
  width: 26px;
  text-indent: 0;
  font: 12px var(--font-sans);
}
/* The chosen rule lies between others, not on the edge. */
tbody tr {
  scroll-margin-block: 76px 44px;
}
.chosen {
  background: var(--sheet);
}
.in-hand {
  box-shadow: inset 0 -3px 0 var(--ink);
}
.chosen button {
  border-left-color: var(--ink);
  font-weight: 650;
}
.sign-cell {
  width: 74px;
  white-space: nowrap;
}
.of {
  color: var(--madder);
}
.hand {
  margin-left: 5px;
  color: var(--soft);
}
th.number,
td.number {
  width: 84px;
  text-align: right;
  font-size: 13.5px;
  white-space: nowrap;
}
@media (max-width: 1023px) {
  .rules {
    max-height: 60vh;
  }
}
@media print {
  .rules {
    max-height: none;
    overflow: visible;
  }
}
</style>
