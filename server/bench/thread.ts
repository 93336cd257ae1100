import { parentPort } from 'node:worker_threads'
import { doJob, type Job } from './jobs'

/** A thread of its own for the bench's work: the server answers meanwhile. Bundled apart, beside the server. */
parentPort!.on('message', (job: Job) => {
  doJob(job, result => parentPort!.postMessage({ kind: 'result', result })).then(
    () => parentPort!.postMessage({ kind: 'done' }),
    (error: Error) => parentPort!.postMessage({ kind: 'failed', message: error.message }),
  )
})
