import { expose, type Endpoint } from 'comlink'
import { teachJobs, type Ending } from './job'

/** What a service can be asked. The first thing that each question brings is its job. */
// eslint-disable-next-line @typescript-eslint/no-explicit-any -- any list of arguments behind the job
export type Api = Record<string, (job: any, ...args: any[]) => unknown>

/** Answers the questions of an `Api` in a worker, or at a port. */
export const serve = (api: Api, at?: Endpoint): void => {
  teachJobs()
  expose(
    Object.fromEntries(
      Object.entries(api).map(([name, work]) => [
        name,
        async (job: Ending, ...args: unknown[]) => {
          try {
            return await work(job, ...args)
          } finally {
            job.over()
          }
        },
      ]),
    ),
    at,
  )
}
