import type { ReactNode } from 'react'
import { idIn } from '@/app/idIn'
import type { TubParams } from '@/app/tubView'
import { RecordNav } from '@/ui/record/RecordNav'

const RecordFrame = async ({ children, params }: TubParams & { children: ReactNode }) => (
  <>
    <RecordNav tubId={idIn((await params).tub)} />
    {children}
  </>
)

export default RecordFrame
