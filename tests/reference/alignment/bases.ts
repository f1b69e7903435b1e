/**
 * One column of a base: `ref` names the target table; a composite reference is written once per column with
 * the same `role`.
 */
export interface BaseColumn {
  readonly name: string
  readonly type: string
  readonly null?: boolean
  readonly ref?: string
  readonly role?: string
}
export interface BaseTable {
  readonly name: string
  readonly key: readonly string[]
  readonly columns: readonly BaseColumn[]
}
export type Base = readonly BaseTable[]

const c = (name: string, type: string, more: Partial<BaseColumn> = {}): BaseColumn => ({
  name,
  type,
  ...more,
})

/**
 * Six small schemas of the Skarholm Seed Vault: the model answers to which the labelled answers are aligned.
 */
export const BASES: Readonly<Record<string, Base>> = {
  exchange: [
    {
      name: 'garden',
      key: ['code'],
      columns: [
        c('code', 'char(4)'),
        c('name', 'varchar(80)'),
        c('address', 'varchar(200)'),
        c('closed_on', 'date', { null: true }),
      ],
    },
    { name: 'trip', key: ['trip_no'], columns: [c('trip_no', 'integer'), c('set_out_on', 'date')] },
    {
      name: 'accession',
      key: ['accession_no'],
      columns: [
        c('accession_no', 'char(9)'),
        c('taxon_name', 'varchar(60)'),
        c('trip_no', 'integer', { null: true, ref: 'trip', role: 'trip' }),
      ],
    },
    {
      name: 'dispatch',
      key: ['dispatch_no'],
      columns: [
        c('dispatch_no', 'integer'),
        c('garden_code', 'char(4)', { ref: 'garden', role: 'garden' }),
        c('left_on', 'date'),
      ],
    },
    {
      name: 'dispatch_line',
      key: ['dispatch_no', 'accession_no'],
      columns: [
        c('dispatch_no', 'integer', { ref: 'dispatch', role: 'dispatch' }),
        c('accession_no', 'char(9)', { ref: 'accession', role: 'accession' }),
        c('seeds_sent', 'integer'),
        c('price', 'numeric(6,2)'),
      ],
    },
  ],
  crew: [
    {
      name: 'trip',
      key: ['trip_no'],
      columns: [c('trip_no', 'integer'), c('set_out_on', 'date'), c('site', 'varchar(60)')],
    },
    {
      name: 'collector',
      key: ['code'],
      columns: [c('code', 'char(3)'), c('name', 'varchar(80)'), c('phone', 'varchar(20)', { null: true })],
    },
    {
      name: 'participation',
      key: ['trip_no', 'collector_code'],
      columns: [
        c('trip_no', 'integer', { ref: 'trip', role: 'trip' }),
        c('collector_code', 'char(3)', { ref: 'collector', role: 'collector' }),
        c('duty', 'varchar(30)'),
      ],
    },
  ],
  drawers: [
    {
      name: 'bay',
      key: ['hall', 'bay_no'],
      columns: [c('hall', 'varchar(20)'), c('bay_no', 'integer'), c('is_cooled', 'boolean')],
    },
    {
      name: 'drawer',
      key: ['hall', 'bay_no', 'drawer_no'],
      columns: [
        c('hall', 'varchar(20)', { ref: 'bay', role: 'bay' }),
        c('bay_no', 'integer', { ref: 'bay', role: 'bay' }),
        c('drawer_no', 'integer'),
        c('width_mm', 'integer', { null: true }),
      ],
    },
    {
      name: 'packet',
      key: ['packet_no'],
      columns: [c('packet_no', 'char(8)'), c('weight', 'numeric(6,2)'), c('sealed_on', 'date')],
    },
    {
      name: 'placement',
      key: ['packet_no', 'placed_on'],
      columns: [
        c('packet_no', 'char(8)', { ref: 'packet', role: 'packet' }),
        c('hall', 'varchar(20)', { ref: 'drawer', role: 'drawer' }),
        c('bay_no', 'integer', { ref: 'drawer', role: 'drawer' }),
        c('drawer_no', 'integer', { ref: 'drawer', role: 'drawer' }),
        c('placed_on', 'date'),
        c('taken_out_on', 'date', { null: true }),
      ],
    },
  ],
  trials: [
    {
      name: 'taxon',
      key: ['taxon_name'],
      columns: [c('taxon_name', 'varchar(60)'), c('genus', 'varchar(40)'), c('family', 'varchar(40)')],
    },
    {
      name: 'accession',
      key: ['accession_no'],
      columns: [
        c('accession_no', 'char(9)'),
        c('taxon_name', 'varchar(60)', { ref: 'taxon', role: 'taxon' }),
        c('stored_on', 'date'),
      ],
    },
    {
      name: 'trial',
      key: ['trial_no'],
      columns: [
        c('trial_no', 'integer'),
        c('accession_no', 'char(9)', { ref: 'accession', role: 'accession' }),
        c('tested_on', 'date'),
        c('temperature', 'numeric(4,1)'),
        c('seeds_sown', 'integer'),
        c('viable_percent', 'smallint', { null: true }),
      ],
    },
  ],
  keepers: [
    {
      name: 'bay',
      key: ['bay_no'],
      columns: [
        c('bay_no', 'integer'),
        c('hall', 'varchar(20)'),
        c('keeper_no', 'integer', { null: true, ref: 'keeper', role: 'keeper' }),
      ],
    },
    {
      name: 'keeper',
      key: ['keeper_no'],
      columns: [
        c('keeper_no', 'integer'),
        c('name', 'varchar(80)'),
        c('hired_on', 'date'),
        c('home_bay_no', 'integer', { null: true, ref: 'bay', role: 'home_bay' }),
      ],
    },
  ],
  loans: [
    { name: 'garden', key: ['code'], columns: [c('code', 'char(4)'), c('name', 'varchar(80)')] },
    {
      name: 'accession',
      key: ['accession_no'],
      columns: [c('accession_no', 'char(9)'), c('taxon_name', 'varchar(60)')],
    },
    {
      name: 'loan',
      key: ['loan_no'],
      columns: [
        c('loan_no', 'integer'),
        c('from_garden', 'char(4)', { ref: 'garden', role: 'from_garden' }),
        c('to_garden', 'char(4)', { ref: 'garden', role: 'to_garden' }),
        c('lent_on', 'date'),
        c('returned_on', 'date', { null: true }),
      ],
    },
    {
      name: 'loan_item',
      key: ['loan_no', 'accession_no'],
      columns: [
        c('loan_no', 'integer', { ref: 'loan', role: 'loan' }),
        c('accession_no', 'char(9)', { ref: 'accession', role: 'accession' }),
        c('seeds_lent', 'integer'),
      ],
    },
  ],
}
