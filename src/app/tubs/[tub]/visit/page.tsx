import { notFound } from 'next/navigation'
import { loadTub, type TubParams } from '@/app/tubView'
import { VisitPlan } from './VisitPlan'
import { VisitUnderWay } from './VisitUnderWay'
import { loadVisit, type Query } from './visitOf'

interface VisitProps extends TubParams {
  searchParams: Promise<Query>
}

/** Everything at the tub as one sequence: planned, then one act a screen. Nothing is remembered but journal and decisions. */
const VisitPage = async ({ params, searchParams }: VisitProps) => {
  const { view, preferences } = await loadTub((await params).tub)
  const query = await searchParams
  const loaded = loadVisit(view, query, preferences)
  if (!loaded) notFound()
  return loaded.page.row ? (
    <VisitUnderWay page={loaded.page} view={view} query={query} preferences={preferences} />
  ) : (
    <VisitPlan {...loaded} view={view} preferences={preferences} />
  )
}

export default VisitPage
