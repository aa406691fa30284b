import { parentPort } from 'node:worker_threads'
import { JOBS, type JobRequest } from './jobs.ts'

/** Reads pictures and fonts apart from the server, which ends this thread when it takes too long. */
parentPort!.on('message', async ({ job, bytes, width }: JobRequest) => {
  parentPort!.postMessage(await JOBS[job](Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length), width))
})
parentPort!.postMessage('ready')
