/**
 * The groups of nodes that lead to each other, of two nodes or more, each in the order of the nodes. `links`
 * gives for each node the positions it leads to. Kosaraju's algorithm with explicit stacks (from memory):
 * time linear in nodes and links.
 */
export function circles(links: readonly (readonly number[])[]): number[][] {
  const back: number[][] = links.map(() => [])
  links.forEach((targets, node) => targets.forEach(target => back[target]!.push(node)))
  const order = finished(links)
  const seen = new Set<number>()
  const found: number[][] = []
  for (const start of order.reverse()) {
    if (seen.has(start)) continue
    const group: number[] = []
    const waiting = [start]
    seen.add(start)
    for (let node = waiting.pop(); node !== undefined; node = waiting.pop()) {
      group.push(node)
      for (const next of back[node]!) {
        if (seen.has(next)) continue
        seen.add(next)
        waiting.push(next)
      }
    }
    if (group.length > 1) found.push(group.sort((a, b) => a - b))
  }
  return found.sort((a, b) => a[0]! - b[0]!)
}

/** Nodes in the order in which a depth-first walk leaves them. */
function finished(links: readonly (readonly number[])[]): number[] {
  const order: number[] = []
  const seen = new Set<number>()
  for (const root of links.keys()) {
    if (seen.has(root)) continue
    seen.add(root)
    const path = [{ node: root, next: 0 }]
    while (path.length > 0) {
      const top = path.at(-1)!
      const target = links[top.node]![top.next++]
      if (target === undefined) order.push(path.pop()!.node)
      else if (!seen.has(target)) {
        seen.add(target)
        path.push({ node: target, next: 0 })
      }
    }
  }
  return order
}
