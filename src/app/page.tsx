import { cookies } from 'next/headers'
import { redirect } from 'next/navigation'
import { tubList } from '@/server/views'
import { theStore } from '@/store/database'

/** To the tub that was set up or looked at last, or to the first run. */
const Start = async () => {
  const last = Number((await cookies()).get('pavrel-tub')?.value)
  const tubs = tubList(theStore())
  const tub = tubs.find(({ id }) => id === last) ?? tubs[0]
  redirect(tub ? `/tubs/${tub.id}/now` : '/welcome')
}

export default Start
