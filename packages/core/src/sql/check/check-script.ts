import type { Finding } from '../../findings'
import { checkSchema } from '../../schema'
import type { ScriptToCheck } from './input'
import { checkByServer } from './by-server'
import { checkConditions } from './conditions'
import { checkDefaults } from './defaults'
import { checkJunction } from './junction'
import { checkKeyShapes } from './keys'
import { checkNames } from './names'
import { checkForm } from './normal-form'
import { checkOrder } from './order'
import { checkQuotedNames } from './quoted-names'
import { checkReferences } from './references'
import { checkRows } from './rows'
import { checkSides } from './side'
import { checkColumns } from './types'

/** What of a table between others is said in the words of its group instead of the general ones. */
const SAID_BY_JUNCTION: Readonly<Record<string, string>> = {
  'keys.no-primary': 'junction.no-key',
  'keys.surrogate-only': 'junction.surrogate-only',
}

/**
 * All that can be said about a script without a model answer: names, keys, references, tables between, types,
 * single facts, rows and, where the exercise's dependencies are given, normal forms. What a course has
 * switched off is left out. Given tables are not blamed.
 */
export function checkScript(input: ScriptToCheck): Finding[] {
  const { schema, dialect, habits, dependencies } = input
  const own = schema.tables.filter(({ given }) => !given)
  const junctions = own.flatMap(table => checkJunction(schema, table))
  const general =
    junctions.length === 0
      ? checkSchema(schema, dialect)
      : checkSchema(schema, dialect).filter(
          ({ code, params }) =>
            !junctions.some(
              other => other.code === SAID_BY_JUNCTION[code] && other.params['table'] === params['table'],
            ),
        )
  const findings = [
    ...general,
    ...junctions,
    ...own.flatMap(table => [
      ...checkNames(input, table),
      ...checkOrder(input, table),
      ...checkKeyShapes(input, table),
      ...checkReferences(input, table),
      ...checkColumns(input, table),
      ...checkConditions(input, table),
      ...checkDefaults(input, table),
      ...checkByServer(input, table),
      ...(dependencies
        ? [...checkForm(table, dependencies), ...checkSides(schema, table, dependencies)]
        : []),
    ]),
    ...checkQuotedNames(input),
    ...checkRows(input),
  ]
  const quiet = habits?.quiet
  return quiet ? findings.filter(({ code }) => !quiet.includes(code)) : findings
}
