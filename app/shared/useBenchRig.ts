import { usePreferences } from '~/stores/preferences'
import { useRig } from '~/stores/rig'

/** What a question to the bench says of the rig: once levels are sent, its lamps burn as they were told. */
export const useBenchRig = () => {
  const rig = useRig()
  const preferences = usePreferences()
  return { rig: () => (rig.isSent ? { faults: preferences.values.benchRigFaults } : null) }
}
