import { getIndentation, indentString } from '@codemirror/language'
import { EditorState } from '@codemirror/state'
import { expect, it } from 'vitest'
import { scriptLanguage } from '../../app/utils/script-language'

/** How a line that begins after the text is indented. */
const indentAfter = (text: string, line = ''): string => {
  const state = EditorState.create({ doc: `${text}\n${line}`, extensions: [scriptLanguage()] })
  return indentString(state, getIndentation(state, text.length + 1) ?? -1)
}

it.each([
  ['a column stands within its table', 'CREATE TABLE boat (', '', '  '],
  ['one column below another', 'CREATE TABLE boat (\n  boat_no integer PRIMARY KEY,', '', '  '],
  [
    'the bracket that closes a table stands below its first word',
    'CREATE TABLE boat (\n  boat_no integer',
    ')',
    '',
  ],
  ['a statement after another is not indented', 'CREATE TABLE boat (\n  boat_no integer\n);', '', ''],
  ['a bracket within is indented once more', 'CREATE TABLE boat (\n  hours integer CHECK (', '', '    '],
  [
    'and closed where its line begins',
    'CREATE TABLE boat (\n  hours integer CHECK (\n    hours > 0',
    ')',
    '  ',
  ],
  ['a statement that goes on is indented', 'ALTER TABLE boat', 'ADD', '  '],
])('%s', (_, text, line, indent) => expect(indentAfter(text, line)).toBe(indent))
