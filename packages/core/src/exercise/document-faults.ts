import type { z } from 'zod'

/** The faults of a document that is not one, each with the path to it. */
export function documentFaults(error: z.ZodError): string[] {
  return error.issues.map(
    ({ path, message }) => `${path.length > 0 ? path.join('.') : 'the document'}: ${message}`,
  )
}
