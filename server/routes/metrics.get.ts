import { defineEventHandler, setResponseHeader, setResponseStatus } from 'h3'
import { database } from '../repositories/database'
import { oldestUnmarked } from '../repositories/markings'
import { metricsAreOn, metricsText } from '../services/metrics'

export default defineEventHandler(async event => {
  setResponseHeader(event, 'Content-Type', 'text/plain; version=0.0.4; charset=utf-8')
  if (!metricsAreOn()) {
    setResponseStatus(event, 404)
    return 'There is nothing here.'
  }
  const oldest = await oldestUnmarked(database())
  return metricsText(oldest ? (Date.now() - oldest.getTime()) / 1000 : 0)
})
