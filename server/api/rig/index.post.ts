import { createError, defineEventHandler } from 'h3'
import { RigCommandSchema } from '#core/control/protocol'
import { readRequest } from '../../shell/readRequest'
import { theRig } from '../../rig'

/** Does what a desk says: arm, play levels, master, blackout, disarm. */
export default defineEventHandler(async event => {
  const command = await readRequest(event, RigCommandSchema)
  const outcome = theRig().take(command)
  if (!outcome.ok) throw createError({ statusCode: 409, message: outcome.message })
  return { ok: true }
})
