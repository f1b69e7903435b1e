import { CATALOGUE, type FindingCode } from '@nomenklatura/core/findings'
import { noteAnchor } from './note-place'

/** A note in the words of its code: "references.two-cascades" is "two cascades", under references. */
export interface HelpNote {
  readonly code: FindingCode
  readonly group: string
  readonly title: string
  readonly severity: 'error' | 'flaw' | 'habit' | 'remark'
  /** Where it stands on the page of notes. */
  readonly anchor: string
  /** What it says, with what it names in slots. */
  readonly says: string
  readonly why: string
}

const slots = new Proxy({} as Record<string, string>, { get: (_, name) => `‹${String(name)}›` })

/** Every note there is, by group. */
export const helpNotes = (): HelpNote[] =>
  (Object.keys(CATALOGUE) as FindingCode[]).map(code => {
    const { severity, message, why } = CATALOGUE[code]
    const [group = '', name = ''] = code.split('.')
    return {
      code,
      anchor: noteAnchor(code),
      group: group.replaceAll('-', ' '),
      title: name.replaceAll('-', ' '),
      severity,
      says: message(slots),
      why,
    }
  })

/** What each screen is for, in sentences, in the order in which one meets them. */
export const HELP_SCREENS = [
  {
    id: 'course',
    title: 'Course',
    says: [
      'The exercises of a course in their order, each with what is to be done next.',
      'An exercise is begun from a script, from text, from rows, from a relation, from the shelf, as a fresh task,',
      'from a file or from another exercise. Those of the shelf can be told in other worlds, under other names.',
      'Students see what is published, with its date and their own state.',
    ],
  },
  {
    id: 'brief',
    title: 'Setting: the brief',
    says: [
      'The case is written as it will be read.',
      'Choose words that say a rule and bind them to it, or begin a rule from them: bound words are underlined,',
      'and students see there what the check says, where the help level tells verdicts.',
      'Words may also name an entity or a fact: then they are understood as its name,',
      'and where students practise they are told what the words speak of.',
      'Words that say a size of a fact become samples and checks. Pictures are put in with what they show.',
      'The second leaf holds tables of rows that the case gives, each by its name: paste one or choose files,',
      'look at its profile, and take the dependencies that its rows do not speak against.',
    ],
  },
  {
    id: 'answer',
    title: 'Setting: the answer',
    says: [
      'Model answers, up to five, on each sheet that is asked: script, diagram, dictionary, dependencies.',
      'A hand-in is marked against each, and the one that gives most counts.',
      'What students begin with is set beside them: it is theirs to change, and left as it is it counts as nothing.',
      'A script may be pasted as statements or as relations, such as TRIP(_trip_no_, day, site → SITE).',
      'Under Names and samples stand what students may call a thing as well, and values that a fact may have.',
    ],
  },
  {
    id: 'rules',
    title: 'Setting: the rules',
    says: [
      'One sentence a line, with its points, and beside it what is meant by it and what each model answer does with it.',
      'Rules are proposed from the answer, written in slots, begun from words of the brief,',
      'or given as rows that must be accepted or refused. The table where everything happens can be asked for by name.',
      'A sentence that says something else than its meaning is pointed out.',
    ],
  },
  {
    id: 'proof',
    title: 'Setting: the proof run',
    says: [
      'The exercise is tried with typical mistakes, one in each, and with changes that do no harm.',
      'What passes unnoticed comes with the rule that would notice it, one click away;',
      'what is punished by mistake is shown with what it lost.',
      'The share that is noticed is the strength of the exercise.',
    ],
  },
  {
    id: 'marks',
    title: 'Setting: marks and dates',
    says: [
      'How strictly too strict answers count, groups and criteria, help level, dates, attempts,',
      'what is told after release, and who has more time than the others.',
      'Points of a published exercise are prepared first: who would move is seen before it is taken.',
    ],
  },
  {
    id: 'worksheet',
    title: 'Worksheet',
    says: [
      'The case at the left, the sheet in the middle, the margin at the right with notes beside what they speak of.',
      'Choose words of the case to mark what speaks of an entity or a fact: marks are your own,',
      'and become cards of the diagram, or entries of the dictionary, with their facts.',
      'Check says what the rules find, as far as the help level allows;',
      'Hand in keeps what stands there, and gives a number. Everything is saved as one types.',
    ],
  },
  {
    id: 'row-trial',
    title: 'Row trial',
    says: [
      'Rows typed or pasted into the tables of a script, tried on a database at once:',
      'each line is stamped accepted or refused, and by what.',
      'Strike a parent out to see what becomes of the rows that refer to it. Everything is put back afterwards.',
    ],
  },
  {
    id: 'desk',
    title: 'Marking desk',
    says: [
      'The queue at the left, the rules in the middle, the account at the right.',
      'Three passes: what is to be decided, the same mistakes, each hand-in.',
      'A verdict set by hand has a reason, and can be given to all who did the same.',
    ],
  },
  {
    id: 'ledger',
    title: 'Class ledger',
    says: [
      'Students by rules, sorted and filtered; a cell opens its evidence,',
      'the head of a column the kinds of answer that broke it.',
      'Pictures show marks, the rules most often broken, attempts and the time of handing in, each with its table.',
      'Results are taken out here, as tables, as feedback sheets, or for another system.',
    ],
  },
  {
    id: 'course-marks',
    title: 'Marks of the course',
    says: [
      'Students by exercises with weights, the best so many of all, a total and a grade by your scale;',
      'sorted, filtered by section, and taken out as a table.',
    ],
  },
  {
    id: 'people',
    title: 'People of the course',
    says: [
      'Who is here, in which section and role. A list is read from a spreadsheet; whoever is new is invited.',
    ],
  },
  {
    id: 'feedback',
    title: 'Feedback',
    says: [
      'What a student is told: each rule with its verdict, the rows that prove it, points and comments.',
      'Where you doubt a verdict, send rows of your own: they are tried at once, and your instructor answers.',
    ],
  },
] as const
