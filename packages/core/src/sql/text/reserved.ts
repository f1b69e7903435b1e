import { DIALECTS, type Dialect } from '../../schema'

/**
 * Words that a dialect takes for no name of a table or column unless they stand in quotation marks.
 * PostgreSQL 15.18: pg_get_keywords(), reserved with or without the exception of functions and types. MariaDB
 * 10.11.19: each word of information_schema.keywords tried as the name of a table and a column; those that
 * MySQL 8 reserves besides, from memory. SQLite 3.40.1: tried likewise. A test repeats all three. ISO/IEC
 * 9075-2:2016, SQL Server and Oracle: their lists, from memory.
 */
const WORDS: Readonly<Record<Dialect, string>> = {
  postgresql: `
  all analyse analyze and any array as asc asymmetric authorization binary both case cast check collate collation column concurrently constraint create cross current_catalog current_date
  current_role current_schema current_time current_timestamp current_user default deferrable desc distinct do else end except false fetch for foreign freeze from full grant group having ilike
  in initially inner intersect into is isnull join lateral leading left like limit localtime localtimestamp natural not notnull null offset on only or order outer overlaps placing primary
  references returning right select session_user similar some symmetric table tablesample then to trailing true union unique user using variadic verbose when where window with`,
  mysql: `
  accessible add all alter analyze and as asc asensitive before between bigint binary blob both by call cascade case change char character check collate column condition constraint continue
  convert create cross cube cume_dist current_date current_role current_time current_timestamp current_user cursor databases day_hour day_microsecond day_minute day_second dec decimal declare
  default delayed delete dense_rank desc describe deterministic distinct distinctrow div double drop dual each else elseif empty enclosed escaped except exists exit explain false fetch
  first_value float float4 float8 for force foreign from fulltext function generated grant group grouping groups having high_priority hour_microsecond hour_minute hour_second if ignore in
  index infile inner inout insensitive insert int int1 int2 int3 int4 int8 integer intersect interval into is iterate join json_table key keys kill lag last_value lateral lead leading leave
  left like limit linear lines load localtime localtimestamp lock long longblob longtext loop low_priority match maxvalue mediumblob mediumint mediumtext middleint minute_microsecond
  minute_second mod modifies natural no_write_to_binlog not nth_value ntile null numeric of offset on optimize optimizer_costs optionally or order out outer outfile over partition percent_rank
  portion precision primary procedure purge range rank read read_write reads real recursive references regexp release rename repeat replace require resignal restrict return returning revoke
  right rlike row row_number rows schemas second_microsecond select sensitive separator set show signal smallint spatial specific sql sql_big_result sql_calc_found_rows sql_small_result
  sqlexception sqlstate sqlwarning ssl starting stored straight_join system table terminated then tinyblob tinyint tinytext to trailing trigger true undo union unique unlock unsigned update
  usage use using utc_date utc_time utc_timestamp values varbinary varchar varcharacter varying virtual when where while window with write xor year_month zerofill`,
  sqlite: `
  add all alter and as autoincrement between case check collate commit constraint create default deferrable delete distinct drop else escape except exists foreign from group having if in index
  insert intersect into is isnull join limit not nothing notnull null on or order primary references returning select set table then to transaction union unique update using values when where`,
  iso: `
  abs all allocate alter and any are array as asensitive asymmetric at atomic authorization avg begin between bigint binary blob boolean both by call called cardinality cascaded case cast ceil
  ceiling char character check classifier clob close coalesce collate collect column commit condition connect constraint contains convert copy corr corresponding cos count create cross cube
  cume_dist current current_date current_path current_role current_row current_schema current_time current_timestamp current_user cursor cycle date day deallocate dec decfloat decimal declare
  default define delete dense_rank deref describe deterministic disconnect distinct double drop dynamic each element else empty end equals escape every except exec execute exists exp external
  extract false fetch filter first_value float floor for foreign frame_row free from full function fusion get global grant group grouping groups having hold hour identity in indicator initial
  inner inout insensitive insert int integer intersect intersection interval into is join json lag language large last_value lateral lead leading left like listagg ln local localtime
  localtimestamp log lower match matches max member merge method min minute mod modifies module month multiset national natural nchar nclob new no none normalize not nth_value ntile null
  nullif numeric octet_length of offset old omit on one only open or order out outer over overlaps overlay parameter partition pattern per percent percent_rank period portion position power
  precedes precision prepare primary procedure range rank reads real recursive ref references referencing release result return returns revoke right rollback rollup row row_number rows running
  savepoint scope scroll search second seek select sensitive session_user set show similar sin skip smallint some specific specifictype sql sqlexception sqlstate sqlwarning sqrt start static
  submultiset subset substring succeeds sum symmetric system system_time system_user table tablesample tan then time timestamp timezone_hour timezone_minute to trailing translate treat trigger
  trim true truncate uescape union unique unknown unnest update upper user using value values varbinary varchar varying versioning when whenever where width_bucket window with within without
  year`,
  sqlserver: `
  add all alter and any as asc authorization backup begin between break browse bulk by cascade case check checkpoint close clustered coalesce collate column commit compute constraint contains
  containstable continue convert create cross current current_date current_time current_timestamp current_user cursor database dbcc deallocate declare default delete deny desc disk distinct
  distributed double drop dump else end errlvl escape except exec execute exists exit external fetch file fillfactor for foreign freetext freetexttable from full function goto grant group
  having holdlock identity identity_insert identitycol if in index inner insert intersect into is join key kill left like lineno load merge national nocheck nonclustered not null nullif of off
  offsets on open opendatasource openquery openrowset openxml option or order outer over percent pivot plan precision primary print proc procedure public raiserror read readtext reconfigure
  references replication restore restrict return revert revoke right rollback rowcount rowguidcol rule save schema securityaudit select session_user set setuser shutdown some statistics
  system_user table tablesample textsize then to top tran transaction trigger truncate try_convert tsequal union unique unpivot update updatetext use user values varying view waitfor when
  where while with writetext`,
  oracle: `
  access add all alter and any as asc audit between by char check cluster column comment compress connect create current date decimal default delete desc distinct drop else exclusive exists
  file float for from grant group having identified immediate in increment index initial insert integer intersect into is level like lock long maxextents minus mlslabel mode modify noaudit
  nocompress not nowait null number of offline on online option or order pctfree prior public raw rename resource revoke row rowid rownum rows select session set share size smallint start
  successful synonym sysdate table then to trigger uid union unique update user validate values varchar varchar2 view whenever where with`,
}

/** For each word the dialects that reserve it. */
const RESERVED = new Map<string, Dialect[]>()
for (const dialect of DIALECTS) {
  for (const word of WORDS[dialect].trim().split(/\s+/))
    RESERVED.set(word, [...(RESERVED.get(word) ?? []), dialect])
}

/** Whether the dialect takes the word for no name. */
export function isReserved(word: string, dialect: Dialect): boolean {
  return reservedIn(word).includes(dialect)
}

/** The dialects that reserve the word. */
export function reservedIn(word: string): readonly Dialect[] {
  return RESERVED.get(word.toLowerCase()) ?? []
}

export function reservedWords(dialect: Dialect): readonly string[] {
  return [...RESERVED].flatMap(([word, dialects]) => (dialects.includes(dialect) ? [word] : []))
}
