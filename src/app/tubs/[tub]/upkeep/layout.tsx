import type { ReactNode } from 'react'
import { idIn } from '@/app/idIn'
import type { TubParams } from '@/app/tubView'
import { UpkeepNav } from '@/ui/upkeep/UpkeepNav'

const UpkeepFrame = async ({ children, params }: TubParams & { children: ReactNode }) => (
  <>
    <UpkeepNav tubId={idIn((await params).tub)} />
    {children}
  </>
)

export default UpkeepFrame
