/** A small writer for the students' scripts: the same design in the handwriting of different people. */
export interface ColumnPlan {
  readonly name: string
  readonly type: string
  readonly notNull?: boolean
  readonly references?: ReferencePlan
  readonly unique?: boolean
  readonly numbers?: boolean
}
export interface ReferencePlan {
  readonly table: string
  readonly column: string
  readonly onDelete?: string
}
export interface TablePlan {
  readonly name: string
  readonly columns: readonly ColumnPlan[]
  readonly key: readonly string[]
  readonly uniques?: readonly (readonly string[])[]
}

export type Hand = 'inline' | 'out of line' | 'alter' | 'mysql' | 'lower'

export function writeScript(tables: readonly TablePlan[], hand: Hand): string {
  const text =
    hand === 'alter' ? writeAlter(tables) : tables.map(table => writeTable(table, hand)).join('\n\n')
  return `${hand === 'mysql' ? '-- dialect: mysql\n' : ''}${hand === 'lower' ? text.toLowerCase() : text}\n`
}

function quote(name: string, hand: Hand): string {
  return hand === 'mysql' ? `\`${name}\`` : name
}

function writeTable(table: TablePlan, hand: Hand): string {
  const q = (name: string): string => quote(name, hand)
  const isInlineKey = table.key.length === 1 && hand !== 'out of line' && hand !== 'mysql'
  const isOutOfLine = hand === 'out of line' || hand === 'mysql'
  const lines = table.columns.map(column =>
    [
      `${q(column.name)} ${column.numbers ? numberType(column, hand) : column.type}`,
      column.notNull && !(isInlineKey && table.key[0] === column.name) ? 'NOT NULL' : '',
      isInlineKey && table.key[0] === column.name ? 'PRIMARY KEY' : '',
      column.unique ? 'UNIQUE' : '',
      column.references && !isOutOfLine ? reference(column.references, hand) : '',
    ]
      .filter(part => part !== '')
      .join(' '),
  )
  if (table.key.length > 0 && !isInlineKey)
    lines.push(
      `${hand === 'out of line' ? `CONSTRAINT pk_${table.name} ` : ''}PRIMARY KEY (${table.key.map(q).join(', ')})`,
    )
  for (const unique of table.uniques ?? []) lines.push(`UNIQUE (${unique.map(q).join(', ')})`)
  if (isOutOfLine) {
    for (const column of table.columns) {
      if (column.references)
        lines.push(
          `CONSTRAINT fk_${table.name}_${column.references.table} FOREIGN KEY (${q(column.name)}) ${reference(column.references, hand)}`,
        )
    }
  }
  return `CREATE TABLE ${q(table.name)} (\n  ${lines.join(',\n  ')}\n)${hand === 'mysql' ? ' ENGINE=InnoDB' : ''};`
}

function numberType(column: ColumnPlan, hand: Hand): string {
  if (hand === 'mysql') return `${column.type} AUTO_INCREMENT`
  if (hand === 'lower') return 'serial'
  return `${column.type} GENERATED ALWAYS AS IDENTITY`
}

function reference({ table, column, onDelete }: ReferencePlan, hand: Hand): string {
  return `REFERENCES ${quote(table, hand)} (${quote(column, hand)})${onDelete ? ` ON DELETE ${onDelete}` : ''}`
}

/** Bare tables first, everything else afterwards. */
function writeAlter(tables: readonly TablePlan[]): string {
  const creates = tables.map(
    ({ name, columns }) =>
      `CREATE TABLE ${name} (\n  ${columns.map(column => `${column.name} ${column.numbers ? 'serial' : column.type}`).join(',\n  ')}\n);`,
  )
  const keys = tables
    .filter(({ key }) => key.length > 0)
    .map(({ name, key }) => `ALTER TABLE ${name} ADD PRIMARY KEY (${key.join(', ')});`)
  const rest = tables.flatMap(({ name, columns, uniques = [], key }) => [
    ...columns
      .filter(column => column.notNull && !key.includes(column.name))
      .map(column => `ALTER TABLE ${name} ALTER COLUMN ${column.name} SET NOT NULL;`),
    ...columns
      .filter(column => column.unique)
      .map(column => `ALTER TABLE ${name} ADD UNIQUE (${column.name});`),
    ...uniques.map(unique => `ALTER TABLE ${name} ADD UNIQUE (${unique.join(', ')});`),
    ...columns
      .filter(column => column.references)
      .map(
        column =>
          `ALTER TABLE ${name} ADD FOREIGN KEY (${column.name}) ${reference(column.references!, 'inline')};`,
      ),
  ])
  return [...creates, '', ...keys, ...rest].join('\n')
}
