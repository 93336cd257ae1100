import { createSharedComposable } from '@vueuse/core'
import { useLight } from '~/stores/light'
import { useStudio } from '~/stores/studio'
import { computed, ref, toRaw } from 'vue'
import { onlyOn } from '#core/model/settings'
import type { LightSetting } from '#core/model/schema'

/** By which lights the frame is shown: all, the backdrop's alone, the subject's alone, or one of them. */
export const useFrameSplit = createSharedComposable(() => {
  const studio = useStudio()
  const light = useLight()
  const wanted = ref<string>('all')

  const choices = computed(() => [
    { value: 'all', name: 'all lights' },
    { value: 'backdrop', name: 'backdrop lights only' },
    { value: 'subject', name: 'subject lights only' },
    ...studio.document.lights.map(({ id, name, job }) => ({ value: `one:${id}`, name: `${name} ${job} alone` })),
  ])
  const choice = computed({
    get: () => (choices.value.some(({ value }) => value === wanted.value) ? wanted.value : 'all'),
    set: (value: string) => {
      wanted.value = value
    },
  })

  const lightIds = computed(() => {
    const { lights } = studio.document
    switch (choice.value) {
      case 'all':
        return undefined
      case 'backdrop':
        return lights.filter(({ job }) => job === 'backdrop').map(({ id }) => id)
      case 'subject':
        return lights.filter(({ job }) => job !== 'backdrop').map(({ id }) => id)
      default:
        return [choice.value.slice('one:'.length)]
    }
  })
  /** A light shown alone is on, even where the look has it off. */
  const shownLights = computed((): Record<string, LightSetting> => {
    const settings = toRaw(light.shownSettings)
    if (!lightIds.value) return settings
    const isOne = choice.value.startsWith('one:')
    const only = onlyOn({ ...studio.look, lights: settings }, lightIds.value)
    return Object.fromEntries(
      Object.entries(only).map(([id, setting]) => [
        id,
        isOne ? setting : { ...setting, on: setting.on && (settings[id]?.on ?? false) },
      ]),
    )
  })

  return { shownLights, choices, choice }
})
