import * as v from 'valibot'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { ownServer } from '~/support/ownServer'

const AnswerSchema = v.object({ fNumber: v.nullable(v.number()) })
const ErrorSchema = v.object({ message: v.string() })

const STOPPED =
  'The bench does not answer. Your set, readings and frames are kept. Try again, or type the reading by hand.'

/** No server is there to ask: the bench in the browser can be asked instead. */
export const NO_SERVER = Symbol('no server')

const ask = async (path: string, body: object): Promise<Outcome<Response> | typeof NO_SERVER> => {
  let response: Response
  try {
    response = await fetch(ownServer(`api/bench/${path}`), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    })
  } catch {
    return NO_SERVER
  }
  if (response.ok) return ok(response)
  const problem = v.safeParse(ErrorSchema, await response.json().catch(() => undefined))
  return err(problem.success ? problem.output.message : STOPPED)
}

/** Asks the simulated meter; undefined where no light reached it. */
export const askBenchReading = async (body: object): Promise<Outcome<number | undefined> | typeof NO_SERVER> => {
  const response = await ask('reading', body)
  if (response === NO_SERVER || !response.ok) return response
  const answer = v.safeParse(AnswerSchema, await response.value.json().catch(() => undefined))
  return answer.success
    ? ok(answer.output.fNumber ?? undefined)
    : err('The bench gave an answer that cannot be read. Nothing was recorded.')
}

/** Releases the simulated camera's shutter; its pictures come along the tether. */
export const askBenchShot = async (body: object): Promise<Outcome<void> | typeof NO_SERVER> => {
  const response = await ask('tether/shoot', body)
  return response === NO_SERVER || !response.ok ? response : ok(undefined)
}

/** Fetches a picture that the tether has announced. */
export const fetchBenchShot = async (session: string, shot: string): Promise<Outcome<Uint8Array<ArrayBuffer>>> => {
  try {
    const response = await fetch(ownServer(`api/bench/tether/${shot}?session=${session}`))
    return response.ok
      ? ok(new Uint8Array(await response.arrayBuffer()))
      : err('The bench does not hold this picture any more. Shoot again.')
  } catch {
    return err(STOPPED)
  }
}

/** Where the tether's events come from. */
export const tetherAddress = (session: string): string => ownServer(`api/bench/tether?session=${session}`)
