import { writeFileSync, renameSync } from 'node:fs'
import { makeImage } from './image'

/** Writes the image that engines start from: write-image FILE. */
const file = process.argv[2]!
const own = `${file}.${process.pid}`
writeFileSync(own, await makeImage())
renameSync(own, file)
