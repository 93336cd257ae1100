import { useSpeechSynthesis } from '@vueuse/core'
import { onBeforeUnmount, ref } from 'vue'
import { usePreferences } from '~/stores/preferences'

/** Says words aloud where the user wants it and the browser can; the newest alone, and none once the page is left. */
export const useSpoken = () => {
  const preferences = usePreferences()
  const text = ref('')
  const { speak, stop, isSupported } = useSpeechSynthesis(text, { lang: 'en-GB' })

  const say = (words: string) => {
    if (!preferences.values.speaks || !isSupported.value || !words) return
    text.value = words
    stop()
    speak()
  }
  // A browser without speech has nothing to stop.
  onBeforeUnmount(() => isSupported.value && stop())
  return { say }
}
