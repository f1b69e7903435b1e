import { CHECK_GROUPS } from '../../sql'
import type { RuleKind } from '../rule'

/** What a slot of a rule is filled with. */
export type RuleSlot = {
  /** The rule's own field. */
  readonly field: string
} & (
  | { readonly of: 'entity'; readonly isPlural?: true }
  /** A role or an attribute of the entity, one or several; the path may go on along roles. */
  | { readonly of: 'role' | 'attribute' | 'member' | 'roles' | 'members' }
  | { readonly of: 'values' | 'pattern' | 'name' }
  | { readonly of: 'choice'; readonly choices: readonly (readonly [value: string, words: string])[] }
)

/** How a kind of rule is written: words and slots, in order. */
export interface RuleForm {
  readonly kind: RuleKind
  /** What is asked, for the list of kinds. */
  readonly title: string
  readonly group: 'Keys' | 'Relationships' | 'Facts' | 'Values' | 'Deeds' | 'The sheet by itself'
  readonly says: readonly (string | RuleSlot)[]
}

const entity: RuleSlot = { field: 'entity', of: 'entity' }
const entities: RuleSlot = { field: 'entity', of: 'entity', isPlural: true }
const role: RuleSlot = { field: 'role', of: 'role' }
const attribute: RuleSlot = { field: 'attribute', of: 'attribute' }
const path: RuleSlot = { field: 'path', of: 'member' }
const values: RuleSlot = { field: 'values', of: 'values' }
const by = (of: 'members' | 'roles'): RuleSlot => ({ field: 'by', of })
const choice = (field: string, ...choices: readonly (readonly [string, string])[]): RuleSlot => ({
  field,
  of: 'choice',
  choices,
})

/** What becomes of who refers: it is refused, or goes along in its way, or is left without one. */
const deed = (
  kind: 'onDelete' | 'onUpdate',
  title: string,
  begins: RuleForm['says'],
  along: readonly [string, string],
): RuleForm => ({
  kind,
  title,
  group: 'Deeds',
  says: [
    ...begins,
    ', that',
    choice(
      'outcome',
      ['refused', 'is refused'],
      along,
      ['unlinked', 'leaves it without one'],
      ['dangling', 'leaves it naming what is gone'],
    ),
  ],
})

/**
 * The kinds that can be written by hand, each a sentence with slots. Claims about a relation are proposed from it, and
 * given rows are entered as rows.
 */
export const RULE_FORMS: readonly RuleForm[] = [
  {
    kind: 'identifies',
    title: 'What identifies it',
    group: 'Keys',
    says: ['One', entity, 'is identified by its', by('members')],
  },
  {
    kind: 'pairOnce',
    title: 'A pair stands once',
    group: 'Keys',
    says: ['The same', by('roles'), 'stand together at most once as', entity],
  },
  {
    kind: 'pairMayRepeat',
    title: 'A pair may stand again',
    group: 'Keys',
    says: ['The same', by('roles'), 'may stand together more than once as', entity],
  },
  {
    kind: 'atMostOne',
    title: 'At most one',
    group: 'Relationships',
    says: ['One', entity, 'has at most one', role],
  },
  {
    kind: 'manyAllowed',
    title: 'Many allowed',
    group: 'Relationships',
    says: ['One', role, 'may have many', entities],
  },
  {
    kind: 'hasSome',
    title: 'At least one on the far side',
    group: 'Relationships',
    says: ['One', role, 'has one or more', entities],
  },
  {
    kind: 'mayHaveNone',
    title: 'None on the far side',
    group: 'Relationships',
    says: ['One', role, 'may have no', entities],
  },
  {
    kind: 'refersTo',
    title: 'What is named is there',
    group: 'Relationships',
    says: ['The', role, 'of one', entity, 'exists'],
  },
  {
    kind: 'mustHave',
    title: 'It is always there',
    group: 'Facts',
    says: ['Every', entity, 'has its', path],
  },
  {
    kind: 'mayLack',
    title: 'It may be missing',
    group: 'Facts',
    says: ['One', entity, 'may lack its', path],
  },
  {
    kind: 'determines',
    title: 'What fixes what',
    group: 'Facts',
    says: ['For one', entity, ':', { field: 'from', of: 'members' }, 'fixes', { field: 'to', of: 'members' }],
  },
  {
    kind: 'onceOnly',
    title: 'Written once',
    group: 'Facts',
    says: [
      'For one',
      entity,
      ': that',
      { field: 'from', of: 'members' },
      'fixes',
      { field: 'to', of: 'members' },
      'is written once, by',
      choice('form', ['3NF', '3NF'], ['BCNF', 'BCNF']),
    ],
  },
  {
    kind: 'atomic',
    title: 'One value to a row',
    group: 'Facts',
    says: ['One', attribute, 'of one', entity, 'stands in each row, not several'],
  },
  {
    kind: 'stores',
    title: 'Kept as written',
    group: 'Values',
    says: [values, 'is kept as written, as', attribute, 'of one', entity],
  },
  {
    kind: 'refusesValue',
    title: 'A value is refused',
    group: 'Values',
    says: [values, 'is refused as', attribute, 'of one', entity],
  },
  {
    kind: 'admitsValue',
    title: 'A value is accepted',
    group: 'Values',
    says: [values, 'is accepted as', attribute, 'of one', entity],
  },
  deed(
    'onDelete',
    'When it is deleted',
    ['When the', role, 'of one', entity, 'is deleted'],
    ['gone', 'deletes it as well'],
  ),
  deed(
    'onUpdate',
    'When its key changes',
    ['When the key of the', role, 'of one', entity, 'changes'],
    ['follows', 'changes it as well'],
  ),
  {
    kind: 'scriptRuns',
    title: 'The script runs',
    group: 'The sheet by itself',
    says: ['The script runs: every statement is accepted, in its order'],
  },
  {
    kind: 'nothingMore',
    title: 'Nothing too strict',
    group: 'The sheet by itself',
    says: ['Nothing is refused that no rule forbids'],
  },
  {
    kind: 'wellMade',
    title: 'The script’s own checks',
    group: 'The sheet by itself',
    says: [
      'The script’s own checks find nothing about',
      choice('about', ...CHECK_GROUPS.map(group => [group, group] as const)),
    ],
  },
  {
    kind: 'called',
    title: 'What it is called',
    group: 'The sheet by itself',
    says: ['The table of', entities, 'is called', { field: 'name', of: 'name' }],
  },
  {
    kind: 'convention',
    title: 'Names of the course',
    group: 'The sheet by itself',
    says: [
      'Every',
      choice(
        'of',
        ['table', 'table'],
        ['primary key', 'primary key'],
        ['unique', 'unique constraint'],
        ['foreign key', 'foreign key'],
        ['check', 'CHECK'],
      ),
      'is called',
      { field: 'pattern', of: 'pattern' },
    ],
  },
  {
    kind: 'drawn',
    title: 'The diagram’s own checks',
    group: 'The sheet by itself',
    says: [
      'In the diagram',
      choice(
        'about',
        ['answers', 'every line is answered both ways'],
        ['verbs', 'every line has a verb phrase'],
        ['identifiers', 'every entity has an identifier'],
        ['between', 'nothing many-to-many is left'],
        ['types', 'every attribute has a type'],
        ['sizes', 'every text and number that needs one has a size'],
      ),
    ],
  },
]

export const formOf = (kind: RuleKind): RuleForm | undefined => RULE_FORMS.find(form => form.kind === kind)

export const slotsOf = ({ says }: RuleForm): readonly RuleSlot[] =>
  says.filter((piece): piece is RuleSlot => typeof piece !== 'string')
