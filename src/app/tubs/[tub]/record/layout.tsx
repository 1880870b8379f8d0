import type { ReactNode } from 'react'
import type { TubParams } from '@/app/tubView'
import { idIn } from '@/server/idIn'
import { RecordNav } from '@/ui/record/RecordNav'

const RecordFrame = async ({ children, params }: TubParams & { children: ReactNode }) => (
  <>
    <RecordNav tubId={idIn((await params).tub)} />
    {children}
  </>
)

export default RecordFrame
