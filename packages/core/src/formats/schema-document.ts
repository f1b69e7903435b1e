import { z } from 'zod'
import type { Span } from '../findings'
import {
  dataType,
  dialectsOfType,
  isDialect,
  type DataType,
  type Dialect,
  type Schema,
  type Table,
} from '../schema'

const Name = z.string().min(1).max(400)
const Names = z.array(Name).max(2000)
const Action = z.enum(['no action', 'restrict', 'cascade', 'set null', 'set default'])
const NOWHERE: Span = { start: 0, end: 0 }

/** A schema as `nomenklatura script --json` prints it; what is not needed to write it again may be absent. */
export const SchemaDocument = z.object({
  dialect: z.string().max(40).default('postgresql'),
  tables: z
    .array(
      z.object({
        name: Name,
        namespace: Name.nullish(),
        columns: z
          .array(
            z.object({
              name: Name,
              type: z.object({
                text: z.string().max(2000),
                family: z.enum([
                  'integer',
                  'decimal',
                  'float',
                  'char',
                  'varchar',
                  'text',
                  'date',
                  'time',
                  'timestamp',
                  'boolean',
                  'binary',
                  'uuid',
                  'json',
                  'interval',
                  'enum',
                  'other',
                ]),
                length: z.number().nullish(),
                precision: z.number().nullish(),
                /** The same, as it was called before. */
                total: z.number().nullish(),
                scale: z.number().nullish(),
              }),
              required: z.boolean().default(false),
              default: z.string().max(10_000).nullish(),
              numbering: z.object({ start: z.number(), step: z.number() }).nullish(),
            }),
          )
          .max(2000),
        primaryKey: z.object({ name: Name.nullish(), columns: Names }).nullish(),
        uniques: z.array(z.object({ name: Name.nullish(), columns: Names })).default([]),
        references: z
          .array(
            z.object({
              name: Name.nullish(),
              columns: Names,
              table: Name,
              targetColumns: Names.default([]),
              onDelete: Action.default('no action'),
              onUpdate: Action.default('no action'),
            }),
          )
          .default([]),
        checks: z.array(z.object({ name: Name.nullish(), expression: z.string().max(20_000) })).default([]),
      }),
    )
    .max(5000),
})
export type SchemaDocument = z.infer<typeof SchemaDocument>

export function schemaFromDocument({ dialect, tables }: SchemaDocument): Schema {
  return { tables: tables.map(table => tableOf(table, isDialect(dialect) ? dialect : 'postgresql')) }
}

function tableOf(table: SchemaDocument['tables'][number], dialect: Dialect): Table {
  const key = ({ name, columns }: { name?: string | null | undefined; columns: string[] }) => ({
    name: name ?? null,
    columns,
    nullsNotDistinct: false,
    span: NOWHERE,
  })
  return {
    name: table.name,
    namespace: table.namespace ?? null,
    unmodelled: [],
    span: NOWHERE,
    nameSpan: NOWHERE,
    given: false,
    columns: table.columns.map(column => ({
      name: column.name,
      type: typeOf(column.type, dialect),
      notNull: column.required,
      default: column.default ?? null,
      generated: false,
      span: NOWHERE,
      nameSpan: NOWHERE,
      numbering: column.numbering
        ? { start: String(column.numbering.start), step: String(column.numbering.step) }
        : null,
    })),
    primaryKey: table.primaryKey ? key(table.primaryKey) : null,
    uniques: table.uniques.map(key),
    references: table.references.map(reference => ({
      ...reference,
      name: reference.name ?? null,
      deferrable: false,
      span: NOWHERE,
    })),
    checks: table.checks.map(({ name, expression }) => ({ name: name ?? null, expression, span: NOWHERE })),
  }
}

/** Family and sizes as they are said; what only the words of the type say is read from these. */
function typeOf(
  {
    text,
    family,
    length,
    total,
    precision = total,
    scale,
  }: SchemaDocument['tables'][number]['columns'][number]['type'],
  dialect: Dialect,
): DataType {
  const written = text.toUpperCase()
  const open = written.indexOf('(')
  const upper = open < 0 ? written : written.slice(0, open)
  const args = open < 0 ? '' : written.slice(open + 1, Math.max(open + 1, written.lastIndexOf(')')))
  const known =
    dialectsOfType(upper.trim()).length > 0
      ? dataType(upper.trim(), args === '' ? [] : args.split(',').map(arg => arg.trim()), text, {
          dialect,
          unsigned: /\bUNSIGNED\b/i.test(text),
        })
      : dataType('', [], text)
  return {
    ...known,
    family,
    length: length ?? known.length,
    precision: precision ?? known.precision,
    scale: scale ?? known.scale,
  }
}
