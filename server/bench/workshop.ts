import { existsSync } from 'node:fs'
import { fileURLToPath, pathToFileURL } from 'node:url'
import { Worker } from 'node:worker_threads'
import { doJob, type Job, type JobResult } from './jobs'

type Waiting = { job: Job; give: (result: JobResult) => void; finish: () => void; fail: (error: Error) => void }

/** Jobs that wait at most; whoever comes after that is told to try again. */
const MOST_WAITING = 12
/** A job that takes longer is given up, and its thread with it. */
const LONGEST_MS = 90_000

/** Too many jobs wait already. */
export class WorkshopBusy extends Error {}

/** Where the build lays the thread's own bundle; in development there is none, and the work is done in place. */
const threadFile = (): URL | undefined => {
  const file = new URL('./bench/thread.mjs', pathToFileURL(process.argv[1] ?? ''))
  return existsSync(fileURLToPath(file)) ? file : undefined
}

const queue: Waiting[] = []
let thread: Worker | undefined
let current: Waiting | undefined
let timer: NodeJS.Timeout | undefined

const settle = (end: (waiting: Waiting) => void) => {
  clearTimeout(timer)
  const done = current
  current = undefined
  if (done) end(done)
  next()
}

const giveUp = (error: Error) => {
  const broken = thread
  thread = undefined
  void broken?.terminate()
  settle(waiting => waiting.fail(error))
}

const started = (file: URL): Worker => {
  const worker = new Worker(file)
  worker.unref()
  worker.on(
    'message',
    (told: { kind: 'result'; result: JobResult } | { kind: 'done' } | { kind: 'failed'; message: string }) => {
      if (worker !== thread) return
      if (told.kind === 'result') current?.give(told.result)
      else settle(waiting => (told.kind === 'done' ? waiting.finish() : waiting.fail(new Error(told.message))))
    },
  )
  worker.on('error', error => worker === thread && giveUp(error))
  return worker
}

const next = () => {
  if (current) return
  current = queue.shift()
  if (!current) return
  const file = threadFile()
  if (!file) {
    const waiting = current
    void doJob(waiting.job, waiting.give).then(
      () => settle(done => done.finish()),
      (error: Error) => settle(done => done.fail(error)),
    )
    return
  }
  timer = setTimeout(() => giveUp(new Error('The bench took too long over this and gave it up.')), LONGEST_MS)
  timer.unref()
  thread ??= started(file)
  thread.postMessage(current.job)
}

/** Has a job done in the bench's thread, one after another; throws {@link WorkshopBusy} where too many wait. */
export const work = (job: Job, give: (result: JobResult) => void): Promise<void> => {
  if (queue.length >= MOST_WAITING) throw new WorkshopBusy('The bench has too much to do. Try again in a moment.')
  return new Promise<void>((finish, fail) => {
    queue.push({ job, give, finish, fail })
    next()
  })
}
