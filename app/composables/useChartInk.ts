/** Colours of charts in the surround that is chosen: plain greys, so that tones beside them are judged as they are. */
export const useChartInk = () => {
  const preferences = usePreferences()
  const isDark = computed(() => preferences.values.surround === 'dark')
  return {
    ink: computed(() => isDark.value ? '#ececec' : '#1c1c1c'),
    soft: computed(() => isDark.value ? '#8c8c8c' : '#6a6a6a'),
    fill: computed(() => isDark.value ? '#b4b4b4' : '#3d3d3d'),
  }
}
