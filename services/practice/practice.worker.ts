import { serve } from '../rpc/serve'
import { practiceApi } from './practiceApi'

serve(practiceApi())
