import { usePreferences } from '~/stores/preferences'
import { computed } from 'vue'
/** Colours of charts in the surround that is chosen: plain greys, so that tones beside them are judged as they are. */
export const useChartInk = () => {
  const preferences = usePreferences()
  const isDark = computed(() => preferences.values.surround === 'dark')
  const ink = computed(() => (isDark.value ? '#ececec' : '#1c1c1c'))
  const soft = computed(() => (isDark.value ? '#8c8c8c' : '#6a6a6a'))
  return {
    ink,
    soft,
    /** Lines, figures and name of an axis. */
    axis: computed(() => ({
      axisLine: { lineStyle: { color: soft.value } },
      axisLabel: {
        color: ink.value,
        fontFamily: 'Inter Variable',
        formatter: (value: number | string) => String(value).replace(/^-/, '\u2212'),
      },
      splitLine: { lineStyle: { color: soft.value, opacity: 0.25 } },
      nameTextStyle: { color: ink.value },
    })),
    fill: computed(() => (isDark.value ? '#b4b4b4' : '#3d3d3d')),
  }
}
