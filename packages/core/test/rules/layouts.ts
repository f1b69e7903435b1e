import type { Rule } from '../../src/rules'

/**
 * A second table of golden cases, for what the semantics' own does not cover. Each layout has a cell for each
 * rule: its verdict (u upheld, b broken, s too strict, n not shown, c cannot tell) and the reason in a line.
 * They were argued by hand from section 2 and 3 of the semantics.
 */
export interface World {
  readonly name: string
  readonly model: string
  readonly rules: readonly Rule[]
  readonly layouts: readonly Layout[]
}
export interface Layout {
  readonly name: string
  readonly script: string
  readonly cells: readonly string[]
}

const layout = (name: string, script: string, ...cells: string[]): Layout => ({ name, script, cells })

const BAY = 'CREATE TABLE bay (hall varchar(20), bay_no integer, PRIMARY KEY (hall, bay_no));'
const WEAK: World = {
  name: 'a weak entity: drawers are numbered within their bay',
  model: `${BAY}
    CREATE TABLE drawer (hall varchar(20), bay_no integer, drawer_no integer, width integer, PRIMARY KEY (hall, bay_no, drawer_no), FOREIGN KEY (hall, bay_no) REFERENCES bay);`,
  rules: [
    { kind: 'identifies', entity: 'drawer', by: ['bay', 'drawer_no'] },
    { kind: 'atMostOne', entity: 'drawer', role: 'bay' },
    { kind: 'manyAllowed', entity: 'drawer', role: 'bay' },
    { kind: 'mustHave', entity: 'drawer', path: 'bay' },
    { kind: 'refersTo', entity: 'drawer', role: 'bay' },
    { kind: 'mayHaveNone', entity: 'drawer', role: 'bay' },
  ],
  layouts: [
    layout(
      'the model',
      `${BAY} CREATE TABLE drawer (hall varchar(20), bay_no integer, drawer_no integer, width integer, PRIMARY KEY (hall, bay_no, drawer_no), FOREIGN KEY (hall, bay_no) REFERENCES bay);`,
      'u the primary key is bay and number',
      'u the bay is part of the key itself',
      'u no key over hall and bay_no',
      'u key columns are never empty',
      'u declared',
      'u bay needs no drawer',
    ),
    layout(
      'number alone is the key',
      `${BAY} CREATE TABLE drawer (hall varchar(20) NOT NULL, bay_no integer NOT NULL, drawer_no integer PRIMARY KEY, width integer, FOREIGN KEY (hall, bay_no) REFERENCES bay);`,
      's two bays may not both have a drawer 1',
      'u one row, one bay',
      'u no key over hall and bay_no',
      'u both NOT NULL',
      'u declared',
      'u bay needs no drawer',
    ),
    layout(
      'surrogates, natural keys unique',
      `CREATE TABLE bay (id serial PRIMARY KEY, hall varchar(20) NOT NULL, bay_no integer NOT NULL, UNIQUE (hall, bay_no));
      CREATE TABLE drawer (id serial PRIMARY KEY, bay_id integer NOT NULL REFERENCES bay, drawer_no integer NOT NULL, width integer, UNIQUE (bay_id, drawer_no));`,
      'u hall and bay_no lead to the bay, its id and number to the drawer',
      'u the same way',
      'u bay_id alone is no key',
      'u bay_id NOT NULL',
      'u declared',
      'u bay needs no drawer',
    ),
    layout(
      'a surrogate drawer without UNIQUE',
      `${BAY} CREATE TABLE drawer (id serial PRIMARY KEY, hall varchar(20) NOT NULL, bay_no integer NOT NULL, drawer_no integer NOT NULL, FOREIGN KEY (hall, bay_no) REFERENCES bay);`,
      'b the same drawer twice',
      'u the bay is part of what identifies it',
      'u no key over hall and bay_no',
      'u both NOT NULL',
      'u declared',
      'u bay needs no drawer',
    ),
    layout(
      'a surrogate bay without UNIQUE',
      `CREATE TABLE bay (id serial PRIMARY KEY, hall varchar(20) NOT NULL, bay_no integer NOT NULL);
      CREATE TABLE drawer (id serial PRIMARY KEY, bay_id integer NOT NULL REFERENCES bay, drawer_no integer NOT NULL, UNIQUE (bay_id, drawer_no));`,
      'b two bays of the same hall and number, a drawer 1 in each',
      'u hall and number are on the left side',
      'u bay_id alone is no key',
      'u bay_id NOT NULL',
      'u declared',
      'u bay needs no drawer',
    ),
    layout(
      'part of the reference may be empty',
      `${BAY} CREATE TABLE drawer (id serial PRIMARY KEY, hall varchar(20) NOT NULL, bay_no integer, drawer_no integer NOT NULL, UNIQUE (hall, bay_no, drawer_no), FOREIGN KEY (hall, bay_no) REFERENCES bay);`,
      'b a drawer without a bay number',
      'u where all are there the bay is among them',
      'u no key over hall and bay_no',
      'b bay_no may be empty',
      'u declared, checked where all are there',
      'u bay needs no drawer',
    ),
    layout(
      'the reference is not declared',
      `${BAY} CREATE TABLE drawer (hall varchar(20), bay_no integer, drawer_no integer, PRIMARY KEY (hall, bay_no, drawer_no));`,
      'u the primary key is bay and number',
      'u part of the key itself',
      'u no key over hall and bay_no',
      'u key columns',
      'b a drawer in a bay that is not there',
      'u bay needs no drawer',
    ),
    layout(
      'one drawer to a bay',
      `${BAY} CREATE TABLE drawer (hall varchar(20), bay_no integer, drawer_no integer NOT NULL, PRIMARY KEY (hall, bay_no), FOREIGN KEY (hall, bay_no) REFERENCES bay);`,
      's a second drawer in the bay is refused though its number differs',
      'u one row, one bay',
      's hall and bay_no are the key',
      'u key columns',
      'u declared',
      'u bay needs no drawer',
    ),
  ],
}

const TAXON =
  'CREATE TABLE taxon (name varchar(60) PRIMARY KEY, rank varchar(20) NOT NULL, parent varchar(60) REFERENCES taxon);'
const SELF: World = {
  name: 'a reference of a table to itself: taxa within taxa',
  model: TAXON,
  rules: [
    { kind: 'identifies', entity: 'taxon', by: ['name'] },
    { kind: 'atMostOne', entity: 'taxon', role: 'parent' },
    { kind: 'manyAllowed', entity: 'taxon', role: 'parent' },
    { kind: 'mayLack', entity: 'taxon', path: 'parent' },
    { kind: 'refersTo', entity: 'taxon', role: 'parent' },
    { kind: 'mayHaveNone', entity: 'taxon', role: 'parent' },
  ],
  layouts: [
    layout(
      'the model',
      TAXON,
      'u the key',
      'u one column',
      'u parent is no key',
      'u parent may be empty',
      'u declared',
      'u a taxon needs no child',
    ),
    layout(
      'a parent demanded',
      TAXON.replace('parent varchar(60)', 'parent varchar(60) NOT NULL'),
      'u the key',
      'u one column',
      'u parent is no key',
      's the first of all has none',
      'u declared',
      'u a taxon needs no child',
    ),
    layout(
      'one child each',
      TAXON.replace('parent varchar(60)', 'parent varchar(60) UNIQUE'),
      'u the key',
      'u one column',
      's UNIQUE (parent)',
      'u parent may be empty',
      'u declared',
      'u a taxon needs no child',
    ),
    layout(
      'not declared',
      TAXON.replace(' REFERENCES taxon', ''),
      'u the key',
      'u one column',
      'u parent is no key',
      'u parent may be empty',
      'b a parent that is not there',
      'u a taxon needs no child',
    ),
    layout(
      'by a surrogate',
      'CREATE TABLE taxon (id serial PRIMARY KEY, name varchar(60) NOT NULL UNIQUE, rank varchar(20) NOT NULL, parent_id integer REFERENCES taxon);',
      'u name is unique and demanded',
      'u name leads to the row, the row to its parent',
      'u parent_id is no key',
      'u parent_id may be empty',
      'u declared',
      'u a taxon needs no child',
    ),
    layout(
      'a table between, each child once',
      `CREATE TABLE taxon (name varchar(60) PRIMARY KEY, rank varchar(20) NOT NULL);
      CREATE TABLE taxon_parent (child varchar(60) PRIMARY KEY REFERENCES taxon, parent varchar(60) NOT NULL REFERENCES taxon);`,
      'u the key',
      'u the child is the key between',
      'u parent is no key between',
      'u no row between is needed',
      'u declared',
      'u a taxon needs no child',
    ),
    layout(
      'a table between, pairs once',
      `CREATE TABLE taxon (name varchar(60) PRIMARY KEY, rank varchar(20) NOT NULL);
      CREATE TABLE taxon_parent (child varchar(60) REFERENCES taxon, parent varchar(60) REFERENCES taxon, PRIMARY KEY (child, parent));`,
      'u the key',
      'b one child with two parents',
      'u parent alone is no key between',
      'u no row between is needed',
      'u declared',
      'u a taxon needs no child',
    ),
  ],
}

const keepers = (
  keeper: string,
  home: string,
): string => `CREATE TABLE bay (bay_no integer PRIMARY KEY, hall varchar(20) NOT NULL, keeper_no integer ${keeper});
  CREATE TABLE keeper (keeper_no integer PRIMARY KEY, name varchar(80) NOT NULL, home_bay_no integer ${home} REFERENCES bay);
  ALTER TABLE bay ADD FOREIGN KEY (keeper_no) REFERENCES keeper;`
const CIRCLE: World = {
  name: 'two tables that refer to each other: bays and keepers',
  model: keepers('', ''),
  rules: [
    { kind: 'mayLack', entity: 'bay', path: 'keeper' },
    { kind: 'mayLack', entity: 'keeper', path: 'home_bay' },
    { kind: 'refersTo', entity: 'bay', role: 'keeper' },
    { kind: 'refersTo', entity: 'keeper', role: 'home_bay' },
    { kind: 'manyAllowed', entity: 'bay', role: 'keeper' },
    { kind: 'mayHaveNone', entity: 'bay', role: 'keeper' },
  ],
  layouts: [
    layout(
      'the model',
      keepers('', ''),
      'u may be empty',
      'u may be empty',
      'u declared afterwards',
      'u declared',
      'u keeper_no is no key of bay',
      'u a keeper needs no bay',
    ),
    layout(
      'a keeper demanded',
      keepers('NOT NULL', ''),
      's NOT NULL',
      'u may be empty',
      'u declared afterwards',
      'u declared',
      'u keeper_no is no key of bay',
      'u a keeper needs no bay',
    ),
    layout(
      'both demanded',
      keepers('NOT NULL', 'NOT NULL'),
      's NOT NULL',
      's NOT NULL',
      'u declared afterwards',
      'u declared',
      'u keeper_no is no key of bay',
      'u the column stands in bay, not in keeper',
    ),
    layout(
      'one bay each',
      keepers('UNIQUE', ''),
      'u may be empty',
      'u may be empty',
      'u declared afterwards',
      'u declared',
      's UNIQUE (keeper_no)',
      'u a keeper needs no bay',
    ),
    layout(
      'one way only declared',
      `CREATE TABLE bay (bay_no integer PRIMARY KEY, hall varchar(20) NOT NULL, keeper_no integer);
      CREATE TABLE keeper (keeper_no integer PRIMARY KEY, name varchar(80) NOT NULL, home_bay_no integer REFERENCES bay);`,
      'u may be empty',
      'u may be empty',
      'b a keeper who is not there',
      'u declared',
      'u keeper_no is no key of bay',
      'u a keeper needs no bay',
    ),
  ],
}

const loan = (
  from: string,
  to: string,
  names = ['from_garden', 'to_garden'],
): string => `CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL);
  CREATE TABLE loan (loan_no integer PRIMARY KEY, ${names[0]} char(4) ${from}, ${names[1]} char(4) ${to});`
const REF = 'NOT NULL REFERENCES garden'
const ROLES: World = {
  name: 'two references to one table: who lends and who borrows',
  model: loan(REF, REF),
  rules: [
    { kind: 'mustHave', entity: 'loan', path: 'from_garden' },
    { kind: 'mustHave', entity: 'loan', path: 'to_garden' },
    { kind: 'refersTo', entity: 'loan', role: 'from_garden' },
    { kind: 'refersTo', entity: 'loan', role: 'to_garden' },
    { kind: 'manyAllowed', entity: 'loan', role: 'from_garden' },
  ],
  layouts: [
    layout(
      'the model',
      loan(REF, REF),
      'u NOT NULL',
      'u NOT NULL',
      'u declared',
      'u declared',
      'u no key over it',
    ),
    layout(
      'the borrower may be missing',
      loan(REF, 'REFERENCES garden'),
      'u NOT NULL',
      'b to_garden may be empty',
      'u declared',
      'u declared',
      'u no key over it',
    ),
    layout(
      'the borrower is not declared',
      loan(REF, 'NOT NULL'),
      'u NOT NULL',
      'u NOT NULL',
      'u declared',
      'b a borrower who is not there',
      'u no key over it',
    ),
    layout(
      'a garden lends once',
      loan(`UNIQUE ${REF}`, REF),
      'u NOT NULL',
      'u NOT NULL',
      'u declared',
      'u declared',
      's UNIQUE (from_garden)',
    ),
    layout(
      'nothing tells the two apart, and they are alike',
      loan(REF, REF, ['garden_a', 'garden_b']),
      'u whichever it is',
      'u whichever it is',
      'u whichever it is',
      'u whichever it is',
      'u whichever it is',
    ),
    layout(
      'nothing tells the two apart, and one may be missing',
      loan(REF, 'REFERENCES garden', ['garden_a', 'garden_b']),
      'c it depends on which is the lender',
      'c it depends on which is the borrower',
      'u both declared',
      'u both declared',
      'u neither is a key',
    ),
  ],
}

const DRAWER = `${BAY} CREATE TABLE drawer (hall varchar(20), bay_no integer, drawer_no integer, PRIMARY KEY (hall, bay_no, drawer_no), FOREIGN KEY (hall, bay_no) REFERENCES bay);
  CREATE TABLE packet (packet_no char(8) PRIMARY KEY, weight numeric(6,2) NOT NULL);`
const placement = (
  hall: string,
  bay: string,
  drawer: string,
  reference = 'FOREIGN KEY (hall, bay_no, drawer_no) REFERENCES drawer',
): string => `${DRAWER}
  CREATE TABLE placement (packet_no char(8) REFERENCES packet, placed_on date, hall varchar(20) ${hall}, bay_no integer ${bay}, drawer_no integer ${drawer}, PRIMARY KEY (packet_no, placed_on)${reference && `, ${reference}`});`
const COMPOSITE: World = {
  name: 'a reference of three columns: where a packet lies',
  model: placement('NOT NULL', 'NOT NULL', 'NOT NULL'),
  rules: [
    { kind: 'mustHave', entity: 'placement', path: 'drawer' },
    { kind: 'refersTo', entity: 'placement', role: 'drawer' },
    { kind: 'atMostOne', entity: 'placement', role: 'drawer' },
    { kind: 'manyAllowed', entity: 'placement', role: 'drawer' },
    { kind: 'onDelete', entity: 'placement', role: 'drawer', outcome: 'refused' },
  ],
  layouts: [
    layout(
      'the model',
      placement('NOT NULL', 'NOT NULL', 'NOT NULL'),
      'u all three NOT NULL',
      'u declared',
      'u packet and day fix the row',
      'u no key over it',
      'u NO ACTION',
    ),
    layout(
      'the number may be missing',
      placement('NOT NULL', 'NOT NULL', ''),
      'b then no drawer is named',
      'u declared',
      'u packet and day fix the row',
      'u no key over it',
      'u NO ACTION',
    ),
    layout(
      'all may be missing',
      placement('', '', ''),
      'b no drawer is named',
      'u declared',
      'u packet and day fix the row',
      'u no key over it',
      'u NO ACTION',
    ),
    layout(
      'not declared',
      placement('NOT NULL', 'NOT NULL', 'NOT NULL', ''),
      'u all three NOT NULL',
      'b a drawer that is not there',
      'u packet and day fix the row',
      'u no key over it',
      'b the drawer goes, the placement stays',
    ),
    layout(
      'the hall serves two references',
      placement(
        'NOT NULL',
        'NOT NULL',
        'NOT NULL',
        'FOREIGN KEY (hall, bay_no, drawer_no) REFERENCES drawer, FOREIGN KEY (hall, bay_no) REFERENCES bay',
      ),
      'u all three NOT NULL',
      'u declared',
      'u packet and day fix the row',
      'u no key over it',
      'u NO ACTION',
    ),
    layout(
      'one packet to a drawer',
      placement(
        'NOT NULL',
        'NOT NULL',
        'NOT NULL',
        'UNIQUE (hall, bay_no, drawer_no), FOREIGN KEY (hall, bay_no, drawer_no) REFERENCES drawer ON DELETE CASCADE',
      ),
      'u all three NOT NULL',
      'u declared',
      'u packet and day fix the row',
      's UNIQUE over the three',
      'b CASCADE takes the placement along',
    ),
  ],
}

const GARDEN =
  'CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL, address varchar(200) NOT NULL, closed_on date);'
const SPLIT: World = {
  name: 'one entity in two tables: a garden and its address',
  model: GARDEN,
  rules: [
    { kind: 'identifies', entity: 'garden', by: ['code'] },
    { kind: 'mustHave', entity: 'garden', path: 'address' },
    { kind: 'mayLack', entity: 'garden', path: 'closed_on' },
    { kind: 'determines', entity: 'garden', from: ['code'], to: ['address'] },
    { kind: 'mustHave', entity: 'garden', path: 'name' },
  ],
  layouts: [
    layout(
      'the model',
      GARDEN,
      'u the key',
      'u NOT NULL',
      'u may be empty',
      'u the key fixes it',
      'u NOT NULL',
    ),
    layout(
      'the address in a table that refers',
      `CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL, closed_on date);
      CREATE TABLE garden_address (code char(4) PRIMARY KEY REFERENCES garden, address varchar(200) NOT NULL);`,
      'u the key',
      'b the second row may be missing',
      'u may be empty',
      'u one row for one row',
      'u NOT NULL',
    ),
    layout(
      'the address in a table referred to, demanded',
      `CREATE TABLE garden_address (id serial PRIMARY KEY, address varchar(200) NOT NULL);
      CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL, closed_on date, address_id integer NOT NULL UNIQUE REFERENCES garden_address);`,
      'u the key',
      'u both NOT NULL',
      'u may be empty',
      'u the reference leads to one row',
      'u NOT NULL',
    ),
    layout(
      'the address in a table referred to, not demanded',
      `CREATE TABLE garden_address (id serial PRIMARY KEY, address varchar(200) NOT NULL);
      CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL, closed_on date, address_id integer UNIQUE REFERENCES garden_address);`,
      'u the key',
      'b the reference may be empty',
      'u may be empty',
      'u the reference leads to one row',
      'u NOT NULL',
    ),
    layout(
      'closing days apart, with their own column demanded',
      `CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL, address varchar(200) NOT NULL);
      CREATE TABLE closed_garden (code char(4) PRIMARY KEY REFERENCES garden, closed_on date NOT NULL);`,
      'u the key',
      'u NOT NULL',
      'u no row there is needed',
      'u the key fixes it',
      'u NOT NULL',
    ),
    layout(
      'a CHECK demands the address',
      GARDEN.replace(
        'address varchar(200) NOT NULL',
        'address varchar(200) CHECK (address IS NOT NULL AND length(address) > 0)',
      ),
      'u the key',
      'u the CHECK is false without one',
      'u may be empty',
      'u the key fixes it',
      'u NOT NULL',
    ),
    layout(
      'a CHECK that an empty address passes',
      GARDEN.replace('address varchar(200) NOT NULL', 'address varchar(200) CHECK (length(address) > 0)'),
      'u the key',
      'b unknown passes',
      'u may be empty',
      'u the key fixes it',
      'u NOT NULL',
    ),
    layout(
      'a CHECK that we do not read',
      GARDEN.replace('address varchar(200) NOT NULL', 'address varchar(200) CHECK (is_address(address))'),
      'u the key',
      'c what the function says of nothing is not known',
      'u may be empty',
      'u the key fixes it',
      'u NOT NULL',
    ),
  ],
}

const GENUS =
  'CREATE TABLE taxon (taxon_name varchar(60) PRIMARY KEY, genus varchar(40) NOT NULL, family varchar(40) NOT NULL);'
const MERGE: World = {
  name: 'facts written beside others: a taxon in the rows of its accessions',
  model: `${GENUS} CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL REFERENCES taxon, stored_on date NOT NULL);`,
  rules: [
    { kind: 'identifies', entity: 'taxon', by: ['taxon_name'] },
    { kind: 'determines', entity: 'taxon', from: ['taxon_name'], to: ['family'] },
    { kind: 'onceOnly', entity: 'taxon', from: ['taxon_name'], to: ['family'], form: 'BCNF' },
    { kind: 'refersTo', entity: 'accession', role: 'taxon' },
    { kind: 'mayHaveNone', entity: 'accession', role: 'taxon' },
    { kind: 'determines', entity: 'taxon', from: ['genus'], to: ['family'] },
  ],
  layouts: [
    layout(
      'the model',
      `${GENUS} CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL REFERENCES taxon, stored_on date NOT NULL);`,
      'u the key',
      'u the key fixes it',
      'u written with its key',
      'u declared',
      'u a taxon needs no accession',
      'b two taxa of a genus may differ in family',
    ),
    layout(
      'all in one table',
      'CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL, genus varchar(40) NOT NULL, family varchar(40) NOT NULL, stored_on date NOT NULL);',
      'b the same name with two families',
      'b the same name with two families',
      'b written with each accession',
      'u by layout',
      's no place for a taxon alone',
      'b nothing keeps them alike',
    ),
    layout(
      'a copy of the family',
      `${GENUS} CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL REFERENCES taxon, family varchar(40) NOT NULL, stored_on date NOT NULL);`,
      'u the key',
      'b the copy may differ',
      'b written with each accession',
      'u declared',
      'u a taxon needs no accession',
      'b two taxa of a genus may differ in family',
    ),
    layout(
      'genera in a table of their own',
      `CREATE TABLE genus (genus varchar(40) PRIMARY KEY, family varchar(40) NOT NULL);
      CREATE TABLE taxon (taxon_name varchar(60) PRIMARY KEY, genus varchar(40) NOT NULL REFERENCES genus);
      CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon_name varchar(60) NOT NULL REFERENCES taxon, stored_on date NOT NULL);`,
      'u the key',
      'n no family was found for the taxon',
      'n no family was found for the taxon',
      'u declared',
      'u a taxon needs no accession',
      'n no family was found for the taxon',
    ),
  ],
}

const site = (habitat: string, before = ''): string =>
  `${before} CREATE TABLE site (grid_ref char(8) PRIMARY KEY, habitat ${habitat});`
const LIST: World = {
  name: 'a list of allowed values: habitats',
  model: site("varchar(10) NOT NULL CHECK (habitat IN ('shore', 'meadow'))"),
  rules: [
    { kind: 'refusesValue', entity: 'site', attribute: 'habitat', values: ['lagoon'] },
    { kind: 'admitsValue', entity: 'site', attribute: 'habitat', values: ['shore', 'meadow'] },
    { kind: 'mustHave', entity: 'site', path: 'habitat' },
  ],
  layouts: [
    layout(
      'CHECK IN',
      site("varchar(10) NOT NULL CHECK (habitat IN ('shore', 'meadow'))"),
      'u not on the list',
      'u on the list',
      'u NOT NULL',
    ),
    layout(
      'CHECK with OR',
      site("varchar(10) NOT NULL CHECK (habitat = 'shore' OR habitat = 'meadow')"),
      'u neither',
      'u one or the other',
      'u NOT NULL',
    ),
    layout(
      'an enumeration',
      site('habitat_kind NOT NULL', "CREATE TYPE habitat_kind AS ENUM ('shore', 'meadow');"),
      'u no member',
      'u members',
      'u NOT NULL',
    ),
    layout(
      'a domain',
      site(
        'habitat_kind',
        "CREATE DOMAIN habitat_kind AS varchar(10) NOT NULL CHECK (VALUE IN ('shore', 'meadow'));",
      ),
      'u the domain refuses it',
      'u the domain admits them',
      'u the domain is NOT NULL',
    ),
    layout(
      'a table of values',
      site(
        'varchar(10) NOT NULL REFERENCES habitat_kind',
        'CREATE TABLE habitat_kind (kind varchar(10) PRIMARY KEY);',
      ),
      'u refused as long as it is not listed',
      'u what is listed is accepted',
      'u NOT NULL',
    ),
    layout(
      'any text',
      site('varchar(10)'),
      'b nothing refuses it',
      'u nothing refuses them',
      'b may be empty',
    ),
    layout(
      'one value forgotten',
      site("varchar(10) NOT NULL CHECK (habitat IN ('shore'))"),
      'u not on the list',
      's meadow is refused',
      'u NOT NULL',
    ),
    layout(
      'too short a text',
      site('varchar(5) NOT NULL'),
      'u six letters do not fit',
      's meadow has six letters',
      'u NOT NULL',
    ),
    layout(
      'a function decides',
      site('varchar(10) NOT NULL CHECK (is_habitat(habitat))'),
      'c the function is not known',
      'c the function is not known',
      'u NOT NULL',
    ),
    layout(
      'a pattern',
      site("varchar(10) NOT NULL CHECK (habitat LIKE '%o%')"),
      'b lagoon has an o',
      'u both have an o',
      'u NOT NULL',
    ),
  ],
}

const trial = (viable: string): string =>
  `CREATE TABLE trial (trial_no integer PRIMARY KEY, viable ${viable});`
const BOUNDS: World = {
  name: 'bounds: per cent',
  model: trial('smallint CHECK (viable BETWEEN 0 AND 100)'),
  rules: [
    { kind: 'refusesValue', entity: 'trial', attribute: 'viable', values: ['-1', '101'] },
    { kind: 'admitsValue', entity: 'trial', attribute: 'viable', values: ['0', '100'] },
    { kind: 'mayLack', entity: 'trial', path: 'viable' },
  ],
  layouts: [
    layout(
      'BETWEEN',
      trial('smallint CHECK (viable BETWEEN 0 AND 100)'),
      'u outside',
      'u the bounds belong to it',
      'u unknown passes',
    ),
    layout(
      'strict bounds',
      trial('smallint CHECK (viable > 0 AND viable < 100)'),
      'u outside',
      's the bounds are refused',
      'u unknown passes',
    ),
    layout(
      'no check',
      trial('smallint'),
      'b nothing refuses them',
      'u nothing refuses them',
      'u may be empty',
    ),
    layout(
      'one bound only',
      trial('smallint CHECK (viable <= 100)'),
      'b minus one passes',
      'u both pass',
      'u unknown passes',
    ),
    layout(
      'two digits',
      trial('numeric(2)'),
      'b minus one fits',
      's a hundred has three digits',
      'u may be empty',
    ),
    layout(
      'turned round',
      trial('smallint CHECK (NOT (viable < 0 OR 100 < viable))'),
      'u outside',
      'u inside',
      'u unknown passes',
    ),
    layout(
      'with arithmetic',
      trial('smallint NOT NULL CHECK (viable * 2 <= 200 AND abs(viable) = viable)'),
      'u twice 101 is more; minus one differs from its amount',
      'u both pass',
      's NOT NULL',
    ),
  ],
}

const PEOPLE =
  'CREATE TABLE collector (code char(3) PRIMARY KEY, name varchar(80) NOT NULL); CREATE TABLE drawer (drawer_no integer PRIMARY KEY, width integer NOT NULL);'
const borrow = (keys: string, id = ''): string =>
  `${PEOPLE} CREATE TABLE borrowing (${id}collector_code char(3) NOT NULL REFERENCES collector, drawer_no integer NOT NULL REFERENCES drawer, since date NOT NULL${keys && `, ${keys}`});`
const REPEATS: World = {
  name: 'a junction whose pairs may repeat: who borrowed which drawer since when',
  model: borrow('PRIMARY KEY (collector_code, drawer_no, since)'),
  rules: [
    { kind: 'pairMayRepeat', entity: 'borrowing', by: ['collector', 'drawer'] },
    { kind: 'identifies', entity: 'borrowing', by: ['collector', 'drawer', 'since'] },
    { kind: 'manyAllowed', entity: 'borrowing', role: 'collector' },
    { kind: 'manyAllowed', entity: 'borrowing', role: 'drawer' },
  ],
  layouts: [
    layout(
      'the day joins the key',
      borrow('PRIMARY KEY (collector_code, drawer_no, since)'),
      'u on another day',
      'u the key',
      'u the collector alone is no key',
      'u the drawer alone is no key',
    ),
    layout(
      'the pair is the key',
      borrow('PRIMARY KEY (collector_code, drawer_no)'),
      's never again',
      's another day is refused',
      'u the collector alone is no key',
      'u the drawer alone is no key',
    ),
    layout(
      'a number, and all three unique',
      borrow('UNIQUE (collector_code, drawer_no, since)', 'id serial PRIMARY KEY, '),
      'u on another day',
      'u unique and demanded',
      'u the collector alone is no key',
      'u the drawer alone is no key',
    ),
    layout(
      'a number only',
      borrow('', 'id serial PRIMARY KEY, '),
      'u at any time',
      'b the same twice',
      'u the collector alone is no key',
      'u the drawer alone is no key',
    ),
    layout(
      'no key',
      borrow(''),
      'u at any time',
      'b the same twice',
      'u the collector alone is no key',
      'u the drawer alone is no key',
    ),
    layout(
      'one drawer a day',
      borrow('PRIMARY KEY (collector_code, since)'),
      'u on another day',
      's a second drawer on the day is refused',
      'u the collector alone is no key',
      'u the drawer alone is no key',
    ),
    layout(
      'a drawer is lent once',
      borrow('PRIMARY KEY (drawer_no)'),
      's never again',
      's never again',
      'u the collector alone is no key',
      's the drawer is the key',
    ),
    layout(
      'an index keeps open ones apart',
      `${borrow('', 'id serial PRIMARY KEY, ')} CREATE UNIQUE INDEX open_ones ON borrowing (collector_code, drawer_no) WHERE since > '2020-01-01';`,
      'c what the partial index refuses is not said',
      'c what the partial index refuses is not said',
      'u two of one collector differ in the drawer, which the index asks about too',
      'u two of one drawer differ in the collector',
    ),
  ],
}

const ATOMIC: World = {
  name: 'several values: languages spoken',
  model:
    'CREATE TABLE collector (code char(3) PRIMARY KEY, name varchar(80) NOT NULL); CREATE TABLE spoken (collector_code char(3) REFERENCES collector, language varchar(20), PRIMARY KEY (collector_code, language));',
  rules: [
    { kind: 'atomic', entity: 'spoken', attribute: 'language' },
    { kind: 'atomic', entity: 'collector', attribute: 'name' },
  ],
  layouts: [
    layout(
      'a table of their own',
      'CREATE TABLE collector (code char(3) PRIMARY KEY, name varchar(80) NOT NULL); CREATE TABLE spoken (collector_code char(3) REFERENCES collector, language varchar(20), PRIMARY KEY (collector_code, language));',
      'u one to a row',
      'u one to a row',
    ),
    layout(
      'a list in a text',
      'CREATE TABLE collector (code char(3) PRIMARY KEY, name varchar(80) NOT NULL, languages text);',
      'b a list',
      'u one to a row',
    ),
    layout(
      'an array',
      'CREATE TABLE collector (code char(3) PRIMARY KEY, name varchar(80) NOT NULL, language text[]);',
      'b a list',
      'u one to a row',
    ),
    layout(
      'numbered columns',
      'CREATE TABLE collector (code char(3) PRIMARY KEY, name varchar(80) NOT NULL, language_1 varchar(20), language_2 varchar(20));',
      'b one more needs another column',
      'u one to a row',
    ),
    layout(
      'nothing',
      'CREATE TABLE collector (code char(3) PRIMARY KEY, name varchar(80) NOT NULL, name_2 varchar(80));',
      'n nothing stands for it',
      'b the name is numbered',
    ),
  ],
}

export const WORLDS: readonly World[] = [
  WEAK,
  SELF,
  CIRCLE,
  ROLES,
  COMPOSITE,
  SPLIT,
  MERGE,
  LIST,
  BOUNDS,
  REPEATS,
  ATOMIC,
]
