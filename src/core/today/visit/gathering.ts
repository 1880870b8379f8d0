import type { Decisions, TubAtHand } from './situation'
import type { Held, OrderReason, Task } from './task'
import type { Left, LeftReason, Merged, VisitTask, What } from './visitAct'

type NewTask = Partial<Omit<Task, 'key' | 'tub'>> & Pick<Task, 'handsMinutes' | 'gates' | 'worth'>

/** The name of something at one tub, the same each time it is planned anew. */
const keyOf = (tub: number, name: string): string => `${tub}:${name}`

/** What is found to do at one tub while it is gone through. */
export class Gathering {
  readonly tasks: VisitTask[] = []
  readonly held: Held[] = []
  readonly left: Left[] = []
  readonly merged: Merged[] = []

  constructor(
    readonly situation: TubAtHand,
    private readonly decisions: Decisions,
  ) {}

  private keyOf(name: string): string {
    return keyOf(this.situation.id, name)
  }

  skipped(name: string): string | undefined {
    const key = this.keyOf(name)
    return this.decisions.skipped.find((one) => one.key === key)?.said
  }

  pulled(name: string): boolean {
    return this.decisions.pulled.includes(this.keyOf(name))
  }

  /** Puts it in, or leaves it where its people did. */
  add(name: string, what: What, task: NewTask): VisitTask | undefined {
    const said = this.skipped(name)
    if (said !== undefined) {
      this.leave(name, what, { code: 'skipped', said }, { pullable: true })
      return undefined
    }
    const one: VisitTask = {
      key: this.keyOf(name),
      tub: this.situation.id,
      waitMinutes: 0,
      needs: {},
      holds: {},
      after: [],
      ...task,
      what,
    }
    this.tasks.push(one)
    return one
  }

  leave(
    name: string,
    what: What,
    why: LeftReason,
    more: Partial<Pick<Left, 'day' | 'pullable' | 'lateDays'>> = {},
  ): void {
    const { id } = this.situation
    const { day, pullable = false, lateDays = 0 } = more
    this.left.push({ key: this.keyOf(name), tub: id, what, why, day, pullable, lateDays })
  }
}

/** One after another, where both are part of the visit. */
export const follow = (
  task: VisitTask | undefined,
  before: VisitTask | undefined,
  why: OrderReason,
  gapMinutes = 0,
): void => {
  if (task && before && task !== before)
    task.after = [...task.after, { key: before.key, gapMinutes, why }]
}
