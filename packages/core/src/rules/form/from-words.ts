import type { World, WorldEntity } from '../../alignment'
import type { RuleKind } from '../rule'
import { nameInWords, plural, thing } from '../sentences'
import { formOf, slotsOf } from './forms'
import { beginRule, type SlotValues } from './write-rule'

/** What words of a brief say by the way they are put; the first that fits. */
const KINDS: readonly (readonly [RuleKind, RegExp])[] = [
  ['onDelete', /\b(?:deleted?|removed?|struck out|given up|goes? with)\b/i],
  ['refusesValue', /\b(?:is no|refused|rejected|not accepted|never below|never above)\b/i],
  ['stores', /\b(?:such as|kept as written|up to \d+ (?:letters|characters))\b/i],
  ['mayHaveNone', /\b(?:none yet|none so far|or none|may have none|may have nobody|as yet)\b/i],
  ['mayLack', /\b(?:may lack|may have no|need not|optional|may be missing|some have no|most have no)\b/i],
  ['manyAllowed', /\b(?:many|several|any number|again and again)\b/i],
  ['identifies', /\b(?:known by|identified by|tells? .+ apart|told apart|number of its own|unique)\b/i],
  ['pairOnce', /\b(?:at most once|only once)\b/i],
  ['atMostOne', /\b(?:at most one|exactly one|only one|just one|a single)\b/i],
  ['hasSome', /\b(?:one or more|at least one)\b/i],
  ['called', /\b(?:call it|call the table|is to be called|must be called|by the name of)\b/i],
]

/**
 * A rule begun from words of a brief: of the kind that they are put in, about the entity and the fact that they name
 * first. What is guessed wrong is set right in its slots. Undefined where nothing of the world can be said so.
 */
export function ruleFromWords(
  world: World,
  words: string,
): { readonly kind: RuleKind; readonly values: SlotValues } | undefined {
  if (world.entities.length === 0) return undefined
  const named = entitiesIn(world, words)
  const found = KINDS.filter(([, pattern]) => pattern.test(words)).map(([kind]) => kind)
  for (const kind of [...found, 'mustHave' as const]) {
    const entity = named.find(other => canSay(kind, other)) ?? named[0]
    const attribute = entity && factIn(entity, words)
    const values = beginRule(world, kind, {
      ...(entity ? { entity: entity.name } : {}),
      ...(attribute ? { attribute: attribute.name } : {}),
    })
    if (Object.keys(values).length > 1) return { kind, values }
  }
  return undefined
}

/** The fact that words name, and whose it is: of an entity they name, else of any that has one so called. */
export function namedIn(
  world: World,
  words: string,
): { readonly entity?: WorldEntity; readonly attribute?: WorldEntity['attributes'][number] } {
  const entity = [...entitiesIn(world, words), ...world.entities].find(other => factIn(other, words))
  return entity ? { entity, attribute: factIn(entity, words)! } : {}
}

/** The entities that words name, in the order in which they do. */
function entitiesIn(world: World, words: string): WorldEntity[] {
  return world.entities
    .map(entity => ({ entity, at: placeOf(words, entity.name) }))
    .filter(({ at }) => at >= 0)
    .toSorted((a, b) => a.at - b.at)
    .map(({ entity }) => entity)
}

const factIn = ({ attributes }: WorldEntity, words: string): WorldEntity['attributes'][number] | undefined =>
  attributes.find(({ name }) => placeOf(words, name) >= 0)

/** Whether rules of the kind have what they speak of: a role, or a fact. */
function canSay(kind: RuleKind, { roles, attributes }: WorldEntity): boolean {
  const form = formOf(kind)
  const slots = form ? slotsOf(form) : []
  return slots.every(({ of }) => {
    if (of === 'role' || of === 'roles') return roles.length > 0
    return of !== 'attribute' || attributes.length > 0
  })
}

/** Where words name a thing, one of it or many; -1 where they do not. */
function placeOf(words: string, name: string): number {
  const inWords = nameInWords(name)
  const places = [inWords, inWords.replace(/\bno\b/, 'number'), thing(name), plural(name)]
    .map(form =>
      words
        .toLowerCase()
        .search(new RegExp(`\\b${form.toLowerCase().replaceAll(/[^\p{L}\p{N} ]/gu, '.')}\\b`, 'u')),
    )
    .filter(at => at >= 0)
  return places.length > 0 ? Math.min(...places) : -1
}
