import { openRig, type OpenRig } from './rig'
import { rigSettings, type RigSettings } from './settings'

let settings: RigSettings | undefined
let open: OpenRig | undefined

/** Where levels go, as the command line says; throws with what is wrong with that. */
export const rigTo = (): RigSettings => (settings ??= rigSettings(process.env))

/** The one rig of this server, opened when it is asked for first. */
export const theRig = (): OpenRig => (open ??= openRig(rigTo()))

/** Says goodbye, if it was ever opened. */
export const closeRig = async (): Promise<void> => open?.close()
