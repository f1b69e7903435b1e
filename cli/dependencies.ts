import { DependencyQuestion, analyse, type DependencyAnswer } from '@nomenklatura/core/dependencies'
import { documentFaults } from '@nomenklatura/core/exercise'
import { parseJson, type TextFile } from '../files/answers'
import { CallError, printJson, readInputs, type Call } from './call'

export function runDependencies({ files, json }: Call): number {
  const answers = readInputs(files, ['.json']).map(input => ({ file: input.name, value: answerTo(input) }))
  if (json) printJson(answers)
  else
    for (const { file, value } of answers)
      for (const answer of Array.isArray(value) ? value : [value])
        console.log(`${files.length > 1 ? `${file}\n` : ''}${inWords(answer)}\n`)
  return 0
}

function answerTo(input: TextFile): DependencyAnswer | DependencyAnswer[] {
  const value = parseJson(input)
  return Array.isArray(value)
    ? value.map((one, i) => analyseOne(input.name, one, `[${i}]`))
    : analyseOne(input.name, value, '')
}

function analyseOne(file: string, value: unknown, at: string): DependencyAnswer {
  const question = DependencyQuestion.safeParse(value)
  if (!question.success) throw new CallError(`${file}${at}: ${documentFaults(question.error).join('; ')}`)
  try {
    return analyse(question.data)
  } catch (error) {
    if (error instanceof RangeError) throw new CallError(`${file}${at}: ${error.message}`)
    throw error
  }
}

const set = (names: readonly string[]): string => names.join(', ') || '∅'
const list = (
  dependencies: readonly { from: readonly string[]; to: readonly string[]; multi?: true }[],
): string =>
  dependencies.map(({ from, to, multi }) => `  ${set(from)} ${multi ? '→→' : '→'} ${set(to)}`).join('\n')

function inWords(answer: DependencyAnswer): string {
  return [
    `Keys${answer.keysComplete ? '' : ' (some; the search was stopped)'}: ${answer.keys.map(key => `(${set(key)})`).join(' ')}`,
    `Prime: ${answer.prime ? set(answer.prime) : 'not decided'}`,
    `Minimal cover:\n${list(answer.minimalCover)}`,
    `Normal form: ${answer.normalForm ?? 'not decided'}`,
    ...answer.violations.map(({ form, reason }) => `  against ${form}: ${reason}`),
    `Third normal form by synthesis: ${answer.synthesis.map(({ attributes }) => `(${set(attributes)})`).join(' ')}`,
    `Boyce-Codd normal form: ${answer.bcnf ? answer.bcnf.map(({ attributes }) => `(${set(attributes)})`).join(' ') : 'not decided'}`,
    ...(answer.bcnfLost && answer.bcnfLost.length > 0 ? [`Lost there:\n${list(answer.bcnfLost)}`] : []),
    ...(answer.fourth === undefined
      ? []
      : [
          `Fourth normal form: ${answer.fourth ? answer.fourth.map(({ attributes }) => `(${set(attributes)})`).join(' ') : 'not decided'}`,
        ]),
    ...(answer.undecided ? [`Not decided, since a limit was reached: ${answer.undecided.join(', ')}`] : []),
  ].join('\n')
}
