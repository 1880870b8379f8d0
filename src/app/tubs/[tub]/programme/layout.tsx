import type { ReactNode } from 'react'
import { idIn } from '@/app/idIn'
import type { TubParams } from '@/app/tubView'
import { ProgrammeNav } from '@/ui/programme/ProgrammeNav'

const ProgrammeFrame = async ({ children, params }: TubParams & { children: ReactNode }) => (
  <>
    <ProgrammeNav tubId={idIn((await params).tub)} />
    {children}
  </>
)

export default ProgrammeFrame
