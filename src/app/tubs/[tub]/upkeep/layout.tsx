import type { ReactNode } from 'react'
import type { TubParams } from '@/app/tubView'
import { idIn } from '@/server/idIn'
import { UpkeepNav } from '@/ui/upkeep/UpkeepNav'

const UpkeepFrame = async ({ children, params }: TubParams & { children: ReactNode }) => (
  <>
    <UpkeepNav tubId={idIn((await params).tub)} />
    {children}
  </>
)

export default UpkeepFrame
