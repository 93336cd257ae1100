import { defineEventHandler, getQuery } from 'h3'
import { theRig } from '../../rig'

/** The state of the rig; universes named in the query (`hear=1,2`) are listened to from then on. */
export default defineEventHandler(event => {
  const { hear } = getQuery(event)
  const rig = theRig()
  if (typeof hear === 'string') rig.hear(hear.slice(0, 400).split(',').map(Number).filter(Number.isInteger))
  return rig.state()
})
