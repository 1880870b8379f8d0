import type { TubView } from '@/server/views'
import { actWords } from '@/words/visitWords'
import { clock, type DisplayPreferences } from '@/words/words'
import { VisitBack } from './VisitBack'

/** In every place while a visit is under way: what comes next, and the way back. */
export const VisitBar = ({
  view,
  preferences,
}: {
  view: TubView
  preferences: DisplayPreferences
}) => {
  const { tub, visit, underWay } = view
  const [next] = visit.acts
  const words = next && actWords(next.what, tub, preferences)
  return (
    <VisitBack href={`/tubs/${tub.id}/visit`}>
      <b>Visit under way</b>
      {underWay && ` since ${clock(underWay.startedAt, preferences)}`}.{' '}
      {words ? `Next: ${words.figure} ${words.name}.` : 'Everything is done.'}
    </VisitBack>
  )
}
