import fc from 'fast-check'
import { expect, it } from 'vitest'
import { circles } from '../../src/schema/circles'

it('two nodes are in one circle exactly when each leads to the other', () => {
  const graph = fc
    .integer({ min: 1, max: 6 })
    .chain(size => fc.array(fc.uniqueArray(fc.nat(size - 1)), { minLength: size, maxLength: size }))
  fc.assert(
    fc.property(graph, links => {
      const reach = links.map((_, start) => {
        const seen = new Set<number>()
        const visit = (node: number): void =>
          links[node]!.forEach(next => {
            if (seen.has(next)) return
            seen.add(next)
            visit(next)
          })
        visit(start)
        return seen
      })
      const groups = circles(links)
      for (const a of links.keys())
        for (const b of links.keys()) {
          if (a !== b)
            expect(groups.some(group => group.includes(a) && group.includes(b))).toBe(
              reach[a]!.has(b) && reach[b]!.has(a),
            )
        }
    }),
  )
})
