import type { z } from 'zod'
import { LIMITS } from '../../protocol/limits.ts'
import { readBody } from './body.ts'
import { PublicError } from './errors.ts'

/** Reads a JSON body against a schema. Throws {@link PublicError} or a ZodError. */
export async function readJson<T>(request: Request, schema: z.ZodType<T>): Promise<T> {
  if (!/^application\/json\b/i.test(request.headers.get('content-type') ?? '')) {
    throw new PublicError('bad-request', 'Send the request as application/json.')
  }
  const text = await readBody(request, LIMITS.json, 'The request')
  let body: unknown
  try {
    body = JSON.parse(text.toString('utf8'))
  } catch {
    throw new PublicError('bad-request', 'The request is not valid JSON.')
  }
  return schema.parse(body)
}
