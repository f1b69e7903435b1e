<script setup lang="ts">
import { wording, type Sheet } from '@nomenklatura/core/findings'
import type { Verdict } from '@nomenklatura/core/rules'
import type { HandInAnswer, WorkOfAnswer } from '#shared/answers'

/** What is known of an attempt: its points, the rules it misses in this sheet, findings, what serves no rule, comments. */
const { attempt, handIn, sheet, timeZone } = defineProps<{
  attempt: WorkOfAnswer['attempts'][number]
  /** Undefined while it is on its way. */
  handIn: HandInAnswer | undefined
  sheet: Sheet
  timeZone: string
}>()
const findings = computed(() => handIn?.marking?.findings.filter(found => found.sheet === sheet) ?? [])
const surplus = computed(() => handIn?.marking?.surplus ?? [])
const missed = computed(() => {
  const verdicts = handIn?.marking?.cells.filter(cell => cell.sheet === sheet) ?? []
  const counted = { 'broken': 0, 'too strict': 0, 'not shown': 0, 'cannot tell': 0, 'upheld': 0 }
  for (const { rule } of verdicts) counted[shownVerdict(handIn!, rule, sheet)]++
  return Object.entries(counted).filter(([, count]) => count > 0) as [Verdict, number][]
})
const SIGNS = { error: '✕', flaw: '!', habit: '·', remark: '·' } as const
</script>

<template>
  <section class="remarks" aria-label="What is known of this attempt">
    <header>
      <h2>{{ handInNumber(attempt.number) }}</h2>
      <p class="soft small">
        attempt {{ attempt.attempt }}, {{ timeInWords(attempt.handedInAt, timeZone)
        }}<template v-if="attempt.lateBySeconds > 0">, {{ lateInWords(attempt.lateBySeconds) }}</template
        ><template v-if="attempt.isAutomatic">, collected when it was due</template
        ><template v-if="attempt.broughtInBy">, brought in by {{ attempt.broughtInBy }}</template>
      </p>
      <p v-if="attempt.points" class="points serif">
        <strong>{{ pointsText(attempt.points.got) }}</strong> of {{ pointsText(attempt.points.of)
        }}<span v-if="attempt.points.open > 0" class="open">
          + {{ pointsText(attempt.points.open) }} open</span
        >
      </p>
      <p v-else class="soft small">
        {{
          attempt.state === 'could not be marked'
            ? 'It could not be marked.'
            : 'Not marked by the rule sheet that counts now: only the last attempt is.'
        }}
      </p>
      <p v-if="attempt.told" class="small soft">
        Told: {{ pointsText(attempt.told.got) }} of {{ pointsText(attempt.told.of) }}
      </p>
    </header>
    <ul v-if="missed.length > 0" class="verdicts">
      <li v-for="[verdict, count] in missed" :key="verdict">
        <VerdictSign :verdict="verdict" /> {{ count }} {{ verdict }}
      </li>
    </ul>
    <section v-if="findings.length > 0">
      <h3>{{ countOf(findings.length, 'finding') }}</h3>
      <ul class="findings">
        <li v-for="(finding, i) in findings" :key="i" :class="finding.severity">
          <span aria-hidden="true" class="sign">{{ SIGNS[finding.severity] }}</span>
          <span class="visually-hidden">{{ finding.severity }}: </span>
          <span class="serif">{{ wording(finding).message }}</span>
        </li>
      </ul>
    </section>
    <section v-if="surplus.length > 0">
      <h3>Serves no rule</h3>
      <p class="mono small">{{ surplus.join(', ') }}</p>
    </section>
    <section v-if="attempt.comments.length > 0">
      <h3>{{ countOf(attempt.comments.length, 'comment') }}</h3>
      <p v-for="comment in attempt.comments" :key="comment.id" class="serif comment">
        <i>{{ comment.text }}</i>
        <span class="soft small">
          {{ comment.by }}{{ comment.rule ? `, rule ${comment.rule.slice(1)}` : '' }}</span
        >
      </p>
    </section>
  </section>
</template>

<style scoped>
.remarks {
  display: grid;
  gap: 14px;
  align-content: start;
}
h3 {
  font: 650 13.5px var(--font-sans);
  color: var(--soft);
  margin-bottom: 4px;
}
.points {
  font-size: 19px;
  margin-top: 4px;
}
.open {
  color: var(--ochre);
  font-size: 14px;
}
.verdicts li {
  display: flex;
  align-items: center;
  gap: 8px;
  font-size: 13.5px;
  line-height: 1.7;
}
.findings {
  display: grid;
  gap: 5px;
}
.findings li {
  overflow-wrap: anywhere;
  font-size: 15px;
  display: grid;
  grid-template-columns: 16px minmax(0, 1fr);
  line-height: 1.35;
}
.sign {
  font-weight: 700;
}
.error .sign {
  color: var(--madder);
}
.flaw .sign {
  color: var(--ochre);
}
.comment {
  line-height: 1.4;
}
</style>
