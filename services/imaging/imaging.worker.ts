import { serve } from '../rpc/serve'
import { imagingApi } from './imagingApi'

serve(imagingApi())
