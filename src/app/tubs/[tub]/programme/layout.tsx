import type { ReactNode } from 'react'
import type { TubParams } from '@/app/tubView'
import { idIn } from '@/server/idIn'
import { ProgrammeNav } from '@/ui/programme/ProgrammeNav'

const ProgrammeFrame = async ({ children, params }: TubParams & { children: ReactNode }) => (
  <>
    <ProgrammeNav tubId={idIn((await params).tub)} />
    {children}
  </>
)

export default ProgrammeFrame
