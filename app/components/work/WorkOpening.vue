<script setup lang="ts">
import { sheetView } from '~/sheets'
import type { WorksheetAnswer } from '#shared/answers'

/** An exercise before it is begun: the brief alone, with what to make, what a check tells, until when. */
const { sheet, fault } = defineProps<{ sheet: WorksheetAnswer; fault: string }>()
const emit = defineEmits<{ start: [] }>()
const zone = computed(() => sheet.course.timeZone)
const toMake = computed(() => sheet.asked.map(name => sheetView(name).toMake(sheet)).join('; then '))
</script>

<template>
  <main id="main" class="page opening">
    <h2 class="big">{{ sheet.title }}</h2>
    <BriefText v-if="sheet.brief" :text="sheet.brief" :pictures="sheet.pictures" class="brief" />
    <p v-else class="serif">
      The brief is shown when the exercise opens: {{ timeInWords(sheet.schedule.opensAt, zone) }}.
    </p>
    <dl class="facts">
      <div>
        <dt>To make</dt>
        <dd>{{ toMake }}</dd>
      </div>
      <div>
        <dt>Check tells</dt>
        <dd>
          {{
            sheet.helpLevel === 'assessed'
              ? 'what is well formed; verdicts come after the release'
              : 'a verdict for each rule, with rows that show it, as often as you like'
          }}
        </dd>
      </div>
      <div>
        <dt>Until</dt>
        <dd>
          {{ sheet.mine.dueAt ? timeInWords(sheet.mine.dueAt, zone) : 'no date is set'
          }}<template v-if="sheet.schedule.lateDays > 0"
            >; up to {{ countOf(sheet.schedule.lateDays, 'day') }} late loses
            {{ sheet.schedule.lateLoss }} %</template
          >
        </dd>
      </div>
      <div>
        <dt>Hand in</dt>
        <dd>
          {{
            sheet.mine.attempts === 1
              ? 'once'
              : `up to ${sheet.mine.attempts} times; the ${sheet.schedule.counted} counts`
          }}
        </dd>
      </div>
      <div>
        <dt>Worth</dt>
        <dd>{{ countOf(sheet.points, 'point') }}</dd>
      </div>
      <div v-if="sheet.schedule.saysWorkIsRead && !sheet.isPreview">
        <dt>Read by</dt>
        <dd>those who teach the course, also while you work; they cannot write in it</dd>
      </div>
    </dl>
    <p v-if="fault" role="alert" class="fault">{{ fault }}</p>
    <p v-if="sheet.isOpen" class="deeds">
      <UButton size="lg" @click="emit('start')">Start</UButton>
      <NuxtLink v-if="sheet.isPreview" :to="`/exercises/${sheet.exerciseId}/set`" class="plain"
        >Back to setting it</NuxtLink
      >
    </p>
    <p v-else class="soft">
      {{
        sheet.schedule.opensAt && Date.parse(sheet.schedule.opensAt) > Date.now()
          ? `opens ${timeInWords(sheet.schedule.opensAt, zone)}`
          : `closed ${timeInWords(sheet.closedAt, zone)}`
      }}
    </p>
  </main>
</template>

<style scoped>
.opening {
  max-width: 760px;
}
.deeds {
  display: flex;
  flex-wrap: wrap;
  gap: 8px 22px;
  align-items: baseline;
}
.big {
  font-size: 30px;
  margin-bottom: 14px;
}
.facts {
  margin: 26px 0;
  border-top: 1px solid var(--rule-strong);
}
.facts > div {
  display: grid;
  grid-template-columns: 110px 1fr;
  padding: 8px 0;
  border-bottom: 1px solid var(--rule);
}
dt {
  color: var(--soft);
}
.fault {
  color: var(--madder);
}
</style>
