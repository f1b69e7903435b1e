import { entitiesOf, type Dictionary, type DictionaryEntry } from '../../dictionary'
import type { Change, Kind } from '../kind'

/** Fields with the entity that they belong to, which a field may leave to the one above it. */
interface Field {
  readonly at: number
  readonly entity: string
  readonly entry: DictionaryEntry
}

const fieldsOf = (dictionary: Dictionary): readonly Field[] =>
  entitiesOf(dictionary).flatMap(({ name, at }) =>
    at.map(i => ({ at: i, entity: name, entry: { ...dictionary.entries[i]!, entity: name } })),
  )

/** The dictionary with each field's entity written out, one field changed or gone. */
function withField(
  dictionary: Dictionary,
  { at }: Field,
  change: Partial<DictionaryEntry> | null,
): Dictionary {
  return {
    entries: fieldsOf(dictionary).flatMap(({ at: i, entry }) => {
      if (i !== at) return [entry]
      return change === null ? [] : [{ ...entry, ...change }]
    }),
  }
}

const perField = (
  id: string,
  title: string,
  changes: (
    field: Field,
    dictionary: Dictionary,
  ) => readonly {
    readonly to: Partial<DictionaryEntry> | null
    readonly said: string
  }[],
): Kind<Dictionary> => ({
  id,
  title,
  make: dictionary =>
    fieldsOf(dictionary).flatMap(field =>
      changes(field, dictionary).map(({ to, said }): Change<Dictionary> => ({
        said,
        content: withField(dictionary, field, to),
      })),
    ),
})

const what = ({ entity, entry }: Field): string => `${entry.field} of ${entity}`

const noField = perField('field-missing', 'A field left out', field =>
  field.entry.key === '' && field.entry.refersTo === ''
    ? [{ to: null, said: `${field.entity} lacks ${field.entry.field}.` }]
    : [],
)

const noEntity: Kind<Dictionary> = {
  id: 'entity-missing',
  title: 'An entity left out',
  make: dictionary =>
    entitiesOf(dictionary).map(({ name }) => ({
      said: `${name} is not described.`,
      content: {
        entries: fieldsOf(dictionary)
          .filter(({ entity }) => entity !== name)
          .map(({ entry }) => entry),
      },
    })),
}

const keyOtherwise = perField('key-part-missing', 'A key, or a part of it, not marked', field =>
  field.entry.key === 'primary' ? [{ to: { key: '' }, said: `${what(field)} is no part of the key.` }] : [],
)

const keyTooWide = perField('key-too-wide', 'A field too many in the key', field =>
  field.entry.key === '' && field.entry.required !== 'no'
    ? [{ to: { key: 'primary' }, said: `${what(field)} is a part of the key.` }]
    : [],
)

const noUnique = perField('unique-missing', 'Unique not marked', field =>
  field.entry.key.startsWith('unique') ? [{ to: { key: '' }, said: `${what(field)} is not unique.` }] : [],
)

const uniqueTooMany = perField('unique-too-many', 'Unique where it may repeat', field =>
  field.entry.key === '' ? [{ to: { key: 'unique' }, said: `${what(field)} is unique.` }] : [],
)

const noReference = perField('reference-missing', 'What it refers to not said', field =>
  field.entry.refersTo === '' ? [] : [{ to: { refersTo: '' }, said: `${what(field)} refers to nothing.` }],
)

const otherReference = perField(
  'reference-to-another-entity',
  'A reference to another entity',
  (field, dictionary) => {
    const [target = ''] = field.entry.refersTo.split('.')
    const other = entitiesOf(dictionary).find(
      ({ name }) => name.toLowerCase() !== target.toLowerCase() && name !== field.entity,
    )
    return field.entry.refersTo === '' || !other
      ? []
      : [{ to: { refersTo: other.name }, said: `${what(field)} refers to ${other.name}, not to ${target}.` }]
  },
)

const requiredOtherwise = perField(
  'required-otherwise',
  'Required for optional, or optional for required',
  field => {
    if (field.entry.key === 'primary' || field.entry.required === '') return []
    return field.entry.required === 'yes'
      ? [{ to: { required: 'no' }, said: `${what(field)} may be missing.` }]
      : [{ to: { required: 'yes' }, said: `${what(field)} must be there.` }]
  },
)

const isText = ({ type }: DictionaryEntry): boolean => /text|code|char|string/i.test(type)

const tooShort = perField('size-too-small', 'A size too small', field => {
  const { entry } = field
  const size = Number(entry.size)
  if (!isText(entry) || !(size > 1)) return []
  const less = Math.min(size - 1, Math.max(1, (entry.example.trim().length || Math.ceil(size / 2)) - 1))
  return [{ to: { size: String(less), format: '' }, said: `${what(field)} holds ${less} characters.` }]
})

const asNumber = perField('code-as-a-number', 'A code as a number', field =>
  isText(field.entry) && /\d/.test(field.entry.example)
    ? [{ to: { type: 'whole number', size: '', format: '' }, said: `${what(field)} is a whole number.` }]
    : [],
)

const noDecimals = perField('decimals-lost', 'Digits after the point lost', field =>
  /,\s*[1-9]/.test(field.entry.size)
    ? [{ to: { type: 'whole number', size: '' }, said: `${what(field)} is a whole number.` }]
    : [],
)

const dateAsText = perField('date-as-text', 'A date as text', field =>
  /^date|time/i.test(field.entry.type)
    ? [{ to: { type: 'text', size: '30' }, said: `${what(field)} is a text.` }]
    : [],
)

const noRule = perField('rule-missing', 'What its values keep to not said', field =>
  field.entry.rule.trim() === '' && field.entry.format.trim() === ''
    ? []
    : [{ to: { rule: '', format: '' }, said: `Nothing is said of what ${what(field)} keeps to.` }],
)

const elsewhere: Kind<Dictionary> = {
  id: 'field-at-another-entity',
  title: 'A field at another entity',
  make: dictionary => {
    const entities = entitiesOf(dictionary)
    return fieldsOf(dictionary)
      .filter(({ entry }) => entry.key === '' && entry.refersTo === '')
      .flatMap(field => {
        const at = entities.findIndex(({ name }) => name === field.entity)
        const other = entities[at + 1] ?? entities[at - 1]
        return other
          ? [
              {
                said: `${field.entry.field} stands at ${other.name}, not at ${field.entity}.`,
                content: withField(dictionary, field, { entity: other.name }),
              },
            ]
          : []
      })
  },
}

const listed = perField('field-as-a-list', 'Several values in one field', field =>
  field.entry.key === '' && field.entry.refersTo === '' && field.entry.example !== ''
    ? [
        {
          to: {
            example: `${field.entry.example}; ${field.entry.example}`,
            type: 'text',
            size: '200',
            format: '',
            rule: '',
          },
          said: `${what(field)} holds several values at once.`,
        },
      ]
    : [],
)

/** The typical mistakes of a data dictionary. */
export const DICTIONARY_MISTAKES: readonly Kind<Dictionary>[] = [
  noField,
  noEntity,
  keyOtherwise,
  keyTooWide,
  noUnique,
  uniqueTooMany,
  noReference,
  otherReference,
  requiredOtherwise,
  tooShort,
  asNumber,
  noDecimals,
  dateAsText,
  noRule,
  elsewhere,
  listed,
]
