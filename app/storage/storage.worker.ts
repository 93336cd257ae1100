import { serve } from '#services/rpc/serve'
import { openBrowserStorage } from './browserStorage'
import { storageApi } from './storageApi'

serve(storageApi(openBrowserStorage()))
