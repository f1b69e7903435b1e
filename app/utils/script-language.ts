import { SQLDialect, sql } from '@codemirror/lang-sql'
import { LanguageSupport, delimitedIndent, indentNodeProp, indentOnInput } from '@codemirror/language'

/** Words of schema statements only: a column may well be called name or dispatch. */
const SCHEMA_WORDS = SQLDialect.define({
  keywords:
    'create table alter add drop column constraint primary key foreign references unique check default not null on delete update cascade restrict set no action ' +
    'generated always by as identity if exists only rename to index domain enum insert into values deferrable initially deferred using',
  types:
    'smallint integer int bigint serial bigserial numeric decimal real double precision float char character varying varchar text date time timestamp timestamptz boolean ' +
    'bytea uuid json jsonb interval',
  doubleQuotedStrings: false,
  identifierQuotes: '"`',
  doubleDollarQuotedStrings: true,
  // What stands in brackets is indented, and the bracket that closes them is not.
}).configureLanguage({
  props: [indentNodeProp.add({ Parens: delimitedIndent({ closing: ')', align: false }) })],
})

/** Scripts: their words in ink, their lines indented as one writes a table, a closing bracket set back when it is typed. */
export function scriptLanguage(): LanguageSupport {
  return new LanguageSupport(SCHEMA_WORDS.language, [
    sql({ dialect: SCHEMA_WORDS }).support,
    SCHEMA_WORDS.language.data.of({ indentOnInput: /^\s*\)$/ }),
    indentOnInput(),
  ])
}
