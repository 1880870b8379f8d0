import type { StageId } from '../../journal/stageId'
import { HOUR, type Instant } from '../../time'
import { follow, type Gathering } from './gathering'
import type { VisitTask } from './visitAct'
import { WORTH } from './waterTasks'

/** A stage that begins later than this is another trip. */
const AHEAD = 6 * HOUR

/** A change of water owns its tub: its stages by hand, each as soon as what it needs is over. */
export const addStages = (gathering: Gathering, now: Instant): void => {
  const { stages } = gathering.situation
  const placed = new Map<StageId, VisitTask>()
  for (const { stage, start, end, state } of stages) {
    if (state === 'done' || state === 'skipped') continue
    const what = { kind: 'stage', stage: stage.id } as const
    const name = `stage:${stage.id}`
    const running = state === 'running'
    if ((running ? end : start) > now + AHEAD) {
      gathering.leave(name, what, { code: 'stage runs on' }, { day: running ? end : start })
      continue
    }
    const needed = stages.filter((one) => stage.needs.includes(one.stage.id))
    const notBefore = running
      ? end
      : Math.max(now, ...needed.map((one) => (one.state === 'running' ? one.end : now)))
    const task = gathering.add(name, what, {
      handsMinutes: running ? 1 : Math.max(1, stage.handsMinutes),
      waitMinutes: running ? 0 : stage.aloneMinutes,
      gates: true,
      worth: WORTH.opens,
      ...(notBefore > now ? { notBefore } : {}),
    })
    if (!task) continue
    for (const need of stage.needs) {
      const before = placed.get(need)
      follow(task, before, { code: 'stage' }, before?.waitMinutes ?? 0)
    }
    placed.set(stage.id, task)
  }
}
