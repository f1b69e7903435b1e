import type { DataType } from './types'

/**
 * What becomes of a value in a column: kept as written, accepted but changed, refused, or not decided by us.
 */
export type Fit = 'kept' | 'changed' | 'refused' | 'unknown'

/**
 * What PostgreSQL does with `value`, given as the text a person would write, in a column of `type`: '0417' in
 * an integer is changed (it reads back as 417), 9999.99 in numeric(5,2) is refused, 12.50 in an integer is
 * changed (rounded). Numbers count as kept when they read back equal as numbers in an exact type; in a float
 * a value with decimals counts as changed, since it is stored only nearly.
 */
export function fit(value: string, type: DataType): Fit {
  switch (type.family) {
    case 'char':
      return fitsLength(value, type.length ?? 1)
    case 'varchar':
      return type.length === null ? 'kept' : fitsLength(value, type.length)
    case 'text':
      return 'kept'
    case 'enum':
      if (type.members.length === 0) return 'unknown'
      if (type.members.includes(value)) return 'kept'
      return 'refused'

    case 'integer':
      return fitsInteger(value, type)
    case 'decimal':
      return fitsDecimal(value, type)
    case 'float':
      if (parseNumber(value) === undefined) return 'refused'
      if (/^[+-]?[1-9]\d{0,5}$/.test(value) || value === '0') return 'kept'
      return 'changed'

    case 'date':
      return isDate(value) ? 'kept' : 'refused'
    case 'timestamp':
      return isDate(value) || /^\d{4}-\d\d-\d\d[ T]\d\d:\d\d(:\d\d(\.\d+)?)?$/.test(value)
        ? 'kept'
        : 'refused'
    case 'time':
      return /^\d\d?:\d\d(:\d\d(\.\d+)?)?$/.test(value) ? 'kept' : 'refused'
    case 'boolean':
      if (/^(true|false)$/i.test(value)) return 'kept'
      if (/^([tf]|yes|no|[yn10]|on|off)$/i.test(value)) return 'changed'
      return 'refused'

    case 'uuid':
      return /^[0-9a-f]{8}-([0-9a-f]{4}-){3}[0-9a-f]{12}$/.test(value) ? 'kept' : 'refused'
    case 'binary':
    case 'json':
    case 'interval':
    case 'other':
      return 'unknown'
  }
}

function fitsLength(value: string, length: number): Fit {
  return [...value].length <= length ? 'kept' : 'refused'
}

interface ExactNumber {
  readonly digits: string
  readonly scale: number
  readonly written: boolean
}

/**
 * Digits without leading zeros, and how many stand after the point; `written` is false where reading back
 * looks different.
 */
function parseNumber(value: string): ExactNumber | undefined {
  const match = /^([+-]?)(\d*)(?:\.(\d*))?$/.exec(value.trim())
  if (!match || !(match[2] || match[3])) return undefined
  const [, sign, whole = '', part = ''] = match
  const plain = sign !== '+' && value === value.trim() && !/^0\d/.test(whole) && whole !== ''
  return { digits: (whole + part).replace(/^0+(?=\d)/, ''), scale: part.length, written: plain }
}

function fitsInteger(value: string, type: DataType): Fit {
  const number = parseNumber(value)
  if (!number) return 'refused'
  const whole = BigInt(value.trim().replace(/^\+/, '').split('.')[0] || '0')
  const bits = BigInt(type.length ?? 32)
  const low = type.unsigned ? 0n : -(1n << (bits - 1n))
  const high = type.unsigned ? (1n << bits) - 1n : (1n << (bits - 1n)) - 1n
  if (whole < low || whole > high) return 'refused'
  return number.scale > 0 || !number.written ? 'changed' : 'kept'
}

function fitsDecimal(value: string, type: DataType): Fit {
  const number = parseNumber(value)
  if (!number) return 'refused'
  const scale = type.precision === null ? number.scale : (type.scale ?? 0)
  if (type.precision !== null && roundedDigits(number, scale) > type.precision) return 'refused'
  const lost =
    number.scale > scale && !/^0*$/.test(value.trim().slice(value.trim().length - (number.scale - scale)))
  return lost || !number.written ? 'changed' : 'kept'
}

/**
 * How many digits are left when the number is rounded, half away from zero, to `scale` digits after the
 * point.
 */
function roundedDigits({ digits, scale: own }: ExactNumber, scale: number): number {
  if (own <= scale) return digits === '0' ? 0 : digits.length + scale - own
  const step = 10n ** BigInt(own - scale)
  const rounded = (BigInt(digits) + step / 2n) / step
  return rounded === 0n ? 0 : String(rounded).length
}

function isDate(value: string): boolean {
  const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(value)
  if (!match) return false
  const [year, month, day] = match.slice(1).map(Number) as [number, number, number]
  const days = [
    31,
    year % 4 === 0 && (year % 100 !== 0 || year % 400 === 0) ? 29 : 28,
    31,
    30,
    31,
    30,
    31,
    31,
    30,
    31,
    30,
    31,
  ]
  return month >= 1 && month <= 12 && day >= 1 && day <= days[month - 1]!
}

/**
 * How a value that an exact number type, or a truth value, changes reads back: 0417 in an integer is 417,
 * 12.505 in numeric(6,2) is 12.51 (halves go away from zero). Undefined where the type does not change it so,
 * or refuses it.
 */
export function storedAs(value: string, type: DataType): string | undefined {
  if (fit(value, type) !== 'changed') return undefined
  if (type.family === 'boolean') return /^(?:[ty1]|yes|on)$/i.test(value) ? 'true' : 'false'
  if (type.family !== 'integer' && type.family !== 'decimal') return undefined
  const [, sign = '', whole = '', part = ''] = /^([+-]?)(\d*)(?:\.(\d*))?$/.exec(value.trim()) ?? []
  const ownScale = type.precision === null ? part.length : (type.scale ?? 0)
  const scale = type.family === 'integer' ? 0 : ownScale
  const cut =
    BigInt(`${whole}${part.slice(0, scale).padEnd(scale, '0')}` || '0') +
    (Number(part[scale] ?? 0) >= 5 ? 1n : 0n)
  const digits = String(cut).padStart(scale + 1, '0')
  const number = scale === 0 ? digits : `${digits.slice(0, -scale)}.${digits.slice(-scale)}`
  return sign === '-' && cut > 0n ? `-${number}` : number
}
