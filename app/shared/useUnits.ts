import { usePreferences } from '~/stores/preferences'
import { computed } from 'vue'
import { sizedName } from '#wording/notation/sizedName'
import { formatDistance, parseDistance } from '#wording/notation/distance'

/** Distances in the user's own unit. */
export const useUnits = () => {
  const preferences = usePreferences()
  const unit = computed(() => preferences.values.unit)
  return {
    unit,
    distance: (metres: number) => formatDistance(metres, unit.value),
    /** A name with the sizes in it as the reader has them. */
    sized: (name: string) => sizedName(name, unit.value),
    parse: (text: string) => parseDistance(text, unit.value),
  }
}
