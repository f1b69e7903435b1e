import type { Retelling } from '@nomenklatura/core/exercise'
import ledger from '../db/demo/exercises/the-intake-ledger.json'
import pair from '../db/demo/exercises/who-collected-what.json'
import drawers from '../db/demo/exercises/a-drawer-for-every-packet.json'
import trials from '../db/demo/exercises/trial-by-trial.json'
import exchange from '../db/demo/exercises/exchange-with-partner-gardens.json'
import keepers from '../db/demo/exercises/keepers-and-bays.json'
import boats from './exercises/a-boat-for-every-crossing.json'
import sailors from './exercises/one-sailor-several-tasks.json'
import passengers from './exercises/the-passenger-list.json'
import timetable from './exercises/a-timetable-that-changes.json'
import towers from './exercises/bells-in-towers.json'
import bells from './exercises/what-a-bell-is-made-of.json'
import orders from './exercises/orders-of-the-foundry.json'
import beds from './exercises/a-bed-for-the-night.json'
import trails from './exercises/trails-and-dishes.json'
import supplies from './exercises/supplies-for-the-huts.json'
import boatsRetold from './worlds/a-boat-for-every-crossing.json'
import sailorsRetold from './worlds/one-sailor-several-tasks.json'
import towersRetold from './worlds/bells-in-towers.json'
import pairRetold from './worlds/who-collected-what.json'
import passengersRetold from './worlds/the-passenger-list.json'
import trailsRetold from './worlds/trails-and-dishes.json'
import timetableRetold from './worlds/a-timetable-that-changes.json'
import bellsRetold from './worlds/what-a-bell-is-made-of.json'
import ordersRetold from './worlds/orders-of-the-foundry.json'
import bedsRetold from './worlds/a-bed-for-the-night.json'
import suppliesRetold from './worlds/supplies-for-the-huts.json'
import drawersRetold from './worlds/a-drawer-for-every-packet.json'
import keepersRetold from './worlds/keepers-and-bays.json'
import exchangeRetold from './worlds/exchange-with-partner-gardens.json'
import trialsRetold from './worlds/trial-by-trial.json'
import ledgerRetold from './worlds/the-intake-ledger.json'

/** A ready exercise: its document is read as any other that comes in. */
export interface ShelfExercise {
  /** The name of its file. */
  readonly name: string
  readonly world: string
  readonly difficulty: 'easy' | 'medium' | 'hard'
  /** What it is about, in one line. */
  readonly about: string
  /** Per cent of typical mistakes that its rules notice by reasoning: tests/reference/shelf.test.ts holds it true. */
  readonly noticed: number
  readonly document: { readonly title: string }
  /** Other worlds in which it may be told. */
  readonly retellings: readonly Retelling[]
}

const VAULT = 'Skarholm Seed Vault'
const FERRIES = 'Orrin Sound'
const FOUNDRY = 'Vellmar Foundry'
const HUTS = 'Kaldra Huts'

const exercise = (
  name: string,
  world: string,
  difficulty: ShelfExercise['difficulty'],
  noticed: number,
  about: string,
  document: ShelfExercise['document'],
  retellings: readonly Retelling[] = [],
): ShelfExercise => ({ name, world, difficulty, noticed, about, document, retellings })

/** Ready exercises, from easy to hard; those of the demo among them. */
export const SHELF: readonly ShelfExercise[] = [
  exercise(
    'a-boat-for-every-crossing',
    FERRIES,
    'easy',
    92,
    'Two tables and the reference between them: keys, what may be missing, what is never deleted.',
    boats,
    boatsRetold,
  ),
  exercise(
    'the-passenger-list',
    FERRIES,
    'easy',
    100,
    'One list with everything in it: which facts fix which, its key, and a split to third normal form.',
    passengers,
    passengersRetold,
  ),
  exercise(
    'bells-in-towers',
    FOUNDRY,
    'easy',
    100,
    'A first drawing: what is told apart only within something else, a line from a card to itself, many each way.',
    towers,
    towersRetold,
  ),
  exercise(
    'who-collected-what',
    VAULT,
    'easy',
    93,
    'The many-to-many between two tables that are given, with the role each had.',
    pair,
    pairRetold,
  ),
  exercise(
    'one-sailor-several-tasks',
    FERRIES,
    'medium',
    92,
    'Many to many where the same pair may stand again: what tells a line apart.',
    sailors,
    sailorsRetold,
  ),
  exercise(
    'what-a-bell-is-made-of',
    FOUNDRY,
    'medium',
    92,
    'A data dictionary: formats, sizes, lists of values, bounds, and what must be there.',
    bells,
    bellsRetold,
  ),
  exercise(
    'a-bed-for-the-night',
    HUTS,
    'medium',
    92,
    'A table with two candidate keys, and what goes when what it belongs to is given up.',
    beds,
    bedsRetold,
  ),
  exercise(
    'the-intake-ledger',
    VAULT,
    'medium',
    100,
    'A flat spreadsheet of forty rows: find keys and dependencies, reach Boyce-Codd normal form.',
    ledger,
    ledgerRetold,
  ),
  exercise(
    'a-drawer-for-every-packet',
    VAULT,
    'medium',
    91,
    'A schema that is given, extended by a drawing: drawers, packets, and placements over time.',
    drawers,
    drawersRetold,
  ),
  exercise(
    'trial-by-trial',
    VAULT,
    'medium',
    92,
    'The data dictionary of germination trials: references, formats and bounds.',
    trials,
    trialsRetold,
  ),
  exercise(
    'orders-of-the-foundry',
    FOUNDRY,
    'medium',
    94,
    'From brief to drawing to script: lines within an order, what goes with it and what must stay.',
    orders,
    ordersRetold,
  ),
  exercise(
    'trails-and-dishes',
    HUTS,
    'hard',
    100,
    'Facts that have nothing to do with each other in one list: multivalued dependencies, fourth normal form.',
    trails,
    trailsRetold,
  ),
  exercise(
    'exchange-with-partner-gardens',
    VAULT,
    'hard',
    94,
    'Dispatches, lines, prices, and a history that is kept, as a script.',
    exchange,
    exchangeRetold,
  ),
  exercise(
    'keepers-and-bays',
    VAULT,
    'hard',
    95,
    'References in a circle, weak entities, actions on delete, drawn and written.',
    keepers,
    keepersRetold,
  ),
  exercise(
    'a-timetable-that-changes',
    FERRIES,
    'hard',
    92,
    'Keys of several columns, two references to one table, conditions within a row, codes that change.',
    timetable,
    timetableRetold,
  ),
  exercise(
    'supplies-for-the-huts',
    HUTS,
    'hard',
    95,
    'The whole way in one exercise: dependencies, dictionary, diagram and script of the same deliveries.',
    supplies,
    suppliesRetold,
  ),
]
