import type { Dialect } from '../../schema'

/** The letter of each dialect in the lists below. */
const LETTERS: Readonly<Record<Dialect, string>> = {
  iso: 'i',
  postgresql: 'p',
  mysql: 'm',
  sqlserver: 's',
  oracle: 'o',
  sqlite: 'l',
}

/** Functions that may stand in a condition, by the dialects that have them. From the manuals, from memory. */
const LISTED: readonly (readonly [names: string, dialects: string])[] = [
  ['abs lower upper coalesce nullif cast round', 'ipmsol'],
  ['replace ltrim rtrim substr', 'ipmol'],
  ['replace ltrim rtrim', 's'],
  ['trim sign', 'ipmsol'],
  ['extract', 'ipmo'],
  ['floor power sqrt exp', 'ipmsol'],
  ['ln log mod', 'ipmol'],
  ['log', 's'],
  ['length', 'pmol'],
  ['char_length character_length octet_length position', 'ipm'],
  ['octet_length', 'l'],
  ['substring', 'ipmsl'],
  ['overlay', 'ip'],
  ['ceiling', 'ipms'],
  ['ceil', 'ipmol'],
  ['concat', 'pmsol'],
  ['left right reverse', 'pms'],
  ['ascii', 'pmso'],
  ['greatest least', 'pmos'],
  ['lpad rpad', 'pmo'],
  ['initcap chr to_char to_date to_number to_timestamp translate', 'po'],
  ['instr', 'mol'],
  ['ifnull', 'ml'],
  ['iif', 'sl'],
  [
    'if isnull curdate curtime date_add date_sub str_to_date locate char_length find_in_set field dayofweek dayofmonth weekday quarter inet_aton json_valid regexp_like timestampdiff last_day',
    'm',
  ],
  ['now', 'pm'],
  ['year month day', 'ms'],
  ['datediff', 'ms'],
  ['date', 'pml'],
  ['time datetime julianday strftime typeof glob printf unicode hex json_valid', 'l'],
  [
    'len datalength charindex patindex isnumeric isdate isnull dateadd datepart datename getdate getutcdate sysdatetime datefromparts eomonth stuff str replicate convert try_cast try_convert unicode choose format',
    's',
  ],
  [
    'nvl nvl2 decode months_between add_months trunc sysdate last_day next_day regexp_like regexp_substr regexp_count regexp_instr lengthb substrb vsize',
    'o',
  ],
  ['trunc', 'p'],
  [
    'date_part date_trunc age make_date strpos split_part starts_with regexp_like regexp_match regexp_matches regexp_replace regexp_count btrim repeat md5 left right array_length array_position cardinality num_nulls num_nonnulls jsonb_typeof json_typeof jsonb_array_length isfinite lower_inf upper_inf isempty int4range int8range numrange daterange tsrange tstzrange text textlen bit_length quote_literal format div scale justify_days array_remove unnest string_to_array array_to_string regexp_split_to_array regexp_substr regexp_instr to_jsonb json_array_length jsonb_path_exists jsonb_exists jsonb_extract_path_text array_ndims array_lower array_upper array_append gcd lcm width_bucket factorial sin cos tan degrees radians pi cbrt make_time make_interval make_timestamp to_hex encode decode sha256 get_byte bit_count normalize is_normalized host masklen family range_merge overlaps unaccent statement_timestamp transaction_timestamp clock_timestamp timezone',
    'p',
  ],
  ['regexp_replace repeat', 'mo'],
  ['repeat', 'm'],
  ['isjson json_value json_query openjson left right round ceiling parsename soundex', 's'],
  ['json_extract json_type json_array_length', 'ml'],
  [
    'json_length json_contains soundex regexp_substr regexp_instr uuid_to_bin is_uuid sha2 md5 hex bit_count truncate strcmp insert elt',
    'm',
  ],
  [
    'json_value json_exists json_query soundex regexp_replace rtrim to_clob sysdate greatest extractvalue bitand',
    'o',
  ],
  ['current_date current_timestamp current_time localtimestamp', 'ipmol'],
]

const known = new Map<string, string>()
for (const [names, dialects] of LISTED)
  for (const name of names.split(' ')) known.set(name, `${known.get(name) ?? ''}${dialects}`)

/** What does the same by another name, by the dialect that is written for. */
const INSTEAD: Readonly<Record<string, Readonly<Partial<Record<Dialect, string>>>>> = {
  len: { postgresql: 'length', mysql: 'CHAR_LENGTH', oracle: 'LENGTH', sqlite: 'length' },
  length: { sqlserver: 'LEN' },
  char_length: { sqlserver: 'LEN', oracle: 'LENGTH', sqlite: 'length' },
  getdate: { postgresql: 'CURRENT_DATE', mysql: 'CURRENT_DATE', oracle: 'SYSDATE', sqlite: "date('now')" },
  now: { sqlserver: 'GETDATE', oracle: 'SYSDATE', sqlite: "datetime('now')" },
  isnull: { postgresql: 'coalesce', oracle: 'NVL', sqlite: 'ifnull' },
  ifnull: { postgresql: 'coalesce', sqlserver: 'ISNULL', oracle: 'NVL' },
  nvl: { postgresql: 'coalesce', mysql: 'IFNULL', sqlserver: 'ISNULL', sqlite: 'ifnull' },
  year: { postgresql: 'extract (year from …)', oracle: 'EXTRACT (YEAR FROM …)' },
  charindex: { postgresql: 'position', mysql: 'LOCATE', oracle: 'INSTR', sqlite: 'instr' },
  instr: { postgresql: 'strpos', sqlserver: 'CHARINDEX' },
  curdate: { postgresql: 'CURRENT_DATE' },
}

/** Whether a function is had: here, only elsewhere, or nowhere that is known of. */
export function whoHas(name: string, dialect: Dialect): 'here' | readonly Dialect[] {
  const letters = known.get(name.toLowerCase()) ?? ''
  if (letters.includes(LETTERS[dialect]) || (dialect === 'iso' && letters !== '')) return 'here'
  return (Object.keys(LETTERS) as Dialect[]).filter(other => letters.includes(LETTERS[other]))
}

export const functionInstead = (name: string, dialect: Dialect): string =>
  INSTEAD[name.toLowerCase()]?.[dialect] ?? ''

export const FUNCTION_NAMES: readonly string[] = [...known.keys()]
