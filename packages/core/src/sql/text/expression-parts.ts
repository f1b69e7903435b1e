import type { Expression } from './expression'

/** The expressions that one is made of, from the left. */
export function partsOfExpression(expression: Expression): readonly Expression[] {
  switch (expression.kind) {
    case 'call':
      return expression.args
    case 'not':
    case 'negate':
    case 'isNull':
    case 'isTruth':
      return [expression.of]
    case 'and':
    case 'or':
    case 'compare':
    case 'arithmetic':
      return [expression.left, expression.right]
    case 'like':
      return [expression.left, expression.pattern]
    case 'matches':
      return [expression.left]
    case 'literal':
    case 'column':
    case 'opaque':
    case 'now':
    case 'interval':
      return []
  }
}

/** The expression and all that it is made of; without recursion, since a chain of ANDs may be as long as a script. */
function allParts(expression: Expression): Expression[] {
  const found = [expression]
  for (let at = 0; at < found.length; at++) found.push(...partsOfExpression(found[at]!))
  return found
}

/** Whether it, or anything that it is made of, is so. */
export function someExpression(expression: Expression, holds: (part: Expression) => boolean): boolean {
  return allParts(expression).some(holds)
}

/** The columns an expression speaks of, lower case. */
export function columnsOf(expression: Expression): Set<string> {
  const found = new Set<string>()
  for (const part of allParts(expression)) {
    if (part.kind === 'column') found.add(part.name.toLowerCase())
    if (part.kind === 'opaque') for (const name of part.columns) found.add(name)
  }
  return found
}

/** Whether what it says depends on the day on which it is asked. */
export function looksAtToday(expression: Expression): boolean {
  return someExpression(expression, ({ kind }) => kind === 'now')
}
