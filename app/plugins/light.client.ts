import { defineNuxtPlugin } from '#imports'
import { startLightEarly } from '#services/light/lightWorker'

/** The light's worker loads while the database opens. */
export default defineNuxtPlugin(() => {
  startLightEarly()
})
