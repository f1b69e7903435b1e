import { isDialect, type Dialect } from '../../schema'

const NAMED = /^\s*--[ \t]*dialect:[ \t]*(\w+)[ \t]*(?:\r?\n|$)/i

/**
 * The dialect that a script names in its first line, as in `-- dialect: mysql`: so a script that travels says
 * how it is to be read.
 */
export function dialectNamed(script: string): Dialect | undefined {
  const name = NAMED.exec(script.slice(0, 200))?.[1]?.toLowerCase() ?? ''
  return isDialect(name) ? name : undefined
}

/**
 * The script with that first line, in the place of one that is there; without it where `dialect` is
 * undefined.
 */
export function withDialect(script: string, dialect: Dialect | undefined): string {
  const rest = script.replace(NAMED, '')
  return dialect === undefined ? rest : `-- dialect: ${dialect}\n${rest}`
}

/**
 * The dialect that an answer is read in: the one that its first line names, where the exercise lets students
 * choose it, else the exercise's.
 */
export function dialectOf(
  {
    dialect = 'postgresql',
    dialects = [],
  }: { readonly dialect?: Dialect | undefined; readonly dialects?: readonly Dialect[] | undefined },
  script: string,
): Dialect {
  const named = dialectNamed(script)
  return named !== undefined && dialects.includes(named) ? named : dialect
}
