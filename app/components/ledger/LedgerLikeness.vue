<script setup lang="ts">
import type { LikenessAnswer } from '#shared/answers'

/** Hand-ins alike beyond what the exercise explains: what both chose stands side by side. Nobody is judged. */
const { exerciseId } = defineProps<{ exerciseId: string }>()
const open = defineModel<boolean>('open', { required: true })
const {
  answer: likeness,
  error,
  reload,
} = useAnswer<LikenessAnswer>(() => `/exercises/${exerciseId}/likeness`)
type Kind = LikenessAnswer['pairs'][number]['shared'][number]['kind']
const KINDS: Readonly<Record<Kind, string>> = {
  name: 'name',
  text: 'own words',
  order: 'order of columns',
  spacing: 'spaces',
  mistake: 'mistake',
}
/** A line is shown where it says more than the choice itself. */
const written = (as: string, line: string): string => (line.length > as.length ? line : as)
</script>

<template>
  <UModal
    v-model:open="open"
    title="Hand-ins that are alike"
    description="Unusual choices that few of the class have, and two have alike: what the exercise says explains none of them. It is a remark for you alone, no verdict: two who learnt together may write alike."
    :ui="{ content: 'max-w-4xl' }"
  >
    <template #body>
      <p v-if="error" role="alert">
        {{ error }} <button type="button" class="plain" @click="reload">Try again</button>
      </p>
      <p v-else-if="!likeness" class="soft" role="status">Comparing …</p>
      <p v-else-if="likeness.pairs.length === 0" class="serif">
        Of {{ countOf(likeness.compared, 'hand-in') }} no two are alike beyond what the exercise explains.
      </p>
      <section v-for="({ handIns: [a, b], shared }, i) in likeness?.pairs ?? []" :key="i" class="pair">
        <table>
          <thead>
            <tr>
              <th scope="col" class="soft">{{ countOf(shared.length, 'choice') }} alike</th>
              <th v-for="handIn in [a, b]" :key="handIn.id" scope="col">
                <NuxtLink class="plain" :to="`/exercises/${exerciseId}/desk?handIn=${handIn.id}`">{{
                  handIn.name
                }}</NuxtLink>
              </th>
              <th scope="col" class="soft small">have it</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="(choice, c) in shared" :key="c">
              <th scope="row" class="soft small">{{ KINDS[choice.kind] }}</th>
              <td v-if="choice.kind === 'mistake'" colspan="2">{{ choice.as[0] }}</td>
              <template v-else>
                <td class="code">{{ written(choice.as[0], choice.lines[0]) }}</td>
                <td class="code">{{ written(choice.as[1], choice.lines[1]) }}</td>
              </template>
              <td class="small soft">{{ choice.holders }}</td>
            </tr>
          </tbody>
        </table>
      </section>
    </template>
  </UModal>
</template>

<style scoped>
.pair {
  border-top: 1px solid var(--rule-strong);
  padding: 8px 0 14px;
  overflow-x: auto;
}
table {
  width: 100%;
  border-collapse: collapse;
}
th,
td {
  text-align: left;
  vertical-align: top;
  padding: 3px 12px 3px 0;
  border-bottom: 1px solid var(--rule);
}
tbody th {
  font-weight: 400;
  white-space: nowrap;
}
.code {
  font-family: var(--font-mono);
  font-size: 12.5px;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
</style>
