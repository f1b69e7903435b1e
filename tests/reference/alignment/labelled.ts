import { BASES, type Base, type BaseColumn, type BaseTable } from './bases'

/**
 * Labelled answers: each is a base with its names changed and its layout altered, so that the right pairing
 * is known. The names were written down by hand before the aligner they judge; `aside` cases are run once at
 * the end and are not looked at while working on it.
 */
export interface Labelled {
  readonly name: string
  readonly kind:
    | 'same'
    | 'renamed'
    | 'abbreviated'
    | 'other language with glossary'
    | 'other language'
    | 'prefixed'
    | 'surrogate'
    | 'split'
    | 'merged'
    | 'misleading'
    | 'no references'
  readonly base: string
  readonly aside: boolean
  readonly glossary: readonly { readonly element: string; readonly names: readonly string[] }[]
  readonly script: string
  /**
   * Element to what stands for it: a table, `table.column`, or for a role its columns joined by "+"; only
   * what can be found at all.
   */
  readonly truth: Readonly<Record<string, string>>
}

type Names = Readonly<Record<string, string>>
interface Change {
  readonly surrogate?: boolean
  readonly bare?: boolean
  readonly prefix?: boolean
  readonly reversed?: boolean
  readonly upper?: boolean
}

/**
 * The answer's name for a base table or column: `names` says "table" or "table.column"; a column not named
 * keeps its name.
 */
function renamed(names: Names, { prefix = false, upper = false }: Change) {
  const table = (name: string): string => style(prefix ? `tbl_${names[name] ?? name}` : (names[name] ?? name))
  const column = ({ name: owner }: BaseTable, { name }: BaseColumn): string => {
    const own = names[`${owner}.${name}`] ?? name
    return style(prefix ? `${owner.slice(0, 3)}_${own}` : own)
  }
  const style = (name: string): string => (upper ? name.toUpperCase() : name)
  return { table, column }
}

function build(base: Base, names: Names, change: Change): { script: string; truth: Record<string, string> } {
  const { table, column } = renamed(names, change)
  const truth: Record<string, string> = {}
  const find = (name: string): BaseTable => base.find(other => other.name === name)!
  const later: string[] = []
  const statements = base.map(own => {
    const t = table(own.name)
    truth[own.name] = t
    const lines: string[] = []
    if (change.surrogate) lines.push(`  id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY`)
    const roles = new Map<string, BaseColumn[]>()
    for (const col of own.columns) if (col.role) roles.set(col.role, [...(roles.get(col.role) ?? []), col])
    const keyed: string[] = []
    const handled = new Set<string>()
    for (const col of own.columns) {
      const target = col.ref ? find(col.ref) : undefined
      if (col.role && target && change.surrogate) {
        if (handled.has(col.role)) continue
        handled.add(col.role)
        const name = `${(names[`${own.name}.${col.name}`] ?? col.name).replace(/_(no|code|nr|id)$/i, '')}_id`
        lines.push(`  ${name} integer${col.null ? '' : ' NOT NULL'}`)
        if (!change.bare)
          later.push(`ALTER TABLE ${t} ADD FOREIGN KEY (${name}) REFERENCES ${table(target.name)} (id);`)
        truth[`${own.name}.${col.role}`] = `${t}.${name}`
        if (own.key.includes(col.name)) keyed.push(name)
        continue
      }
      lines.push(`  ${column(own, col)} ${col.type}${col.null ? '' : ' NOT NULL'}`)
      if (own.key.includes(col.name)) keyed.push(column(own, col))
      if (!col.role) truth[`${own.name}.${col.name}`] = `${t}.${column(own, col)}`
    }
    for (const [role, columns] of roles) {
      if (change.surrogate) continue
      truth[`${own.name}.${role}`] = `${t}.${columns.map(col => column(own, col)).join('+')}`
      const target = find(columns[0]!.ref!)
      if (!change.bare) {
        const there = target.key.map(key =>
          column(
            target,
            target.columns.find(({ name }) => name === key)!,
          ),
        )
        later.push(
          `ALTER TABLE ${t} ADD FOREIGN KEY (${columns.map(col => column(own, col)).join(', ')}) REFERENCES ${table(target.name)} (${there.join(', ')});`,
        )
      }
    }
    lines.push(`  ${change.surrogate ? 'UNIQUE' : 'PRIMARY KEY'} (${keyed.join(', ')})`)
    return `CREATE TABLE ${t} (\n${lines.join(',\n')}\n);`
  })
  return { script: [...(change.reversed ? statements.reverse() : statements), ...later].join('\n'), truth }
}

interface Dictionary {
  readonly renamed: Names
  readonly again: Names
  readonly short: Names
  readonly german: Names
  readonly misleading: readonly Names[]
}

const WORDS: Readonly<Record<string, Dictionary>> = {
  exchange: {
    renamed: {
      'garden': 'partner',
      'garden.code': 'partner_code',
      'garden.name': 'partner_name',
      'garden.address': 'postal_address',
      'garden.closed_on': 'date_closed',
      'trip': 'collecting_trip',
      'trip.trip_no': 'number',
      'trip.set_out_on': 'started_on',
      'accession.taxon_name': 'taxon',
      'accession.trip_no': 'collecting_trip',
      'dispatch': 'shipment',
      'dispatch.dispatch_no': 'shipment_no',
      'dispatch.garden_code': 'partner',
      'dispatch.left_on': 'shipped_on',
      'dispatch_line': 'shipment_line',
      'dispatch_line.dispatch_no': 'shipment_no',
      'dispatch_line.seeds_sent': 'number_of_seeds',
    },
    again: {
      'garden': 'botanic_gardens',
      'garden.code': 'garden_id',
      'garden.name': 'garden_name',
      'garden.closed_on': 'closing_day',
      'trip': 'expeditions',
      'trip.trip_no': 'expedition_no',
      'trip.set_out_on': 'departure',
      'accession': 'accessions',
      'accession.accession_no': 'acc_no',
      'accession.taxon_name': 'species',
      'accession.trip_no': 'expedition_no',
      'dispatch': 'sendings',
      'dispatch.dispatch_no': 'sending_no',
      'dispatch.garden_code': 'sent_to',
      'dispatch.left_on': 'day_left',
      'dispatch_line': 'sending_contents',
      'dispatch_line.dispatch_no': 'sending_no',
      'dispatch_line.accession_no': 'acc_no',
      'dispatch_line.seeds_sent': 'quantity',
      'dispatch_line.price': 'unit_price',
    },
    short: {
      'garden': 'gdn',
      'garden.code': 'cd',
      'garden.name': 'nm',
      'garden.address': 'addr',
      'garden.closed_on': 'closed',
      'trip.trip_no': 'trp_no',
      'trip.set_out_on': 'set_out',
      'accession': 'acc',
      'accession.accession_no': 'acc_no',
      'accession.taxon_name': 'tax_nm',
      'accession.trip_no': 'trp_no',
      'dispatch': 'disp',
      'dispatch.dispatch_no': 'disp_no',
      'dispatch.garden_code': 'gdn_cd',
      'dispatch.left_on': 'left_dt',
      'dispatch_line': 'disp_ln',
      'dispatch_line.dispatch_no': 'disp_no',
      'dispatch_line.accession_no': 'acc_no',
      'dispatch_line.seeds_sent': 'seeds',
      'dispatch_line.price': 'prc',
    },
    german: {
      'garden': 'Garten',
      'garden.code': 'Kuerzel',
      'garden.name': 'Bezeichnung',
      'garden.address': 'Anschrift',
      'garden.closed_on': 'geschlossen_am',
      'trip': 'Reise',
      'trip.trip_no': 'Reisenummer',
      'trip.set_out_on': 'Aufbruch',
      'accession': 'Zugang',
      'accession.accession_no': 'Zugangsnummer',
      'accession.taxon_name': 'Taxon',
      'accession.trip_no': 'Reisenummer',
      'dispatch': 'Sendung',
      'dispatch.dispatch_no': 'Sendungsnummer',
      'dispatch.garden_code': 'Kuerzel',
      'dispatch.left_on': 'abgegangen_am',
      'dispatch_line': 'Zeile',
      'dispatch_line.dispatch_no': 'Sendungsnummer',
      'dispatch_line.accession_no': 'Zugangsnummer',
      'dispatch_line.seeds_sent': 'Samenzahl',
      'dispatch_line.price': 'Preis',
    },
    misleading: [
      {
        'garden': 'dispatch',
        'dispatch': 'delivery',
        'dispatch.dispatch_no': 'delivery_no',
        'dispatch.garden_code': 'dispatch_code',
        'dispatch_line': 'delivery_line',
        'dispatch_line.dispatch_no': 'delivery_no',
      },
      {
        'trip': 'accession',
        'trip.trip_no': 'accession_no',
        'accession': 'seed_lot',
        'accession.accession_no': 'lot_no',
        'accession.trip_no': 'accession_no',
        'dispatch_line.accession_no': 'lot_no',
      },
    ],
  },
  crew: {
    renamed: {
      'trip': 'expedition',
      'trip.trip_no': 'expedition_no',
      'trip.set_out_on': 'departure_date',
      'trip.site': 'place',
      'collector': 'field_collector',
      'collector.name': 'full_name',
      'collector.phone': 'telephone',
      'participation': 'trip_member',
      'participation.trip_no': 'expedition_no',
      'participation.collector_code': 'collector',
      'participation.duty': 'role',
    },
    again: {
      'trip': 'trips',
      'trip.trip_no': 'id',
      'trip.set_out_on': 'date',
      'collector': 'people',
      'collector.code': 'person_code',
      'collector.name': 'person_name',
      'collector.phone': 'phone_number',
      'participation': 'took_part',
      'participation.trip_no': 'trip',
      'participation.collector_code': 'person',
      'participation.duty': 'task',
    },
    short: {
      'trip.trip_no': 'tno',
      'trip.set_out_on': 'set_out',
      'collector': 'coll',
      'collector.code': 'cd',
      'collector.name': 'nm',
      'collector.phone': 'ph',
      'participation': 'part',
      'participation.trip_no': 'tno',
      'participation.collector_code': 'coll_cd',
    },
    german: {
      'trip': 'Reise',
      'trip.trip_no': 'Reisenr',
      'trip.set_out_on': 'Aufbruch',
      'trip.site': 'Fundort',
      'collector': 'Sammler',
      'collector.code': 'Kuerzel',
      'collector.name': 'Name',
      'collector.phone': 'Telefon',
      'participation': 'Teilnahme',
      'participation.trip_no': 'Reisenr',
      'participation.collector_code': 'Sammlerkuerzel',
      'participation.duty': 'Aufgabe',
    },
    misleading: [
      { 'trip': 'collector_list', 'trip.trip_no': 'list_no', 'participation.trip_no': 'list_no' },
      {
        'collector': 'trip_person',
        'collector.code': 'trip_code',
        'collector.name': 'trip_name',
        'participation.collector_code': 'trip_code',
        'participation.trip_no': 'outing',
      },
    ],
  },
  drawers: {
    renamed: {
      'bay': 'shelf_bay',
      'bay.hall': 'hall_name',
      'bay.is_cooled': 'cooled',
      'drawer.hall': 'hall_name',
      'drawer.width_mm': 'width',
      'packet': 'seed_packet',
      'packet.packet_no': 'packet_number',
      'packet.weight': 'weight_grams',
      'packet.sealed_on': 'seal_date',
      'placement': 'storage',
      'placement.packet_no': 'packet_number',
      'placement.hall': 'hall_name',
      'placement.placed_on': 'from_date',
      'placement.taken_out_on': 'until_date',
    },
    again: {
      'bay': 'bays',
      'bay.bay_no': 'bay',
      'bay.is_cooled': 'has_cooling',
      'drawer': 'drawers',
      'drawer.bay_no': 'bay',
      'drawer.drawer_no': 'drawer',
      'packet': 'packets',
      'packet.packet_no': 'code',
      'packet.sealed_on': 'sealed',
      'placement': 'packet_positions',
      'placement.packet_no': 'packet',
      'placement.bay_no': 'bay',
      'placement.drawer_no': 'drawer',
      'placement.placed_on': 'put_in',
      'placement.taken_out_on': 'taken_out',
    },
    short: {
      'bay.hall': 'hl',
      'bay.bay_no': 'bno',
      'bay.is_cooled': 'cooled',
      'drawer': 'drw',
      'drawer.hall': 'hl',
      'drawer.bay_no': 'bno',
      'drawer.drawer_no': 'dno',
      'drawer.width_mm': 'wdth',
      'packet': 'pkt',
      'packet.packet_no': 'pkt_no',
      'packet.weight': 'wght',
      'packet.sealed_on': 'sealed',
      'placement': 'plcmnt',
      'placement.packet_no': 'pkt_no',
      'placement.hall': 'hl',
      'placement.bay_no': 'bno',
      'placement.drawer_no': 'dno',
      'placement.placed_on': 'plcd',
      'placement.taken_out_on': 'out',
    },
    german: {
      'bay': 'Regal',
      'bay.hall': 'Halle',
      'bay.bay_no': 'Regalnr',
      'bay.is_cooled': 'gekuehlt',
      'drawer': 'Schublade',
      'drawer.hall': 'Halle',
      'drawer.bay_no': 'Regalnr',
      'drawer.drawer_no': 'Schubladennr',
      'drawer.width_mm': 'Breite',
      'packet': 'Tuete',
      'packet.packet_no': 'Tuetennr',
      'packet.weight': 'Gewicht',
      'packet.sealed_on': 'versiegelt_am',
      'placement': 'Lagerung',
      'placement.packet_no': 'Tuetennr',
      'placement.hall': 'Halle',
      'placement.bay_no': 'Regalnr',
      'placement.drawer_no': 'Schubladennr',
      'placement.placed_on': 'eingelegt_am',
      'placement.taken_out_on': 'entnommen_am',
    },
    misleading: [
      {
        'bay': 'drawer',
        'bay.bay_no': 'drawer_no',
        'drawer': 'tray',
        'drawer.bay_no': 'drawer_no',
        'drawer.drawer_no': 'tray_no',
        'placement.bay_no': 'drawer_no',
        'placement.drawer_no': 'tray_no',
      },
      {
        'packet': 'placement',
        'packet.sealed_on': 'placed_on',
        'placement': 'packet_history',
        'placement.placed_on': 'since',
        'placement.taken_out_on': 'until',
      },
    ],
  },
  trials: {
    renamed: {
      'taxon': 'species',
      'taxon.taxon_name': 'species_name',
      'taxon.family': 'plant_family',
      'accession.taxon_name': 'species',
      'accession.stored_on': 'storage_date',
      'trial': 'germination_test',
      'trial.trial_no': 'test_no',
      'trial.tested_on': 'test_date',
      'trial.temperature': 'temp_celsius',
      'trial.seeds_sown': 'sown',
      'trial.viable_percent': 'viability',
    },
    again: {
      'taxon': 'taxa',
      'taxon.taxon_name': 'name',
      'accession': 'seed_accession',
      'accession.accession_no': 'number',
      'accession.taxon_name': 'taxon',
      'accession.stored_on': 'since',
      'trial': 'germination_trials',
      'trial.trial_no': 'id',
      'trial.accession_no': 'seed_accession',
      'trial.tested_on': 'day',
      'trial.seeds_sown': 'seed_count',
      'trial.viable_percent': 'percent_viable',
    },
    short: {
      'taxon': 'tax',
      'taxon.taxon_name': 'tax_nm',
      'taxon.genus': 'gen',
      'taxon.family': 'fam',
      'accession': 'accn',
      'accession.accession_no': 'accn_no',
      'accession.taxon_name': 'tax_nm',
      'accession.stored_on': 'strd',
      'trial': 'trl',
      'trial.trial_no': 'trl_no',
      'trial.accession_no': 'accn_no',
      'trial.tested_on': 'tstd',
      'trial.temperature': 'temp',
      'trial.seeds_sown': 'seeds',
      'trial.viable_percent': 'viable',
    },
    german: {
      'taxon': 'Art',
      'taxon.taxon_name': 'Artname',
      'taxon.genus': 'Gattung',
      'taxon.family': 'Familie',
      'accession': 'Zugang',
      'accession.accession_no': 'Zugangsnr',
      'accession.taxon_name': 'Artname',
      'accession.stored_on': 'eingelagert_am',
      'trial': 'Keimversuch',
      'trial.trial_no': 'Versuchsnr',
      'trial.accession_no': 'Zugangsnr',
      'trial.tested_on': 'geprueft_am',
      'trial.temperature': 'Temperatur',
      'trial.seeds_sown': 'gesaet',
      'trial.viable_percent': 'keimfaehig',
    },
    misleading: [
      {
        'accession': 'trial',
        'accession.accession_no': 'trial_no',
        'trial': 'sowing',
        'trial.trial_no': 'sowing_no',
        'trial.accession_no': 'trial_no',
      },
      {
        'taxon': 'accession_name',
        'taxon.taxon_name': 'accession_name',
        'accession.taxon_name': 'accession_name',
      },
    ],
  },
  keepers: {
    renamed: {
      'bay': 'storage_bay',
      'bay.bay_no': 'bay_number',
      'bay.keeper_no': 'keeper',
      'keeper': 'bay_keeper',
      'keeper.keeper_no': 'staff_no',
      'keeper.name': 'full_name',
      'keeper.hired_on': 'hire_date',
      'keeper.home_bay_no': 'home_bay',
    },
    again: {
      'bay': 'bays',
      'bay.bay_no': 'id',
      'bay.keeper_no': 'kept_by',
      'keeper': 'keepers',
      'keeper.keeper_no': 'id',
      'keeper.name': 'keeper_name',
      'keeper.hired_on': 'since',
      'keeper.home_bay_no': 'base_bay',
    },
    short: {
      'bay.bay_no': 'bno',
      'bay.hall': 'hl',
      'bay.keeper_no': 'kpr',
      'keeper': 'kpr',
      'keeper.keeper_no': 'kno',
      'keeper.name': 'nm',
      'keeper.hired_on': 'hired',
      'keeper.home_bay_no': 'home_bay',
    },
    german: {
      'bay': 'Regal',
      'bay.bay_no': 'Regalnr',
      'bay.hall': 'Halle',
      'bay.keeper_no': 'Wartnr',
      'keeper': 'Wart',
      'keeper.keeper_no': 'Wartnr',
      'keeper.name': 'Name',
      'keeper.hired_on': 'eingestellt_am',
      'keeper.home_bay_no': 'Heimatregal',
    },
    misleading: [
      { 'bay': 'keeper_place', 'bay.bay_no': 'place_no', 'keeper.home_bay_no': 'place_no' },
      {
        'keeper': 'bay_person',
        'keeper.keeper_no': 'bay_person_no',
        'bay.keeper_no': 'bay_person_no',
        'keeper.name': 'hall_name',
      },
    ],
  },
  loans: {
    renamed: {
      'garden': 'partner_garden',
      'garden.name': 'garden_name',
      'accession.taxon_name': 'taxon',
      'loan': 'lending',
      'loan.loan_no': 'lending_no',
      'loan.from_garden': 'lender',
      'loan.to_garden': 'borrower',
      'loan.lent_on': 'lending_date',
      'loan.returned_on': 'return_date',
      'loan_item': 'lending_item',
      'loan_item.loan_no': 'lending_no',
      'loan_item.seeds_lent': 'seeds',
    },
    again: {
      'garden': 'gardens',
      'garden.code': 'garden_code',
      'accession': 'accessions',
      'accession.accession_no': 'acc_no',
      'loan': 'loans',
      'loan.loan_no': 'id',
      'loan.from_garden': 'sending_garden',
      'loan.to_garden': 'receiving_garden',
      'loan.lent_on': 'out_on',
      'loan.returned_on': 'back_on',
      'loan_item': 'loan_lines',
      'loan_item.loan_no': 'loan',
      'loan_item.accession_no': 'acc_no',
      'loan_item.seeds_lent': 'amount',
    },
    short: {
      'garden': 'gdn',
      'garden.code': 'cd',
      'garden.name': 'nm',
      'accession': 'acc',
      'accession.accession_no': 'acc_no',
      'accession.taxon_name': 'tax_nm',
      'loan': 'ln',
      'loan.loan_no': 'ln_no',
      'loan.from_garden': 'frm_gdn',
      'loan.to_garden': 'to_gdn',
      'loan.lent_on': 'lent',
      'loan.returned_on': 'retd',
      'loan_item': 'ln_itm',
      'loan_item.loan_no': 'ln_no',
      'loan_item.accession_no': 'acc_no',
      'loan_item.seeds_lent': 'seeds',
    },
    german: {
      'garden': 'Garten',
      'garden.code': 'Kuerzel',
      'garden.name': 'Bezeichnung',
      'accession': 'Zugang',
      'accession.accession_no': 'Zugangsnr',
      'accession.taxon_name': 'Taxon',
      'loan': 'Leihe',
      'loan.loan_no': 'Leihnr',
      'loan.from_garden': 'von_Garten',
      'loan.to_garden': 'an_Garten',
      'loan.lent_on': 'verliehen_am',
      'loan.returned_on': 'zurueck_am',
      'loan_item': 'Leihposten',
      'loan_item.loan_no': 'Leihnr',
      'loan_item.accession_no': 'Zugangsnr',
      'loan_item.seeds_lent': 'Samenzahl',
    },
    misleading: [
      { 'loan.from_garden': 'garden_a', 'loan.to_garden': 'garden_b' },
      {
        'garden': 'loan',
        'loan': 'borrowing',
        'loan.loan_no': 'borrowing_no',
        'loan_item': 'borrowing_item',
        'loan_item.loan_no': 'borrowing_no',
      },
    ],
  },
}

/** The names as a glossary that an instructor would have written: element to name. */
function glossaryOf(base: Base, names: Names): Labelled['glossary'] {
  return Object.entries(names).map(([element, name]) => {
    const [table, column] = element.split('.')
    const role = base.find(other => other.name === table)?.columns.find(other => other.name === column)?.role
    return { element: role ? `${table}.${role}` : element, names: [name] }
  })
}

/** Splits and merges, written out: the truth of what moves is given beside. */
interface Written {
  readonly base: string
  readonly kind: 'split' | 'merged'
  readonly script: string
  readonly truth: Readonly<Record<string, string>>
}
const WRITTEN: readonly Written[] = [
  {
    base: 'exchange',
    kind: 'split',
    script: `CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL);
CREATE TABLE garden_contact (code char(4) PRIMARY KEY REFERENCES garden, address varchar(200) NOT NULL, closed_on date);
CREATE TABLE trip (trip_no integer PRIMARY KEY, set_out_on date NOT NULL);
CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL, trip_no integer REFERENCES trip);
CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden_code char(4) NOT NULL REFERENCES garden, left_on date NOT NULL);
CREATE TABLE dispatch_line (dispatch_no integer REFERENCES dispatch, accession_no char(9) REFERENCES accession, seeds_sent integer NOT NULL, price numeric(6,2) NOT NULL, PRIMARY KEY (dispatch_no, accession_no));`,
    truth: {
      'garden': 'garden',
      'garden.name': 'garden.name',
      'garden.address': 'garden_contact.address',
      'garden.closed_on': 'garden_contact.closed_on',
      'dispatch.garden': 'dispatch.garden_code',
      'dispatch': 'dispatch',
    },
  },
  {
    base: 'crew',
    kind: 'split',
    script: `CREATE TABLE trip (trip_no integer PRIMARY KEY, set_out_on date NOT NULL, site varchar(60) NOT NULL);
CREATE TABLE collector (code char(3) PRIMARY KEY, name varchar(80) NOT NULL);
CREATE TABLE collector_phone (collector_code char(3) PRIMARY KEY REFERENCES collector, phone varchar(20) NOT NULL);
CREATE TABLE participation (trip_no integer REFERENCES trip, collector_code char(3) REFERENCES collector, duty varchar(30) NOT NULL, PRIMARY KEY (trip_no, collector_code));`,
    truth: {
      'collector': 'collector',
      'collector.phone': 'collector_phone.phone',
      'collector.name': 'collector.name',
      'participation': 'participation',
      'participation.collector': 'participation.collector_code',
    },
  },
  {
    base: 'trials',
    kind: 'split',
    script: `CREATE TABLE taxon (taxon_name varchar(60) PRIMARY KEY, genus varchar(40) NOT NULL, family varchar(40) NOT NULL);
CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL REFERENCES taxon, stored_on date NOT NULL);
CREATE TABLE trial (trial_no integer PRIMARY KEY, accession_no char(9) NOT NULL REFERENCES accession, tested_on date NOT NULL);
CREATE TABLE trial_result (trial_no integer PRIMARY KEY REFERENCES trial, temperature numeric(4,1) NOT NULL, seeds_sown integer NOT NULL, viable_percent smallint);`,
    truth: {
      'trial': 'trial',
      'trial.tested_on': 'trial.tested_on',
      'trial.temperature': 'trial_result.temperature',
      'trial.seeds_sown': 'trial_result.seeds_sown',
      'trial.viable_percent': 'trial_result.viable_percent',
      'taxon': 'taxon',
    },
  },
  {
    base: 'drawers',
    kind: 'split',
    script: `CREATE TABLE bay (hall varchar(20), bay_no integer, is_cooled boolean NOT NULL, PRIMARY KEY (hall, bay_no));
CREATE TABLE drawer (hall varchar(20), bay_no integer, drawer_no integer, width_mm integer, PRIMARY KEY (hall, bay_no, drawer_no), FOREIGN KEY (hall, bay_no) REFERENCES bay);
CREATE TABLE packet (packet_no char(8) PRIMARY KEY, sealed_on date NOT NULL);
CREATE TABLE packet_weight (packet char(8) PRIMARY KEY REFERENCES packet, weight numeric(6,2) NOT NULL);
CREATE TABLE placement (packet_no char(8) REFERENCES packet, hall varchar(20) NOT NULL, bay_no integer NOT NULL, drawer_no integer NOT NULL, placed_on date, taken_out_on date, PRIMARY KEY (packet_no, placed_on), FOREIGN KEY (hall, bay_no, drawer_no) REFERENCES drawer);`,
    truth: {
      'packet': 'packet',
      'packet.weight': 'packet_weight.weight',
      'packet.sealed_on': 'packet.sealed_on',
      'placement.packet': 'placement.packet_no',
      'placement.drawer': 'placement.hall+bay_no+drawer_no',
    },
  },
  {
    base: 'loans',
    kind: 'split',
    script: `CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL);
CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL);
CREATE TABLE loan (loan_no integer PRIMARY KEY, from_garden char(4) NOT NULL REFERENCES garden, to_garden char(4) NOT NULL REFERENCES garden, lent_on date NOT NULL);
CREATE TABLE loan_return (loan_no integer PRIMARY KEY REFERENCES loan, returned_on date NOT NULL);
CREATE TABLE loan_item (loan_no integer REFERENCES loan, accession_no char(9) REFERENCES accession, seeds_lent integer NOT NULL, PRIMARY KEY (loan_no, accession_no));`,
    truth: {
      'loan': 'loan',
      'loan.returned_on': 'loan_return.returned_on',
      'loan.lent_on': 'loan.lent_on',
      'loan.from_garden': 'loan.from_garden',
      'loan_item': 'loan_item',
    },
  },
  {
    base: 'exchange',
    kind: 'merged',
    script: `CREATE TABLE trip (trip_no integer PRIMARY KEY, set_out_on date NOT NULL);
CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL, trip_no integer REFERENCES trip);
CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden_code char(4) NOT NULL, garden_name varchar(80) NOT NULL, garden_address varchar(200) NOT NULL, left_on date NOT NULL);
CREATE TABLE dispatch_line (dispatch_no integer REFERENCES dispatch, accession_no char(9) REFERENCES accession, seeds_sent integer NOT NULL, price numeric(6,2) NOT NULL, PRIMARY KEY (dispatch_no, accession_no));`,
    truth: {
      'dispatch': 'dispatch',
      'garden': 'dispatch',
      'garden.code': 'dispatch.garden_code',
      'garden.name': 'dispatch.garden_name',
      'garden.address': 'dispatch.garden_address',
      'dispatch.left_on': 'dispatch.left_on',
    },
  },
  {
    base: 'trials',
    kind: 'merged',
    script: `CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL, genus varchar(40) NOT NULL, family varchar(40) NOT NULL, stored_on date NOT NULL);
CREATE TABLE trial (trial_no integer PRIMARY KEY, accession_no char(9) NOT NULL REFERENCES accession, tested_on date NOT NULL, temperature numeric(4,1) NOT NULL, seeds_sown integer NOT NULL, viable_percent smallint);`,
    truth: {
      'accession': 'accession',
      'taxon': 'accession',
      'taxon.taxon_name': 'accession.taxon_name',
      'taxon.genus': 'accession.genus',
      'taxon.family': 'accession.family',
      'trial': 'trial',
    },
  },
  {
    base: 'crew',
    kind: 'merged',
    script: `CREATE TABLE trip (trip_no integer PRIMARY KEY, set_out_on date NOT NULL, site varchar(60) NOT NULL);
CREATE TABLE participation (trip_no integer REFERENCES trip, collector_code char(3), collector_name varchar(80) NOT NULL, collector_phone varchar(20), duty varchar(30) NOT NULL, PRIMARY KEY (trip_no, collector_code));`,
    truth: {
      'trip': 'trip',
      'participation': 'participation',
      'collector': 'participation',
      'collector.code': 'participation.collector_code',
      'collector.name': 'participation.collector_name',
      'collector.phone': 'participation.collector_phone',
      'participation.duty': 'participation.duty',
    },
  },
  {
    base: 'loans',
    kind: 'merged',
    script: `CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL);
CREATE TABLE loan (loan_no integer PRIMARY KEY, from_garden char(4) NOT NULL REFERENCES garden, to_garden char(4) NOT NULL REFERENCES garden, lent_on date NOT NULL, returned_on date);
CREATE TABLE loan_item (loan_no integer REFERENCES loan, accession_no char(9), accession_taxon_name varchar(60) NOT NULL, seeds_lent integer NOT NULL, PRIMARY KEY (loan_no, accession_no));`,
    truth: {
      'loan': 'loan',
      'loan_item': 'loan_item',
      'accession': 'loan_item',
      'accession.accession_no': 'loan_item.accession_no',
      'accession.taxon_name': 'loan_item.accession_taxon_name',
    },
  },
  {
    base: 'keepers',
    kind: 'merged',
    script:
      'CREATE TABLE bay (bay_no integer PRIMARY KEY, hall varchar(20) NOT NULL, keeper_no integer, keeper_name varchar(80), keeper_hired_on date);',
    truth: {
      'bay': 'bay',
      'keeper': 'bay',
      'keeper.keeper_no': 'bay.keeper_no',
      'keeper.name': 'bay.keeper_name',
      'keeper.hired_on': 'bay.keeper_hired_on',
    },
  },
]

function variants(base: string, words: Dictionary): Omit<Labelled, 'aside'>[] {
  const schema = BASES[base]!
  const make = (
    kind: Labelled['kind'],
    names: Names,
    change: Change = {},
    glossary: Labelled['glossary'] = [],
    more = '',
  ): Omit<Labelled, 'aside'> => ({
    name: `${base}: ${kind}${more}`,
    kind,
    base,
    glossary,
    ...build(schema, names, change),
  })
  return [
    make('same', {}, { reversed: true, upper: true }),
    make('renamed', words.renamed),
    make('renamed', words.again, {}, [], ' again'),
    make('abbreviated', words.short),
    make('other language with glossary', words.german, {}, glossaryOf(schema, words.german)),
    make('other language', words.german),
    make('prefixed', {}, { prefix: true }),
    make('prefixed', words.renamed, { prefix: true }, [], ' and renamed'),
    make('surrogate', {}, { surrogate: true }),
    make('surrogate', words.renamed, { surrogate: true }, [], ' and renamed'),
    ...words.misleading.map((names, i) => make('misleading', names, {}, [], ` ${i + 1}`)),
    make('no references', {}, { bare: true }),
    make('no references', words.renamed, { bare: true }, [], ' and renamed'),
  ]
}

/** Every third case is set aside. */
export const LABELLED: readonly Labelled[] = [
  ...Object.entries(WORDS).flatMap(([base, words]) => variants(base, words)),
  ...WRITTEN.map(({ base, kind, script, truth }) => ({
    name: `${base}: ${kind}`,
    kind,
    base,
    glossary: [],
    script,
    truth,
  })),
].map((labelled, i) => ({ ...labelled, aside: i % 3 === 2 }))

/** The model answer of a base as a script. */
export function modelScript(base: string): string {
  return build(BASES[base]!, {}, {}).script
}
