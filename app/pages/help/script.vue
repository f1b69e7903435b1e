<script setup lang="ts">
import { wording, type FindingCode } from '@nomenklatura/core/findings'
import { DIALECT } from '@nomenklatura/core/schema'
import { CHECK_GROUPS, FINDING_EXAMPLES, applyFix, groupOf, reviewScript } from '@nomenklatura/core/sql'

definePageMeta({ help: 'the script' })
useHashInSight()

/**
 * Help for the Script sheet: what is said of scripts, each on an example that is read while the page opens.
 */
const ABOUT: Readonly<Record<(typeof CHECK_GROUPS)[number], string>> = {
  'syntax': 'How it is written. What was meant is read all the same; the server would stop here.',
  'names':
    'What things are called. Some of it is a custom of the course, and said only where the course asks for it.',
  'keys': 'Primary keys and other candidate keys: what identifies a row.',
  'references':
    'What belongs to what: to a table that is there, of the same type, on the side where there is room.',
  'junction': 'Tables that stand between two others.',
  'types': 'Whether the values fit, and stay what they are.',
  'checks': 'Conditions that say otherwise than they were meant.',
  'atomicity': 'One fact in one field.',
  'normal form': 'Each fact once. This is said where the exercise gives its functional dependencies.',
  'rows': 'The rows that the script enters.',
}
function exampleOf(code: FindingCode) {
  const { script, options = {} } = FINDING_EXAMPLES[code]!
  const finding = reviewScript(script, options).findings.find(other => other.code === code)!
  const { start, end } = finding.place
  return {
    code,
    finding,
    words: wording(finding),
    dialect: options.dialect,
    parts: [script.slice(0, start), script.slice(start, end) || ' ', script.slice(end)],
    mended: finding.fix ? applyFix(script, finding.fix).trim() : '',
  }
}
const SIGNS = { error: '✕', flaw: '!', habit: '·', remark: '·' } as const
const groups = CHECK_GROUPS.map(group => ({
  group,
  examples: (Object.keys(FINDING_EXAMPLES) as FindingCode[])
    .filter(code => groupOf({ code }) === group)
    .map(exampleOf),
}))
</script>

<template>
  <div>
    <TopLine title="Help: the script" />
    <main id="main" class="page help">
      <p class="serif lead">
        Each note has a sign: <span class="sign error" aria-hidden="true">✕</span> it would not run, or breaks
        a rule; <span class="sign flaw" aria-hidden="true">!</span> it runs, and will hurt;
        <span class="sign remark" aria-hidden="true">·</span> a custom of the course, or worth knowing.
      </p>
      <nav aria-label="Groups" class="groups">
        <a
          v-for="{ group, examples } in groups"
          :key="group"
          :href="`#${group.replace(' ', '-')}`"
          class="plain"
          >{{ group }} <span class="soft small">{{ examples.length }}</span></a
        >
      </nav>
      <section v-for="{ group, examples } in groups" :id="group.replace(' ', '-')" :key="group">
        <h2>{{ group.replace(/^./, letter => letter.toUpperCase()) }}</h2>
        <p class="serif soft">{{ ABOUT[group] }}</p>
        <article
          v-for="{ code, finding, words, dialect, parts, mended } in examples"
          :id="code"
          :key="code"
          class="example"
          :class="finding.severity"
        >
          <h3>
            <span class="sign" aria-hidden="true">{{ SIGNS[finding.severity] }}</span><span
              class="visually-hidden"
              >{{ finding.severity }}: </span
            ><span class="serif">{{ words.message }}</span>
          </h3>
          <pre
            class="mono"
            tabindex="0"
          ><span v-if="dialect" class="soft">-- {{ DIALECT[dialect].name }}{{ '\n' }}</span>{{ parts[0] }}<mark>{{ parts[1] }}</mark>{{ parts[2] }}</pre>
          <p class="serif">{{ words.why }}</p>
          <ExhibitView v-if="finding.exhibit" :exhibit="finding.exhibit" />
          <details v-if="mended" class="small">
            <summary>{{ finding.fix!.label }}</summary>
            <pre class="mono" tabindex="0">{{ mended }}</pre>
          </details>
        </article>
      </section>
    </main>
  </div>
</template>

<style scoped>
.help {
  max-width: 820px;
}
.lead {
  line-height: 1.7;
}
.groups {
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  margin-top: 10px;
}
h2 {
  margin-top: 28px;
}
.example {
  border-top: 1px solid var(--rule-strong);
  margin-top: 14px;
  padding-top: 12px;
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
  scroll-margin-top: 52px;
}
.example:target {
  box-shadow:
    -12px 0 0 var(--ground),
    -15px 0 0 var(--verdigris);
}
section {
  scroll-margin-top: 36px;
}
h3 .serif {
  min-width: 0;
  overflow-wrap: anywhere;
}
h3 {
  display: flex;
  gap: 9px;
  align-items: baseline;
  font-weight: 600;
  line-height: 1.4;
}
.sign {
  flex: none;
  display: inline-block;
  width: 18px;
  height: 18px;
  border-radius: 50%;
  font: 700 11px/18px var(--font-sans);
  text-align: center;
}
.error .sign,
.sign.error {
  background: var(--madder);
  color: var(--sheet);
}
.flaw .sign,
.sign.flaw {
  border: 1.5px solid var(--ochre);
  color: var(--ochre);
  line-height: 15px;
}
.habit .sign,
.remark .sign,
.sign.remark {
  background: var(--slate-wash);
  color: var(--slate);
}
pre {
  background: var(--sheet);
  border: 1px solid var(--rule);
  padding: 8px 12px;
  font-size: 12.5px;
  line-height: 1.5;
  white-space: pre-wrap;
  overflow-wrap: anywhere;
}
mark {
  background: var(--ochre-wash);
  color: inherit;
  border-bottom: 2px solid var(--ochre);
}
summary {
  cursor: pointer;
  color: var(--verdigris);
  font-weight: 600;
}
details pre {
  margin-top: 6px;
}
</style>
