/** An exact decimal number: `digits` times ten to the power of minus `scale`. */
export interface Decimal {
  readonly digits: bigint
  readonly scale: number
}

export function decimalFrom(text: string): Decimal | undefined {
  const match = /^([+-]?)(\d{0,400})(?:\.(\d{0,400}))?$/.exec(text.trim())
  if (!match || !(match[2] || match[3])) return undefined
  const digits = BigInt(`${match[2] ?? ''}${match[3] ?? ''}`)
  return { digits: match[1] === '-' ? -digits : digits, scale: match[3]?.length ?? 0 }
}

export function compareDecimals(a: Decimal, b: Decimal): number {
  const [x, y] = align(a, b)
  if (x < y) return -1
  if (x > y) return 1
  return 0
}

export function calculate(operator: '+' | '-' | '*', a: Decimal, b: Decimal): Decimal {
  if (operator === '*') return { digits: a.digits * b.digits, scale: a.scale + b.scale }
  const [x, y] = align(a, b)
  return { digits: operator === '+' ? x + y : x - y, scale: Math.max(a.scale, b.scale) }
}

function align(a: Decimal, b: Decimal): [bigint, bigint] {
  const scale = Math.max(a.scale, b.scale)
  return [a.digits * 10n ** BigInt(scale - a.scale), b.digits * 10n ** BigInt(scale - b.scale)]
}
