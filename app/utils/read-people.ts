export interface PersonLine {
  readonly name: string
  readonly email: string
}

/**
 * People from lines as lists of a class have them: a name and an address in any order, between commas,
 * semicolons, tabs or angle brackets. Without a name the address gives one.
 */
export function readPeople(text: string): {
  readonly people: readonly PersonLine[]
  readonly faults: readonly string[]
} {
  const people = new Map<string, PersonLine>()
  const faults: string[] = []
  for (const line of text
    .split(/\r?\n/)
    .map(part => part.trim())
    .filter(part => part !== '')) {
    const email = /[^\s"',;<>][^\s"',;<>@]*@[^\s"',;<>]+\.[^\s,;<>"']+/.exec(line)?.[0]
    if (!email) {
      faults.push(line)
      continue
    }
    const name = line
      .replace(email, ' ')
      .replace(/[,;<>"\t]+/g, ' ')
      .replace(/\s+/g, ' ')
      .trim()
    const address = email.toLowerCase()
    people.set(address, { name: name || address.split('@')[0]!, email: address })
  }
  return { people: [...people.values()], faults }
}
