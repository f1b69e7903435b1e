import { discover, profile, readRows, toCsv, type FlatTable } from '@nomenklatura/core/rows'

/**
 * A made-up intake ledger of 15 columns: much depends on much, as in a spreadsheet that somebody has grown.
 * The same for the same size.
 */
export function intakeLedger(rows: number): FlatTable {
  let seed = 42
  const below = (most: number): number => {
    seed = (seed * 1_103_515_245 + 12_345) & 0x7fffffff
    return (seed >>> 8) % most
  }
  const columns = [
    'accession_no',
    'taxon',
    'genus',
    'family',
    'seeds',
    'trip_no',
    'collected_on',
    'site',
    'grid_ref',
    'altitude',
    'collector_code',
    'collector_name',
    'packets',
    'kind',
    'remark',
  ]
  return {
    columns,
    rows: Array.from({ length: rows }, (_, i) => {
      const [taxon, trip, collector] = [below(400), below(Math.ceil(rows / 20)), below(300)]
      const [genus, site] = [taxon % 80, trip % 97]
      return [
        `SKV-${String(i).padStart(6, '0')}`,
        `taxon ${taxon}`,
        `genus ${genus}`,
        `family ${genus % 20}`,
        String(below(2000)),
        String(trip),
        `day ${trip % 700}`,
        `site ${site}`,
        `ref ${site}`,
        String((site * 7) % 50),
        String(collector).padStart(3, '0'),
        `name ${collector % 280}`,
        String(below(12)),
        ['seed', 'spore', 'cutting'][below(3)]!,
        below(10) === 0 ? '' : `note ${below(40)}`,
      ]
    }),
  }
}

/**
 * Reading, profile and discovery at growing sizes: the last at 50,000 rows by 15 columns, unless in short.
 */
export function rows(report: (what: string, figure: string) => void, isShort: boolean): void {
  let before: number | undefined
  for (const size of isShort ? [2500, 5000] : [12_500, 25_000, 50_000]) {
    const table = intakeLedger(size)
    const text = toCsv(table.columns, table.rows)
    const [read, profiled, found] = [() => readRows(text), () => profile(table), () => discover(table)].map(
      work => {
        const begun = performance.now()
        work()
        return performance.now() - begun
      },
    ) as [number, number, number]
    report(
      `discovery, ${size} rows by 15 columns`,
      `${(found / 1000).toFixed(2)} s${before ? `, ${(found / before).toFixed(1)} times the half` : ''}; reading its CSV ${(found / read).toFixed(1)} times as quick, its profile ${(found / profiled).toFixed(1)} times`,
    )
    before = found
  }
}
