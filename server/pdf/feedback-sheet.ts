import { pictureSize, svgOf, type Diagram } from '@nomenklatura/core/diagram'
import { entitiesOf, factsInWords, typeInWords, type Dictionary } from '@nomenklatura/core/dictionary'
import { SHEET_NAMES } from '@nomenklatura/core/findings'
import { pointsInWords } from '@nomenklatura/core/marking'
import { witnessInWords, type Witness } from '@nomenklatura/core/rules'
import { sheetModule } from '@nomenklatura/core/sheets'
import type { FeedbackAnswer } from '#shared/answers'
import { handInNumber } from '#shared/words'
import { setOut } from '../../files/set-out'
import { Paper } from './paper'

type Rule = FeedbackAnswer['rules'][number]

/** What a student reads after the release, on paper: account, every rule that is missed with its rows, what was handed in. */
export async function feedbackSheet(feedback: FeedbackAnswer, name: string): Promise<Buffer> {
  const { title, course, number, handedInAt, releasedAt, points } = feedback
  const paper = new Paper(`${title}: ${name}`, `${name}, ${title}`)
  paper.heading(title, 1)
  paper.paragraph(`${name}, ${course.name}`, { gap: 0 })
  const at = (moment: string): string => dayInWords(moment, course.timeZone)
  paper.paragraph(`${handInNumber(number)}, handed in ${at(handedInAt)}; marks told ${at(releasedAt)}`, {
    size: 9.5,
    gap: 6,
  })
  paper.paragraph(`${pointsInWords(points.got)} of ${pointsInWords(points.of)} points`, {
    size: 15,
    style: 'bold',
  })
  for (const line of feedback.account.slice(1, -1)) paper.paragraph(line, { size: 9.5, indent: 10, gap: 0 })
  for (const comment of feedback.comments.filter(({ rule }) => rule === null)) writeComment(paper, comment)
  writeMissed(paper, feedback)
  writeUpheld(paper, feedback)
  await writeHandedIn(paper, feedback)
  return paper.finish()
}

function writeMissed(paper: Paper, feedback: FeedbackAnswer): void {
  const missed = feedback.rules.filter(({ verdict }) => verdict !== 'upheld')
  paper.line()
  paper.heading(missed.length === 0 ? 'Every rule is upheld' : 'What is to be looked at', 2)
  for (const rule of missed) writeRule(paper, rule, feedback)
}

function writeRule(paper: Paper, rule: Rule, { sheets, comments }: FeedbackAnswer): void {
  paper.heading(rule.sentence, 3)
  const where = sheets.length > 1 ? `, ${SHEET_NAMES[rule.sheet]}` : ''
  paper.paragraph(`${rule.verdict}${where}: ${pointsInWords(rule.got)} of ${pointsInWords(rule.of)}`, {
    size: 9.5,
    style: 'bold',
  })
  if (rule.phrase) paper.paragraph(`The brief: “${rule.phrase}”`, { style: 'italic', size: 9.5 })
  if (rule.decidedBy) paper.paragraph(`${rule.decidedBy} decided this: “${rule.reason ?? ''}”`)
  for (const { sentence } of rule.because) paper.paragraph(sentence)
  if (rule.follows) paper.paragraph('It follows from another mistake and costs nothing more.', { size: 9.5 })
  if (rule.witness) writeWitness(paper, rule.witness)
  for (const comment of comments.filter(other => other.rule === rule.rule)) writeComment(paper, comment)
}

function writeWitness(paper: Paper, witness: Witness): void {
  for (const { table, columns, rows } of witness.tables)
    paper.table(
      table,
      columns,
      rows.map(({ cells, bad }) => ({ cells: cells.map(cell => cell ?? '–'), isMarked: bad === true })),
    )
  const { done, word, rest } = witnessInWords(witness)
  paper.paragraph(`${done} ${word}${rest}.`, { size: 9.5 })
}

const writeComment = (paper: Paper, { text, by }: FeedbackAnswer['comments'][number]): void =>
  paper.paragraph(`${text} (${by})`, { style: 'italic', indent: 10 })

function writeUpheld(paper: Paper, { rules, sheets }: FeedbackAnswer): void {
  const upheld = rules.filter(({ verdict }) => verdict === 'upheld')
  if (upheld.length === 0) return
  paper.line()
  paper.heading('Upheld', 2)
  for (const { sentence, sheet, got } of upheld)
    paper.paragraph(
      `${sentence.replace(/\.$/, '')}${sheets.length > 1 ? ` (${SHEET_NAMES[sheet]})` : ''}: ${pointsInWords(got)}`,
      { size: 9.5, gap: 0 },
    )
}

async function writeHandedIn(paper: Paper, { sheets, answer }: FeedbackAnswer): Promise<void> {
  for (const sheet of sheets) {
    const { field, readable } = sheetModule(sheet)
    const content = answer[field]
    if (content === undefined || content === '') continue
    paper.line()
    paper.heading(`${SHEET_NAMES[sheet]}, as it was handed in`, 2)
    if (field === 'diagram') writeDiagram(paper, await setOut(content as Diagram))
    else if (field === 'dictionary') writeDictionary(paper, content as Dictionary)
    else paper.listing(readable(content))
  }
}

function writeDiagram(paper: Paper, diagram: Diagram): void {
  if (diagram.entities.length === 0) return
  paper.picture(svgOf(diagram, { theme: 'paper' }), pictureSize(diagram), 'The diagram as it was handed in')
}

function writeDictionary(paper: Paper, dictionary: Dictionary): void {
  for (const { name, at } of entitiesOf(dictionary)) {
    paper.paragraph(name, { style: 'bold', gap: 0 })
    for (const i of at) {
      const entry = dictionary.entries[i]!
      paper.paragraph(
        [`${entry.field} ${typeInWords(entry) || 'no type'}`, ...factsInWords(entry)].join('; '),
        { size: 9.5, indent: 10, gap: 0 },
      )
    }
  }
}

/** A day and a time as a course has them, with the year: paper is kept. */
function dayInWords(moment: string, timeZone: string): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone,
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    hour: 'numeric',
    minute: '2-digit',
  }).format(new Date(moment))
}
