import * as v from 'valibot'
import { RigStateSchema, type RigCommand, type RigState } from '#core/control/protocol'
import { err, ok, type Outcome } from '#core/shared/outcome'
import { ownServer } from '~/support/ownServer'

const ErrorSchema = v.object({ message: v.string() })
const SILENT = 'The rig’s server does not answer: whether levels still go out is not known here. Look at the lamps.'

/** Asks how the rig stands; universes named are listened to from then on. */
export const askRig = async (hear: readonly number[] = []): Promise<Outcome<RigState>> => {
  try {
    const response = await fetch(ownServer(`api/rig${hear.length > 0 ? `?hear=${hear.join(',')}` : ''}`))
    const state = v.safeParse(RigStateSchema, await response.json())
    return response.ok && state.success ? ok(state.output) : err(SILENT)
  } catch {
    return err(SILENT)
  }
}

/** Tells the rig something; the server's reason where it refuses. `isRefused` is false where nobody answered. */
export const tellRig = async (command: RigCommand): Promise<Outcome<void> & { isRefused?: boolean }> => {
  try {
    const response = await fetch(ownServer('api/rig'), {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(command),
    })
    if (response.ok) return ok(undefined)
    const problem = v.safeParse(ErrorSchema, await response.json().catch(() => undefined))
    return { ...err(problem.success ? problem.output.message : SILENT), isRefused: true }
  } catch {
    return err(SILENT)
  }
}
