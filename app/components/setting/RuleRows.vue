<script setup lang="ts">
import { findEntity, type World } from '@nomenklatura/core/alignment'
import { pastedCells } from '@nomenklatura/core/rows'
import { nameInWords, thing, type Rule } from '@nomenklatura/core/rules'

/** Rows that must be accepted or refused, in their order; an empty cell is a missing value. */
type GivenRows = Extract<Rule, { kind: 'givenRows' }>
const { rule, world } = defineProps<{ rule: GivenRows; world: World }>()
const emit = defineEmits<{ change: [rule: GivenRows] }>()
type GivenRow = GivenRows['rows'][number]

const membersOf = (entity: string): string[] => {
  const found = findEntity(world, entity)
  return found ? [...found.attributes.map(({ name }) => name), ...found.roles.map(({ name }) => name)] : []
}
/** Rows of one entity that stand together, with their place in all. */
const blocks = computed(() => {
  const made: { entity: string; at: number[] }[] = []
  rule.rows.forEach(({ entity }, i) => {
    const last = made.at(-1)
    if (last?.entity === entity) last.at.push(i)
    else made.push({ entity, at: [i] })
  })
  return made
})
const emptyRow = (entity: string): GivenRow => ({
  entity,
  accept: true,
  values: Object.fromEntries(membersOf(entity).map(name => [name, null])),
})
const say = (rows: GivenRow[]): void => emit('change', { ...rule, rows })
function change(at: number, part: Partial<GivenRow>): void {
  say(rule.rows.map((row, i) => (i === at ? { ...row, ...part } : row)))
}
function setCell(at: number, member: string, text: string): void {
  change(at, { values: { ...rule.rows[at]!.values, [member]: text === '' ? null : text } })
}
function add(entity: string, after = rule.rows.length - 1): void {
  say([...rule.rows.slice(0, after + 1), emptyRow(entity), ...rule.rows.slice(after + 1)])
}
function remove(at: number): void {
  if (rule.rows.length > 1) say(rule.rows.filter((_, i) => i !== at))
}
/** Several cells at once, from a spreadsheet: from this cell to the right, and below. */
function paste(event: ClipboardEvent, entity: string, at: number, member: string): void {
  const lines = pastedCells(event.clipboardData?.getData('text/plain') ?? '')
  if (lines.length < 2 && (lines[0]?.length ?? 0) < 2) return
  event.preventDefault()
  const names = membersOf(entity)
  const first = names.indexOf(member)
  const rows = [...rule.rows]
  lines.forEach((cells, i) => {
    const row = rows[at + i]?.entity === entity ? rows[at + i]! : emptyRow(entity)
    const values = { ...row.values }
    cells.forEach((cell, j) => {
      const name = names[first + j]
      if (name) values[name] = cell === '' ? null : cell
    })
    if (rows[at + i]?.entity === entity) rows[at + i] = { ...row, values }
    else rows.splice(at + i, 0, { ...row, values })
  })
  say(rows.slice(0, 50))
}
const cellOf = (row: GivenRow, member: string): string => row.values[member] ?? ''
const textOf = (event: Event): string => (event.target as HTMLInputElement).value
const isRole = (entity: string, member: string): boolean =>
  findEntity(world, entity)?.roles.some(({ name }) => name === member) ?? false
</script>

<template>
  <div class="rows">
    <div v-for="block in blocks" :key="block.at[0]" class="block">
      <div class="scroll" tabindex="0" role="region" :aria-label="`Rows of ${thing(block.entity)}`">
        <table>
          <caption>
            {{
              thing(block.entity)
            }}
          </caption>
          <thead>
            <tr>
              <th scope="col">must be</th>
              <th v-for="member in membersOf(block.entity)" :key="member" scope="col">
                {{ nameInWords(member)
                }}<span v-if="isRole(block.entity, member)" aria-hidden="true"> →</span>
              </th>
              <th />
            </tr>
          </thead>
          <tbody>
            <tr v-for="at in block.at" :key="at">
              <td>
                <button
                  type="button"
                  class="stamp"
                  :class="{ refused: !rule.rows[at]!.accept }"
                  :aria-label="`Row ${at + 1} must be ${rule.rows[at]!.accept ? 'accepted' : 'refused'}; turn it`"
                  @click="change(at, { accept: !rule.rows[at]!.accept })"
                >
                  {{ rule.rows[at]!.accept ? 'accepted' : 'refused' }}
                </button>
              </td>
              <td v-for="member in membersOf(block.entity)" :key="member">
                <SlotText
                  class="slot"
                  :value="cellOf(rule.rows[at]!, member)"
                  maxlength="1000"
                  placeholder="–"
                  :aria-label="`${nameInWords(member)} of row ${at + 1}`"
                  @set="setCell(at, member, $event)"
                  @paste="paste($event, block.entity, at, member)"
                />
              </td>
              <td>
                <button
                  v-if="rule.rows.length > 1"
                  type="button"
                  class="plain tiny"
                  :aria-label="`Strike out row ${at + 1}`"
                  @click="remove(at)"
                >
                  strike out
                </button>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <button type="button" class="plain tiny" @click="add(block.entity, block.at.at(-1))">
        Another row of {{ thing(block.entity) }}
      </button>
    </div>
    <label class="small"
      >Rows of
      <select class="slot" value="" aria-label="Rows of another entity" @change="add(textOf($event))">
        <option value="" disabled>another entity …</option>
        <option v-for="{ name } in world.entities" :key="name" :value="name">{{ thing(name) }}</option>
      </select></label
    >
    <p class="tiny soft">
      They are entered in this order; those that are refused leave nothing behind. What leads to another
      entity (→) says its identifier, several parts with | between.
    </p>
  </div>
</template>

<style scoped>
.rows {
  display: grid;
  gap: 8px;
}
.scroll {
  overflow-x: auto;
}
table {
  border-collapse: collapse;
  font-size: 13px;
}
caption {
  text-align: left;
  font-family: var(--font-serif);
  font-weight: 650;
}
th {
  text-align: left;
  color: var(--soft);
  font-weight: 500;
  padding: 2px 8px 2px 0;
}
td {
  padding: 1px 8px 1px 0;
  border-top: 1px solid var(--rule);
}
td .slot {
  width: 110px;
}
.stamp {
  color: var(--verdigris);
  font-weight: 650;
  cursor: pointer;
}
.stamp.refused {
  color: var(--madder);
}
</style>
