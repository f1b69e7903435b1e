import { Universe } from '../dependencies'
import type { FindingCode } from '../findings'
import type { ReviewOptions } from './check'

/** A script of the seed vault in which a finding is told, for its page of help. */
export interface FindingExample {
  readonly script: string
  readonly options?: ReviewOptions
}

const GARDEN = 'CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOT NULL);\n'
const TRIP = 'CREATE TABLE trip (trip_no integer PRIMARY KEY, set_out date NOT NULL);\n'
const COLLECTOR = 'CREATE TABLE collector (initials char(2) PRIMARY KEY, name varchar(80) NOT NULL);\n'
const DISPATCH =
  'CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden char(4) NOT NULL REFERENCES garden (code));\n'
const ATTRIBUTES = ['trip_no', 'set_out', 'collector', 'tool', 'accession_no', 'taxon', 'family', 'drawer']
const vault = new Universe(ATTRIBUTES)
const FIXED: ReviewOptions = {
  dependencies: {
    attributes: ATTRIBUTES,
    multivalued: [vault.multivalued(['trip_no'], ['collector'])],
    dependencies: [
      vault.dependency(['trip_no'], ['set_out']),
      vault.dependency(['accession_no'], ['trip_no', 'taxon']),
      vault.dependency(['taxon'], ['family']),
      vault.dependency(['collector', 'tool'], ['drawer']),
      vault.dependency(['drawer'], ['tool']),
    ],
  },
}

/** One example for each finding of a script. */
export const FINDING_EXAMPLES: Readonly<Partial<Record<FindingCode, FindingExample>>> = {
  'syntax.missing-comma': {
    script: 'CREATE TABLE garden (\n  code char(4) PRIMARY KEY\n  name varchar(80) NOT NULL\n);',
  },
  'syntax.trailing-comma': {
    script: 'CREATE TABLE garden (\n  code char(4) PRIMARY KEY,\n  name varchar(80) NOT NULL,\n);',
  },
  'syntax.missing-bracket': {
    script: 'CREATE TABLE bay (\n  hall char(1),\n  bay_no integer,\n  PRIMARY KEY hall, bay_no\n);',
  },
  'syntax.surplus-bracket': { script: 'CREATE TABLE bay (\n  hall char(1)),\n  bay_no integer\n);' },
  'syntax.missing-semicolon': {
    script: `${GARDEN.trim().replace(';', '')}\nCREATE TABLE taxon (name varchar(80) PRIMARY KEY);`,
  },
  'syntax.misspelt-keyword': { script: 'CRAETE TABLE garden (code char(4) PRIMARY KEY);' },
  'syntax.missing-keyword': { script: 'CREATE TABLE garden (code char(4) PRIMARY);' },
  'syntax.missing-blank': {
    script: 'CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(80) NOTNULL);',
  },
  'syntax.missing-name': {
    script: `${TRIP}CREATE TABLE accession (\n  accession_no char(9) PRIMARY KEY,\n  trip_no integer,\n  FOREIGN KEY REFERENCES trip (trip_no)\n);`,
  },
  'syntax.missing-type': { script: 'CREATE TABLE garden (code PRIMARY KEY, name varchar(80));' },
  'syntax.length-needed': {
    script: 'CREATE TABLE garden (code CHAR(4) PRIMARY KEY, name VARCHAR);',
    options: { dialect: 'mysql' },
  },
  'syntax.missing-length': {
    script: 'CREATE TABLE garden (code CHAR(4) PRIMARY KEY, name VARCHAR NOT NULL);',
    options: { dialect: 'sqlserver' },
  },
  'syntax.smart-quote': { script: "INSERT INTO garden VALUES (‘ALVA’, 'Alva');" },
  'syntax.wrong-quotes': {
    script:
      'CREATE TABLE packet (\n  packet_no integer PRIMARY KEY,\n  state varchar(10) CHECK (state IN ("sealed", "open"))\n);',
  },
  'syntax.wrong-character': { script: 'CREATE TABLE packet {\n  packet_no integer PRIMARY KEY\n};' },
  'syntax.unclosed-string': { script: `${GARDEN}INSERT INTO garden VALUES ('ALVA', 'Alva);` },
  'syntax.unclosed-comment': { script: '/* the gardens\nCREATE TABLE garden (code char(4) PRIMARY KEY);' },
  'syntax.name-needs-quotes': { script: 'CREATE TABLE seed trip (\n  trip-no integer PRIMARY KEY\n);' },
  'syntax.swapped': { script: 'CREATE TABLE trip (integer trip_no, set_out date);' },
  'syntax.unexpected': { script: 'CREATE TABLE garden (code char(4) IS NOT NULL PRIMARY KEY);' },
  'syntax.unknown-statement': {
    script: 'This script makes the gardens.\nCREATE TABLE garden (code char(4) PRIMARY KEY);',
  },
  'syntax.other-dialect': {
    script: 'CREATE TABLE dispatch (dispatch_no integer AUTO_INCREMENT PRIMARY KEY);',
  },
  'syntax.not-in-dialect': {
    script: `${GARDEN}ALTER TABLE garden ADD CONSTRAINT short CHECK (length(code) = 4);`,
    options: { dialect: 'sqlite' },
  },
  'syntax.pasted': { script: 'vault=# CREATE TABLE garden (code char(4) PRIMARY KEY);\nCREATE TABLE' },
  'names.duplicate-table': { script: `${TRIP}${TRIP}` },
  'names.duplicate-column': {
    script: 'CREATE TABLE trip (trip_no integer PRIMARY KEY, day date, day date);',
  },
  'names.unknown-table': { script: `${GARDEN}ALTER TABLE gardens ADD city varchar(40);` },
  'names.unknown-in-check': {
    script: 'CREATE TABLE packet (\n  packet_no integer PRIMARY KEY,\n  seeds integer CHECK (seds > 0)\n);',
  },
  'names.capitals': {
    script: `CREATE TABLE "Garden" (code char(4) PRIMARY KEY);\nINSERT INTO Garden VALUES ('ALVA');`,
  },
  'names.reserved': { script: 'CREATE TABLE order (order_no integer PRIMARY KEY);' },
  'names.risky': { script: 'CREATE TABLE "user" (initials char(2) PRIMARY KEY);' },
  'names.too-long': {
    script: `CREATE TABLE germination_trials_of_accessions_that_were_found_in_the_old_cabinets (trial_no integer PRIMARY KEY);`,
  },
  'names.style': {
    script: 'CREATE TABLE SeedPacket (packet_no integer PRIMARY KEY);',
    options: { habits: { tables: 'snake_case' } },
  },
  'names.number': {
    script: 'CREATE TABLE packets (packet_no integer PRIMARY KEY);',
    options: { habits: { number: 'singular' } },
  },
  'names.unnamed': { script: GARDEN, options: { habits: { named: true } } },
  'names.pattern': {
    script: 'CREATE TABLE packet (packet_no integer CONSTRAINT packet_key PRIMARY KEY);',
    options: { habits: { primaryKey: 'PK_{table}' } },
  },
  'names.constraint-table': {
    script: 'CREATE TABLE packet (packet_no integer CONSTRAINT the_key PRIMARY KEY);',
    options: { habits: { named: true } },
  },
  'keys.no-primary': { script: 'CREATE TABLE drawer (hall char(1), bay integer, drawer_no integer);' },
  'keys.nullable-primary': {
    script: 'CREATE TABLE trial (trial_no INT NULL PRIMARY KEY, sown_on DATE);',
    options: { dialect: 'mysql' },
  },
  'keys.two-primary': {
    script: 'CREATE TABLE drawer (\n  bay integer PRIMARY KEY,\n  drawer_no integer PRIMARY KEY\n);',
  },
  'keys.column-missing': {
    script: 'CREATE TABLE drawer (bay integer, drawer_no integer, PRIMARY KEY (bay, drawer));',
  },
  'keys.surrogate-only': {
    script:
      'CREATE TABLE collector (id serial PRIMARY KEY, initials char(2) NOT NULL, name varchar(80) NOT NULL);',
  },
  'keys.duplicate': { script: 'CREATE TABLE garden (code char(4) PRIMARY KEY, UNIQUE (code));' },
  'keys.larger-than-needed': {
    script:
      'CREATE TABLE packet (packet_no integer NOT NULL UNIQUE, drawer integer, PRIMARY KEY (packet_no, drawer));',
  },
  'keys.optional-column': {
    script: 'CREATE TABLE collector (id serial PRIMARY KEY, initials char(2) UNIQUE);',
  },
  'keys.long-text': { script: 'CREATE TABLE taxon (name TEXT PRIMARY KEY);', options: { dialect: 'mysql' } },
  'references.unknown-table': {
    script:
      'CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden char(4) REFERENCES garden (code));',
  },
  'references.unknown-column': {
    script: `${GARDEN}CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden char(4) REFERENCES garden (cod));`,
  },
  'references.count-differs': {
    script:
      'CREATE TABLE bay (hall char(1), bay_no integer, PRIMARY KEY (hall, bay_no));\nCREATE TABLE drawer (drawer_no integer PRIMARY KEY, hall char(1), FOREIGN KEY (hall) REFERENCES bay (hall, bay_no));',
  },
  'references.type-differs': {
    script: `${GARDEN}CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden integer REFERENCES garden (code));`,
  },
  'references.size-differs': {
    script: `${GARDEN}CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden varchar(10) REFERENCES garden (code));`,
  },
  'references.not-a-key': {
    script: `${GARDEN}CREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden varchar(80) REFERENCES garden (name));`,
  },
  'references.no-target-key': {
    script:
      'CREATE TABLE garden (code char(4), name varchar(80));\nCREATE TABLE dispatch (dispatch_no integer PRIMARY KEY, garden char(4) REFERENCES garden);',
  },
  'references.later-table': { script: `${DISPATCH}${GARDEN}` },
  'references.closed-circle': {
    script:
      'CREATE TABLE keeper (initials char(2) PRIMARY KEY, bay integer NOT NULL);\nCREATE TABLE bay (bay_no integer PRIMARY KEY, keeper char(2) NOT NULL REFERENCES keeper);\nALTER TABLE keeper ADD FOREIGN KEY (bay) REFERENCES bay;',
  },
  'references.partly-null': {
    script:
      'CREATE TABLE bay (hall char(1), bay_no integer, PRIMARY KEY (hall, bay_no));\nCREATE TABLE drawer (drawer_no integer PRIMARY KEY, hall char(1) NOT NULL, bay_no integer, FOREIGN KEY (hall, bay_no) REFERENCES bay);',
  },
  'references.circular': {
    script:
      'CREATE TABLE keeper (initials char(2) PRIMARY KEY, bay integer REFERENCES bay (bay_no));\nCREATE TABLE bay (bay_no integer PRIMARY KEY, keeper char(2) REFERENCES keeper (initials));',
  },
  'references.missing': {
    script: `${TRIP}CREATE TABLE accession (accession_no char(9) PRIMARY KEY, trip_no integer NOT NULL);`,
  },
  'references.wrong-side': {
    script:
      'CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon varchar(80) NOT NULL);\nCREATE TABLE trip (trip_no integer PRIMARY KEY, accession_no char(9) REFERENCES accession (accession_no));',
    options: FIXED,
  },
  'references.self-numbering': {
    script: `${TRIP}CREATE TABLE accession (accession_no char(9) PRIMARY KEY, trip_no serial REFERENCES trip (trip_no));`,
  },
  'references.set-null-required': {
    script: `${TRIP}CREATE TABLE accession (accession_no char(9) PRIMARY KEY, trip_no integer NOT NULL REFERENCES trip (trip_no) ON DELETE SET NULL);`,
  },
  'references.cascade-chain': {
    script: `${TRIP}CREATE TABLE accession (accession_no char(9) PRIMARY KEY, trip_no integer REFERENCES trip (trip_no) ON DELETE CASCADE);\nCREATE TABLE trial (trial_no integer PRIMARY KEY, accession_no char(9) REFERENCES accession (accession_no) ON DELETE CASCADE);`,
  },
  'references.no-index': { script: `${GARDEN}${DISPATCH}`, options: { habits: { indexes: true } } },
  'types.unknown': { script: 'CREATE TABLE packet (packet_no integer PRIMARY KEY, content seeds_of_many);' },
  'types.money-as-float': { script: 'CREATE TABLE line (line_no integer PRIMARY KEY, price float);' },
  'types.counter-not-time': {
    script: 'CREATE TABLE trial (trial_no INT PRIMARY KEY, begun TIMESTAMP);',
    options: { dialect: 'sqlserver' },
  },
  'types.check-today': {
    script: 'CREATE TABLE trial (trial_no INT PRIMARY KEY, begun DATE CHECK (begun <= CURDATE()));',
    options: { dialect: 'mysql' },
  },
  'types.leading-zeros': { script: 'CREATE TABLE garden (code char(4) PRIMARY KEY, phone integer);' },
  'types.date-as-text': { script: 'CREATE TABLE trial (trial_no integer PRIMARY KEY, sown_on varchar(10));' },
  'types.number-as-text': {
    script: 'CREATE TABLE packet (packet_no integer PRIMARY KEY, quantity varchar(10));',
  },
  'types.scale-above-total': {
    script: 'CREATE TABLE packet (packet_no integer PRIMARY KEY, grams numeric(2,6));',
  },
  'junction.no-key': {
    script: `${TRIP}${COLLECTOR}CREATE TABLE goes_on (trip_no integer REFERENCES trip (trip_no), initials char(2) REFERENCES collector (initials));`,
  },
  'junction.surrogate-only': {
    script: `${TRIP}${COLLECTOR}CREATE TABLE goes_on (id serial PRIMARY KEY, trip_no integer NOT NULL REFERENCES trip (trip_no), initials char(2) NOT NULL REFERENCES collector (initials));`,
  },
  'junction.key-lacks-part': {
    script: `${TRIP}${COLLECTOR}CREATE TABLE trip_collector (trip_no integer PRIMARY KEY REFERENCES trip (trip_no), initials char(2) NOT NULL REFERENCES collector (initials));`,
  },
  'junction.one-reference': {
    script: `${TRIP}${COLLECTOR}CREATE TABLE trip_collector (trip_no integer REFERENCES trip (trip_no), initials char(2), PRIMARY KEY (trip_no, initials));`,
  },
  'junction.numbered-references': {
    script: `${COLLECTOR}CREATE TABLE trip (trip_no integer PRIMARY KEY, collector_1 char(2) REFERENCES collector (initials), collector_2 char(2) REFERENCES collector (initials));`,
  },
  'atomicity.list': { script: 'CREATE TABLE trip (trip_no integer PRIMARY KEY, collectors varchar(200));' },
  'atomicity.array': { script: 'CREATE TABLE trip (trip_no integer PRIMARY KEY, collector char(2)[]);' },
  'atomicity.numbered': {
    script: 'CREATE TABLE garden (code char(4) PRIMARY KEY, phone1 varchar(20), phone2 varchar(20));',
  },
  'atomicity.several-facts': {
    script: 'CREATE TABLE collector (initials char(2) PRIMARY KEY, full_name varchar(80));',
  },
  'normal-form.partial': {
    script:
      'CREATE TABLE goes_on (trip_no integer, collector char(2), set_out date, PRIMARY KEY (trip_no, collector));',
    options: FIXED,
  },
  'normal-form.transitive': {
    script:
      'CREATE TABLE accession (accession_no char(9) PRIMARY KEY, taxon varchar(80), family varchar(40));',
    options: FIXED,
  },
  'normal-form.determinant': {
    script:
      'CREATE TABLE carries (collector char(2), tool varchar(20), drawer integer, PRIMARY KEY (collector, tool));',
    options: FIXED,
  },
  'normal-form.multivalued': {
    script:
      'CREATE TABLE outfit (trip_no integer, collector char(2), tool varchar(20), PRIMARY KEY (trip_no, collector, tool));',
    options: FIXED,
  },
  'rows.unknown-table': { script: `${GARDEN}INSERT INTO gardens VALUES ('ALVA', 'Alva');` },
  'rows.unknown-column': { script: `${GARDEN}INSERT INTO garden (code, title) VALUES ('ALVA', 'Alva');` },
  'rows.count-differs': { script: `${GARDEN}INSERT INTO garden VALUES ('ALVA');` },
  'rows.null-as-text': {
    script: `CREATE TABLE garden (code char(4) PRIMARY KEY, closed varchar(20));\nINSERT INTO garden VALUES ('ALVA', 'NULL');`,
  },
  'rows.null-in-required': { script: `${GARDEN}INSERT INTO garden VALUES ('ALVA', NULL);` },
  'rows.required-left-out': { script: `${GARDEN}INSERT INTO garden (code) VALUES ('ALVA');` },
  'checks.chained': {
    script:
      'CREATE TABLE packet (\n  packet_no integer PRIMARY KEY,\n  seeds integer NOT NULL CHECK (1 <= seeds <= 5000)\n);',
  },
  'checks.no-condition': {
    script:
      "CREATE TABLE drawer (\n  drawer_no integer PRIMARY KEY,\n  kind varchar(6) CHECK (kind = 'cold' OR 'dry')\n);",
  },
  'checks.foreign-function': {
    script: 'CREATE TABLE garden (code varchar(4) PRIMARY KEY CHECK (len(code) = 4));',
  },
  'checks.unknown-function': {
    script: 'CREATE TABLE garden (code varchar(4) PRIMARY KEY CHECK (uper(code) = code));',
  },
  'checks.types-differ': {
    script: 'CREATE TABLE collector (code char(3) PRIMARY KEY CHECK (code > 0));',
  },
  'checks.null-compared': {
    script: 'CREATE TABLE trip (\n  trip_no integer PRIMARY KEY,\n  back_on date CHECK (back_on != NULL)\n);',
  },
  'checks.date-unquoted': {
    script:
      'CREATE TABLE trip (\n  trip_no integer PRIMARY KEY,\n  set_out date CHECK (set_out >= 2020-01-01)\n);',
  },
  'checks.never': {
    script:
      'CREATE TABLE bay (\n  bay_no integer PRIMARY KEY,\n  degrees integer CHECK (degrees BETWEEN 4 AND -18)\n);',
  },
  'checks.always': {
    script:
      "CREATE TABLE packet (\n  packet_no integer PRIMARY KEY,\n  state varchar(9) CHECK (state <> 'lost' OR state <> 'sown')\n);",
  },
  'checks.refuses-default': {
    script:
      "CREATE TABLE packet (\n  packet_no integer PRIMARY KEY,\n  state varchar(9) DEFAULT 'new' CHECK (state IN ('kept', 'sown'))\n);",
  },
  'types.default-does-not-fit': {
    script:
      "CREATE TABLE packet (\n  packet_no integer PRIMARY KEY,\n  seeds integer NOT NULL DEFAULT 'none'\n);",
  },
  'types.default-too-long': {
    script:
      "CREATE TABLE packet (\n  packet_no integer PRIMARY KEY,\n  state char(4) NOT NULL DEFAULT 'stored'\n);",
  },
  'types.default-needs-brackets': {
    script: 'CREATE TABLE trip (\n  trip_no INT PRIMARY KEY,\n  set_out DATE DEFAULT CURRENT_DATE\n);',
    options: { dialect: 'mysql' },
  },
  'types.no-digits': {
    script: 'CREATE TABLE dispatch (\n  dispatch_no integer PRIMARY KEY,\n  price decimal(6) NOT NULL\n);',
  },
  'types.stored-age': {
    script:
      'CREATE TABLE collector (\n  initials char(2) PRIMARY KEY,\n  born_on date NOT NULL,\n  age integer\n);',
  },
  'types.size-out-of-range': {
    script: 'CREATE TABLE garden (code char(4) PRIMARY KEY, name varchar(0));',
  },
  'keys.long-text-elsewhere': {
    script: 'CREATE TABLE taxon (taxon_no INT PRIMARY KEY, name TEXT UNIQUE);',
    options: { dialect: 'mysql' },
  },
  'keys.counter-no-key': {
    script: 'CREATE TABLE packet (label CHAR(9) PRIMARY KEY, packet_no INT AUTO_INCREMENT);',
    options: { dialect: 'mysql' },
  },
  'references.set-default-without': {
    script: `${GARDEN}CREATE TABLE dispatch (\n  dispatch_no integer PRIMARY KEY,\n  garden char(4) NOT NULL REFERENCES garden ON DELETE SET DEFAULT\n);`,
  },
  'references.read-over': {
    script: `${GARDEN}CREATE TABLE dispatch (dispatch_no INT PRIMARY KEY, garden CHAR(4) REFERENCES garden (code));`,
    options: { dialect: 'mysql' },
  },
  'references.two-cascades': {
    script:
      'CREATE TABLE taxon (\n  name VARCHAR(80) PRIMARY KEY,\n  genus VARCHAR(80) REFERENCES taxon ON DELETE CASCADE\n);',
    options: { dialect: 'sqlserver' },
  },
  'syntax.default-after': {
    script:
      "CREATE TABLE packet (\n  packet_no NUMBER(6) PRIMARY KEY,\n  state VARCHAR2(9) NOT NULL DEFAULT 'kept'\n);",
    options: { dialect: 'oracle' },
  },
  'rows.date-unquoted': { script: `${TRIP}INSERT INTO trip VALUES (7, 2024-05-01);` },
  'rows.value-does-not-fit': { script: `${GARDEN}INSERT INTO garden VALUES ('ALVAR', 'Alva');` },
  'rows.value-changes': {
    script: `CREATE TABLE collector (number integer PRIMARY KEY);\nINSERT INTO collector VALUES ('007');`,
  },
  'rows.before-parent': {
    script: `${GARDEN}${DISPATCH}INSERT INTO dispatch VALUES (1, 'ALVA');\nINSERT INTO garden VALUES ('ALVA', 'Alva');`,
  },
  'rows.decimal-comma': {
    script: `CREATE TABLE packet (packet_no integer PRIMARY KEY, grams numeric(5,1) NOT NULL);\nINSERT INTO packet VALUES (1, 2,5);`,
  },
  'rows.no-parent': {
    script: `${GARDEN}${DISPATCH}INSERT INTO garden VALUES ('ALVA', 'Alva');\nINSERT INTO dispatch VALUES (1, 'SKAR');`,
  },
  'rows.case-differs': {
    script: `${GARDEN}${DISPATCH}INSERT INTO garden VALUES ('ALVA', 'Alva');\nINSERT INTO dispatch VALUES (1, 'Alva');`,
  },
  'rows.check-refuses': {
    script: `CREATE TABLE packet (packet_no integer PRIMARY KEY, seeds integer NOT NULL CHECK (seeds > 0));\nINSERT INTO packet VALUES (1, 0);`,
  },
  'rows.number-given': {
    script: `CREATE TABLE packet (packet_no integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY, seeds integer NOT NULL);\nINSERT INTO packet VALUES (7, 120);`,
  },
  'rows.still-referred': {
    script: `${GARDEN}${DISPATCH}INSERT INTO garden VALUES ('ALVA', 'Alva');\nINSERT INTO dispatch VALUES (1, 'ALVA');\nDELETE FROM garden WHERE code = 'ALVA';`,
  },
  'rows.lost': {
    script: `${GARDEN}INSERT INTO garden VALUES ('ALVA', 'Alva');\nDELETE FROM garden;`,
  },
  'rows.same-key': { script: `${GARDEN}INSERT INTO garden VALUES ('ALVA', 'Alva'), ('ALVA', 'Alvaret');` },
}
