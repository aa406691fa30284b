import { z } from 'zod'
import type { errorSchema } from '../../protocol/site-state.ts'
import { storageFault } from './storage-fault.ts'

/** What went wrong, by kind; each has one HTTP status. */
const STATUS = {
  'bad-request': 400,
  'not-allowed': 403,
  'not-found': 404,
  'revision-old': 409,
  'too-large': 413,
  'not-usable': 422,
  'wrong-host': 421,
  /** The disk or the database cannot be used just now. */
  storage: 503,
  busy: 503,
  /** The file of the database is not the one that was opened. */
  'data-gone': 503,
  failed: 500,
} as const
export type ErrorCode = keyof typeof STATUS

/** An error whose message a person can act on. */
export class PublicError extends Error {
  override readonly name = 'PublicError'
  constructor(
    readonly code: ErrorCode,
    message: string,
  ) {
    super(message)
  }
}

/** Whether an error is one for people. By its name: the parts of the server are bundled apart, each with this class of its own. */
export function isPublicError(error: unknown): error is PublicError {
  return error instanceof Error && error.name === 'PublicError' && 'code' in error
}

/** The answer for an error; unknown ones are logged here and told only in general. */
export function errorResponse(error: unknown): Response {
  if (isPublicError(error)) return answer(error.code, error.message)
  if (error instanceof z.ZodError) {
    const issue = error.issues[0]
    const place = issue?.path.join('.') || 'the request'
    return answer(
      'bad-request',
      `The request is not in the shape Attire expects: ${place}: ${issue?.message ?? 'unknown'}.`,
    )
  }
  const fault = storageFault(error)
  if (fault) return answer(fault.code, fault.message)
  console.error(error)
  return answer('failed', 'Attire could not do this because of an error of its own. Nothing was changed; try again.')
}

function answer(code: ErrorCode, message: string): Response {
  return Response.json({ error: { code, message } } satisfies z.infer<typeof errorSchema>, {
    status: STATUS[code],
    headers: { 'cache-control': 'no-store' },
  })
}

/** Runs a route handler so that whatever it throws becomes an error answer. */
export async function answering(work: () => Promise<Response>): Promise<Response> {
  try {
    return await work()
  } catch (error) {
    return errorResponse(error)
  }
}
