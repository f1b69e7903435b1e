import type { Trial, TrialOutcome } from '@nomenklatura/core/instances'

/**
 * All trials as one block of the database: each is undone before the next, those that begin alike share what
 * makes them ready. What became of each is collected in variables, out of reach of anything that a script has
 * made, and left at the end where `ASK_TRIALS` finds it. Source: PL/pgSQL's blocks, which are subtransactions
 * where they have handlers. A block rather than a function: the server keeps each function for good.
 */
export function trialBlocks(trials: readonly Trial[]): string {
  const tag = freeTag(trials)
  const groups = grouped(trials).map(group => groupBlock(group, tag))
  return `DO LANGUAGE plpgsql ${tag}body$
DECLARE
  told json[] := '{}'; looks text[]; look text; step integer; state text; message text; constraint_is text; table_is text; column_is text;
BEGIN
${groups.join('\n')}
PERFORM pg_catalog.set_config('nomenklatura.told', array_to_json(told)::text, true);
END ${tag}body$`
}

export const ASK_TRIALS = "SELECT pg_catalog.current_setting('nomenklatura.told')"

/** What the block left, in its order. */
export function readOutcomes(text: string): TrialOutcome[] {
  return (JSON.parse(text) as readonly (readonly unknown[])[]).map(([is, at, rest]): TrialOutcome => {
    if (is === 'accepted') return { is, looks: rest as (string | null)[] }
    const [state, message, table, column, constraint] = rest as string[]
    const named = (name: string | undefined): string | null => (name === '' ? null : (name ?? null))
    const refusal = {
      state: state!,
      message: message!,
      table: named(table),
      column: named(column),
      constraint: named(constraint),
      columns: column ? [column] : [],
    }
    return { is: is as 'refused' | 'not ready', at: at as number, refusal }
  })
}

/** Trials next to each other that begin alike. */
function grouped(trials: readonly Trial[]): Trial[][] {
  const groups: Trial[][] = []
  let last = ''
  for (const trial of trials) {
    const key = JSON.stringify(trial.before)
    if (groups.length > 0 && key === last) groups.at(-1)!.push(trial)
    else groups.push([trial])
    last = key
  }
  return groups
}

/** A mark around texts that stands in none of them. */
function freeTag(trials: readonly Trial[]): string {
  const all = JSON.stringify(trials)
  let number = 0
  while (all.includes(`$nk${number}`)) number++
  return `$nk${number}`
}

const UNDO = "RAISE EXCEPTION USING ERRCODE = 'NK000'"
const REFUSAL = `GET STACKED DIAGNOSTICS state = RETURNED_SQLSTATE, message = MESSAGE_TEXT, constraint_is = CONSTRAINT_NAME, table_is = TABLE_NAME, column_is = COLUMN_NAME;`
const tell = (is: string): string =>
  `told := told || json_build_array('${is}', step, json_build_array(state, left(message, 500), table_is, column_is, constraint_is))`

function groupBlock(trials: readonly Trial[], tag: string): string {
  const loaded = steps(trials[0]!.before, tag)
  const failed = trials.map(() => `${tell('not ready')};`).join(' ')
  return `BEGIN
${loaded}
${trials.map(trial => trialBlock(trial, tag)).join('\n')}
${UNDO};
EXCEPTION WHEN SQLSTATE 'NK000' THEN NULL; WHEN OTHERS THEN ${REFUSAL} ${failed} END;`
}

function trialBlock({ tried, looks }: Trial, tag: string): string {
  const asked = looks
    .map(look => `EXECUTE ${quoted(look, tag)} INTO look; looks := array_append(looks, left(look, 2000));`)
    .join(' ')
  return `BEGIN
looks := '{}';
${steps(tried, tag)}
${asked}
${UNDO};
EXCEPTION WHEN SQLSTATE 'NK000' THEN told := told || json_build_array('accepted', 0, looks);
WHEN OTHERS THEN ${REFUSAL} ${tell('refused')}; END;`
}

/** What may be put off is put off until all stands there, and asked for then. */
function steps(statements: readonly string[], tag: string): string {
  const each = statements.map((statement, i) => `step := ${i}; EXECUTE ${quoted(statement, tag)};`)
  return `SET CONSTRAINTS ALL DEFERRED;\n${each.join('\n')}\nSET CONSTRAINTS ALL IMMEDIATE;`
}

const quoted = (text: string, tag: string): string => `${tag}s$${text}${tag}s$`
