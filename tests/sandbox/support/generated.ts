import { readScript, writeScript } from '@nomenklatura/core/sql'
import { CHANGES, drawsFrom, pick } from '../../reference/harmless-changes'
import { exerciseOf } from '../../reference/four-worlds'
import { MISTAKES } from '../../reference/typical-mistakes'
import { HARBOUR } from './harbour'
import { AIMED } from './aimed'
import { MUTANTS } from './mutants'

const exercise = exerciseOf(HARBOUR)
const model = readScript(HARBOUR.model).schema

/** A script made from the model by chance: a typical mistake or up to three mutations, and a harmless change. */
export function generated(seed: number): { script: string; meant: readonly string[]; isHarmless: boolean } {
  const draw = drawsFrom(seed)
  const change = draw() < 0.5 ? pick(Object.values(CHANGES), draw) : null
  const wanted = seed % 4
  const mistaken = wanted === 1 ? pick(Object.values(MISTAKES), draw)(model, exercise.world, draw) : undefined
  let schema = mistaken?.schema ?? model
  if (wanted > 1) for (const aim of AIMED.filter(() => draw() < 0.3)) schema = aim(schema, draw)
  const mutations = wanted === 3 ? 1 + Math.floor(draw() * 2) : 0
  for (let i = 0; i < mutations; i++) schema = pick(Object.values(MUTANTS), draw)(schema, draw)
  if (change) schema = change(schema, draw)
  const { text } = writeScript(schema, { to: 'postgresql', from: 'postgresql' })
  const meant = mistaken
    ? exercise.document.rules.filter(({ rule }) => mistaken.isMeant(rule)).map(({ id }) => id)
    : []
  return { script: text, meant, isHarmless: wanted === 0 }
}
