import { findEntity, type World, type WorldEntity } from '../../alignment'
import { capital, listInWords } from '../../language'
import { Rule, type RuleKind } from '../rule'
import { nameInWords, plural, thing } from '../sentences'
import { formOf, slotsOf, type RuleSlot } from './forms'

/** What stands in the slots of a rule, by field: one text, or several. */
export type SlotValues = Readonly<Record<string, string | readonly string[]>>

/** What a slot can be filled with, of one entity of a world; undefined where anything can be typed. */
export function choicesFor(
  world: World,
  slot: RuleSlot,
  entity: string,
): readonly (readonly [value: string, words: string])[] | undefined {
  const found = findEntity(world, entity)
  const named = (names: readonly string[]): (readonly [string, string])[] =>
    names.map(name => [name, nameInWords(name)])
  const roles = found?.roles.map(({ name }) => name) ?? []
  const attributes = found?.attributes.map(({ name }) => name) ?? []
  switch (slot.of) {
    case 'entity':
      return world.entities.map(({ name }) => [name, thing(name)])
    case 'role':
    case 'roles':
      return named(roles)
    case 'attribute':
      return named(attributes)
    case 'member':
    case 'members':
      return named([...attributes, ...roles])
    case 'choice':
      return slot.choices
    case 'values':
    case 'pattern':
    case 'name':
      return undefined
  }
}

const isList = (slot: RuleSlot): boolean =>
  slot.of === 'members' || slot.of === 'roles' || slot.of === 'values'

/** What of a rule is chosen already when another kind, entity or attribute is. */
export interface Chosen {
  readonly entity?: string
  readonly attribute?: string
}

/** A rule of a kind with everything filled in that can be: of the entity, or of the first that has what it needs. */
export function beginRule(world: World, kind: RuleKind, chosen: Chosen = {}): SlotValues {
  const form = formOf(kind)
  if (!form) return {}
  const slots = slotsOf(form)
  const fits = ({ name }: WorldEntity): boolean =>
    slots.every(slot => choicesFor(world, slot, name)?.length !== 0)
  const host =
    world.entities.find(other => other.name === chosen.entity && fits(other)) ??
    (kind === 'called' ? mostServed(world) : world.entities.find(fits))
  const name = host?.name ?? 'script'
  const attribute = host?.attributes.find(other => other.name === chosen.attribute) ?? host?.attributes[0]
  const filled = slots.map((slot): [string, string | readonly string[]] => {
    if (slot.of === 'entity') return [slot.field, name]
    const isChosen = attribute !== undefined && attribute.name === chosen.attribute
    if (slot.of === 'attribute' || (slot.of === 'member' && isChosen))
      return [slot.field, attribute?.name ?? '']
    // What is shown is accepted and kept; what is refused nobody shows.
    if (slot.of === 'values')
      return [slot.field, kind === 'refusesValue' ? [] : (attribute?.samples.slice(0, 1) ?? [])]
    const first = firstFor(world, slot, name)
    return [slot.field, isList(slot) ? first : (first[0] ?? '')]
  })
  return { entity: kind === 'drawn' ? 'diagram' : name, ...Object.fromEntries(filled) }
}

/** The entity in which everything happens: the one that most others serve, the first of several. */
export function mostServed({ entities }: World): WorldEntity | undefined {
  const serving = ({ roles }: WorldEntity): number => new Set(roles.map(({ target }) => target)).size
  const most = Math.max(0, ...entities.map(serving))
  return entities.find(entity => serving(entity) === most)
}

/** What stands in a slot before anybody chose: the identifier, both ends, else the first there is. */
function firstFor(world: World, slot: RuleSlot, entity: string): readonly string[] {
  const found = findEntity(world, entity)
  const choices = (choicesFor(world, slot, entity) ?? []).map(([value]) => value)
  if (slot.of === 'roles') return choices.slice(0, 2)
  if (slot.of === 'pattern') return ['{table}']
  if (slot.of === 'name') return [entity]
  if (slot.of !== 'members') return choices.slice(0, 1)
  const identifier = found?.identifier ?? []
  const rest = choices.filter(name => !identifier.includes(name))
  return slot.field === 'to' ? rest.slice(0, 1) : identifier
}

/** The rule that the slots say; or why they say none, in a sentence. */
export function ruleFrom(
  kind: RuleKind,
  values: SlotValues,
): { readonly rule: Rule } | { readonly fault: string } {
  const form = formOf(kind)
  const empty = form && slotsOf(form).find(({ field }) => (values[field]?.length ?? 0) === 0)
  if (empty) return { fault: `Something is still to be chosen: ${SLOT_WORDS[empty.of]}.` }
  const read = Rule.safeParse({ kind, ...values })
  return read.success
    ? { rule: read.data }
    : { fault: read.error.issues[0]?.message ?? 'This says no rule yet.' }
}

const SLOT_WORDS: Readonly<Record<RuleSlot['of'], string>> = {
  entity: 'the entity',
  role: 'what it leads to',
  roles: 'what it leads to',
  attribute: 'the attribute',
  member: 'what of it is meant',
  members: 'what of it is meant',
  values: 'a value',
  pattern: 'what it is called',
  name: 'what it is called',
  choice: 'one of the words',
}

/** What stands in the slots of a rule; undefined of a kind that is not written this way. */
export function slotsFrom(rule: Rule): SlotValues | undefined {
  const form = formOf(rule.kind)
  if (!form) return undefined
  const fields = ['entity', ...slotsOf(form).map(({ field }) => field)]
  const record = rule as unknown as Record<string, string | readonly string[]>
  return Object.fromEntries(fields.map(field => [field, record[field] ?? '']))
}

/** The sentence that the slots of a rule make. */
export function sentenceFrom(kind: RuleKind, values: SlotValues): string {
  const form = formOf(kind)
  if (!form) return ''
  const words = form.says.map(piece => {
    if (typeof piece === 'string') return piece
    const value = values[piece.field] ?? ''
    return slotInWords(piece, typeof value === 'string' ? [value] : value)
  })
  return `${capital(words.join(' ').replaceAll(/ (?=[:,])/g, ''))}.`
}

function slotInWords(slot: RuleSlot, values: readonly string[]): string {
  switch (slot.of) {
    case 'entity':
      return slot.isPlural ? plural(values[0] ?? '') : thing(values[0] ?? '')
    case 'choice':
      return slot.choices.find(([value]) => value === values[0])?.[1] ?? ''
    case 'values':
      return listInWords(values)
    case 'pattern':
    case 'name':
      return values[0] ?? ''
    default:
      return listInWords(values.map(nameInWords))
  }
}
